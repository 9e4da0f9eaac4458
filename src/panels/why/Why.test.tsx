import { expect, it } from "vitest";
import { defaultSettings } from "@/core/model";
import { blockOf, draw, taskOf, today } from "@/ui/testing/screen";
import { Why } from "./Why";

it("tells of what a number is made, opens a part, and gives the focus back", async () => {
  const records = [
    { ...defaultSettings, hour12: false, firstWeekday: 1 },
    taskOf("ta", { title: "Survey", doDay: today, estimateMinutes: 60 }),
    taskOf("tb", { title: "Mail" }),
    blockOf("bb", `${today}T09:00`, `${today}T09:30`, { task: "tb" }),
  ];
  const { getByRole, findByRole, queryByRole, user } = await draw(
    <Why of={{ what: "load", date: today }}>1 h 30 planned</Why>,
    records,
  );
  const number = getByRole("button", { name: "1 h 30 planned" });
  await user.click(number);
  const card = await findByRole("dialog", { name: "Where this comes from" });
  expect([...card.querySelectorAll("dl > div")].map(({ textContent }) => textContent)).toEqual([
    "Mail, at 9:0030 min",
    "Survey, no hours yet1 h",
    "Planned1 h 30",
    "A day like this holds, by Settings8 h",
  ]);
  await user.keyboard("{Escape}");
  expect(queryByRole("dialog")).toBeNull();
  expect(document.activeElement).toBe(number);
  await user.click(number);
  await user.click(await findByRole("button", { name: /^Survey/ }));
  expect(location.search).toContain("ta");
});
