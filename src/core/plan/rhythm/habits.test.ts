import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { bareRecord, type Habit } from "../../model/index";
import { Store } from "../../store/index";
import { addDays, dateOfDayNumber, daysBetween, startOfWeek, weekday } from "../../time/index";
import { habitsOn, habitYear, markOn, streakOf } from "./habits";

const habit = (fields: Partial<Habit>): Habit => ({
  ...bareRecord("habit", { id: "walk", title: "Walk", now: "2026-11-18T08:00" }),
  ...fields,
});
const on = (one: Habit, date: string) =>
  habitsOn(new Store(new Map([[one.id, one]])), date, 1).map(({ done }) => (done ? "done" : "to do"));

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

test("a habit has the days of its rule and no other, whichever day it was made on", () => {
  const codes = ["MO", "TU", "WE", "TH", "FR", "SA", "SU"];
  fc.assert(
    fc.property(
      fc.subarray(codes, { minLength: 1 }),
      fc.integer({ min: 0, max: 400 }),
      fc.integer({ min: 1, max: 3 }),
      (days, made, interval) => {
        const first = addDays("2026-01-01", made);
        const one = habit({
          repeat: `FREQ=WEEKLY;INTERVAL=${interval};BYDAY=${days.join(",")}`,
          createdAt: `${first}T08:00`,
        });
        const until = addDays(first, 50);
        const store = new Store(new Map([[one.id, one]]));
        const isOn = (date: string) => habitsOn(store, date, 1).length > 0;
        for (let date = addDays(first, -8); date < until; date = addDays(date, 1)) {
          const weeks = daysBetween(startOfWeek(first, 1), startOfWeek(date, 1)) / 7;
          const meant = date >= first && weeks % interval === 0 && days.includes(codes[weekday(date) - 1] as string);
          if (isOn(date) !== meant) throw new Error(`${date} should ${meant ? "" : "not "}have it`);
        }
        const { days: year } = habitYear(one, until, 1);
        expect(year.filter(({ isMeant }) => isMeant).map(({ date }) => date)[0]).toBe(
          year.find(({ date }) => isOn(date))?.date,
        );
      },
    ),
    { numRuns: 25 },
  );
  const monthly = habit({ repeat: "FREQ=MONTHLY;BYDAY=1MO", createdAt: "2026-11-18T08:00" });
  expect(["2026-11-18", "2026-12-07"].map((date) => on(monthly, date).length)).toEqual([0, 1]);
  const every = habit({ repeat: "FREQ=DAILY;INTERVAL=3", createdAt: "2026-11-18T08:00" });
  expect(["2026-11-18", "2026-11-19", "2026-11-21"].map((date) => on(every, date).length)).toEqual([1, 0, 1]);
});

describe("a streak", () => {
  const daily = (fields: Partial<Habit>) => habit({ repeat: "FREQ=DAILY", createdAt: "2026-11-01T08:00", ...fields });

  it("counts the days of a rule, in part too; a skipped day neither counts nor breaks it, nor does today", () => {
    const kept = daily({
      marks: ["2026-11-20", "2026-11-23"],
      partMarks: ["2026-11-21"],
      skips: ["2026-11-22"],
    });
    expect(streakOf(kept, "2026-11-24", 1)).toEqual({ count: 3, of: "day", longest: 3 });
    expect(streakOf(kept, "2026-11-25", 1)).toEqual({ count: 0, of: "day", longest: 3 });
    expect(markOn(kept, "2026-11-22")).toBe("skipped");
  });

  it("counts weeks where there is no rule", () => {
    const twice = habit({
      timesAWeek: 2,
      marks: ["2026-11-10", "2026-11-12", "2026-11-17"],
      skips: ["2026-11-19"],
      createdAt: "2026-11-09T08:00",
    });
    expect(streakOf(twice, "2026-11-24", 1)).toEqual({ count: 2, of: "week", longest: 2 });
    expect(streakOf(twice, "2026-12-02", 1)).toEqual({ count: 0, of: "week", longest: 2 });
  });

  it("counts a Sunday and the Monday after it for one week where weeks begin on a Sunday, for two elsewhere", () => {
    const twice = habit({ timesAWeek: 2, marks: ["2026-11-15", "2026-11-16"], createdAt: "2026-11-14T08:00" });
    expect(streakOf(twice, "2026-11-17", 7).longest).toBe(1);
    expect(streakOf(twice, "2026-11-17", 1).longest).toBe(0);
    const reads = new Store(new Map([[twice.id, twice]]));
    expect(habitsOn(reads, "2026-11-18", 7)).toEqual([]);
    expect(habitsOn(reads, "2026-11-18", 1)).toHaveLength(1);
  });

  const date = fc.integer({ min: 20_730, max: 20_781 }).map(dateOfDayNumber);
  test("of a daily habit is what one counts back from today by hand", () => {
    fc.assert(
      fc.property(fc.uniqueArray(date, { maxLength: 40 }), fc.uniqueArray(date, { maxLength: 12 }), (done, left) => {
        const skips = left.filter((day) => !done.includes(day));
        const today = dateOfDayNumber(20_781);
        const one = daily({ marks: done, skips, createdAt: `${dateOfDayNumber(20_730)}T08:00` });
        let count = 0;
        for (let day = today; day >= dateOfDayNumber(20_730); day = addDays(day, -1)) {
          if (done.includes(day)) count++;
          else if (!skips.includes(day) && day !== today) break;
        }
        expect(streakOf(one, today, 1).count).toBe(count);
        expect(streakOf(one, today, 1).longest).toBeGreaterThanOrEqual(count);
      }),
    );
  });

  it("of a habit that began in the far past, or whose dates are absurd, is found all the same", () => {
    expect(streakOf(daily({ marks: ["1700-01-01"], createdAt: "1000-01-01T08:00" }), "2026-11-24", 1).count).toBe(0);
    expect(streakOf(habit({ createdAt: "2030-01-01T08:00" }), "2026-11-24", 1).count).toBe(0);
  });
});

describe("a year of a habit", () => {
  it("begins with a week, ends today, and counts what was meant and done", () => {
    const one = habit({
      repeat: "FREQ=WEEKLY;BYDAY=TU",
      marks: ["2026-11-24", "2026-11-17"],
      createdAt: "2026-11-03T08:00",
    });
    const { days, meant, done } = habitYear(one, "2026-11-24", 1);
    expect(days[0]?.date).toBe(startOfWeek(days[0]!.date, 1));
    expect(weekday(habitYear(one, "2026-11-24", 7).days[0]!.date)).toBe(7);
    expect(days.at(-1)).toEqual({ date: "2026-11-24", mark: "done", isMeant: true });
    expect([meant, done]).toEqual([4, 2]);
  });
});
