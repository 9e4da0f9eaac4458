import { describe, expect, it } from "vitest";
import { bareRecord, type Habit } from "../model";
import { Store } from "../store";
import { habitsOn } from "./habits";

const habit = (fields: Partial<Habit>): Habit => ({
  ...bareRecord("habit", { id: "walk", title: "Walk", now: "2026-11-18T08:00" }),
  ...fields,
});
const on = (one: Habit, date: string) =>
  habitsOn(new Store(new Map([[one.id, one]])), date).map(({ done }) => (done ? "done" : "to do"));

describe("a habit", () => {
  it("with a rule stands on the days of its rule", () => {
    const onTuesdays = habit({ repeat: "FREQ=WEEKLY;BYDAY=TU", marks: ["2026-11-24"] });
    expect(on(onTuesdays, "2026-11-24")).toEqual(["done"]);
    expect(on(onTuesdays, "2026-11-25")).toEqual([]);
    expect(on(onTuesdays, "2026-12-01")).toEqual(["to do"]);
  });

  it("without one stands on every day from the one it was made on, until the week has it as often as it is meant", () => {
    const twice = habit({ timesAWeek: 2, marks: ["2026-11-23", "2026-11-25"] });
    expect(on(twice, "2026-11-17")).toEqual([]);
    expect(on(twice, "2026-11-18")).toEqual(["to do"]);
    expect(on(twice, "2026-11-25")).toEqual(["done"]);
    expect(on(twice, "2026-11-26")).toEqual([]);
    expect(on(twice, "2026-11-30")).toEqual(["to do"]);
  });
});
