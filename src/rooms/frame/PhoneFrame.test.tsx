import { expect, test } from "vitest";
import { defaultSettings } from "@/core/model";
import { draw, today } from "@/ui/testing/screen";
import { PhoneHead } from "./PhoneFrame";

test("the head of a phone never calls saved what is kept in the tab alone, and has the week of its day", async () => {
  const { getByRole, getAllByRole } = await draw(
    <PhoneHead title="Today" date={today} today={today} isAdding={false} onAdded={() => {}} onSearch={() => {}}>
      <input />
    </PhoneHead>,
    [defaultSettings],
  );
  expect(getByRole("status").textContent).toBe("Kept in this tab only");
  expect(getAllByRole("link")).toHaveLength(7);
  expect(getByRole("link", { current: "date" }).dataset.date).toBe(today);
});
