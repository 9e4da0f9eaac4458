import { describe, expect, it } from "vitest";
import { bareRecord, defaultSettings, type Habit } from "@/core/model";
import { draw, today } from "@/ui/testing/screen";
import { DayHabits } from "./DayHabits";

const habit: Habit = {
  ...bareRecord("habit", { id: "walk", title: "Level walk", now: "2026-11-02T08:00" }),
  ...{ repeat: "FREQ=DAILY", lengthMinutes: 20, partOfDay: "afternoon" },
};

describe("the habits of a day", () => {
  it("are marked by one press, in part or skipped by keys, given an hour, and each mark is undone", async () => {
    const { getByRole, user, store, undo } = await draw(<DayHabits date={today} today={today} />, [
      { ...defaultSettings, hour12: false },
      habit,
    ]);
    const walk = () => getByRole("button", { name: /^Level walk,/ });
    await user.click(walk());
    expect(walk().getAttribute("aria-label")).toBe("Level walk, done");
    await user.keyboard("+");
    expect(walk().getAttribute("aria-label")).toBe("Level walk, partly done");
    await user.keyboard("-");
    expect(store.find("habit", "walk")).toMatchObject({ marks: [], partMarks: [], skips: [today] });
    undo();
    expect(walk().getAttribute("aria-label")).toBe("Level walk, partly done");
    await user.keyboard("h");
    expect(store.list("kind", "block")).toMatchObject([{ start: `${today}T12:00`, title: "Level walk" }]);
  });
});
