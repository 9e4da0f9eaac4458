import { beforeAll, describe, expect, it } from "vitest";
import { defaultSettings, type Work } from "@/core/model";
import { draw, entryOf, logOf, taskOf, today } from "@/ui/testing/screen";
import { DayLog } from "./DayLog";

// What offers is there already, as it is for whoever was here before.
beforeAll(() => import("@/panels/clock/WorkField"));
const settings = { ...defaultSettings, hour12: false };
const letter = taskOf("ta", { title: "Letter", estimateMinutes: 90, doDay: today });
const stakes = taskOf("tb", { title: "Stakes", doDay: today });
describe("the log of a day in lines", () => {
  const drawn = async (...work: Work[]) => {
    const drawing = await draw(<DayLog date={today} />, [settings, letter, stakes, ...work]);
    return { ...drawing, log: () => logOf(drawing.store) };
  };

  it("begins each line where the last one ended, and takes a length instead of an end", async () => {
    const { user, getByRole, findByRole, log } = await drawn();
    const time = () => getByRole("textbox", { name: "From and to, or how long" });
    await user.type(time(), "8:15 to 9:17{Enter}");
    await findByRole("combobox", { name: "What was worked on" });
    await user.keyboard("Letter{Enter}");
    expect(log()).toEqual(["ta 08:15 to 09:17"]);
    await user.type(time(), "40 min{Enter}");
    await findByRole("combobox", { name: "What was worked on" });
    await user.keyboard("Telephone{Enter}");
    expect(log()).toEqual(["Telephone 09:17 to 09:57", "ta 08:15 to 09:17"]);
    await user.type(time(), "10:30{Enter}");
    await findByRole("combobox", { name: "What was worked on" });
    await user.keyboard("Stakes{Enter}");
    expect(log()[2]).toBe("tb 09:57 to 10:30");
  });

  it("asks for a time on a day that is over, and logs nothing up to its midnight by itself", async () => {
    const { user, getByRole, findByRole, container, store } = await draw(<DayLog date="2026-11-23" />, [
      settings,
      letter,
      { ...entryOf("wa", "08:00", "09:00"), start: "2026-11-23T08:00", end: "2026-11-23T09:00" },
    ]);
    await user.click(getByRole("textbox", { name: "What was worked on" }));
    await user.type(await findByRole("combobox", { name: "What was worked on" }), "Letter{Enter}");
    expect(container.textContent).toContain("Say from when to when");
    expect(store.list("kind", "work")).toHaveLength(1);
  });

  it("says what is wrong with a time, and changes an entry by typing over its hours and its note", async () => {
    const { user, getByRole, log, store, container } = await drawn(entryOf("wa", "08:00", "09:00"));
    const time = getByRole("textbox", { name: "From and to, or how long" });
    for (const [typed, said] of [
      ["banana", "From and to"],
      ["11:00 to 12:00", "still to come"],
      ["8:30", "after the start"],
    ]) {
      await user.clear(time);
      await user.type(time, `${typed}{Enter}`);
      expect(container.textContent).toContain(said);
    }
    const hours = getByRole("textbox", { name: "Hours of Letter" });
    await user.clear(hours);
    await user.type(hours, "8:10 to 8:50{Enter}");
    expect(log()).toEqual(["ta 08:10 to 08:50"]);
    await user.type(getByRole("textbox", { name: "Note on Letter" }), "figures{Enter}");
    expect(store.find("work", "wa")?.text).toBe("figures");
  });

  it("names its gaps, however short, and each is mended by saying what it was", async () => {
    const entries = [entryOf("wa", "08:00", "09:00"), entryOf("wb", "09:07", "09:30"), entryOf("wc", "10:00", "10:30")];
    const { user, getByRole, findByRole, queryByRole, log } = await drawn(...entries);
    await user.click(getByRole("button", { name: "9:00 to 9:07: what was it?" }));
    expect(getByRole("textbox", { name: "From and to, or how long" })).toHaveProperty("value", "9:00 to 9:07");
    await findByRole("combobox", { name: "What was worked on" });
    await user.keyboard("Telephone{Enter}");
    expect(log()).toContain("Telephone 09:00 to 09:07");
    expect(queryByRole("button", { name: /^9:00 to 9:07/ })).toBeNull();
    getByRole("button", { name: "9:30 to 10:00: what was it?" });
  });
});
