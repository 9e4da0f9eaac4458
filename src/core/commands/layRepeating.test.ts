import { expect, test } from "vitest";
import type { Block, Habit, PensumRecord, Task } from "../model";
import { dayItems, habitsOn, stripItems } from "../plan";
import { Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { addDays, standingClock, weekday } from "../time";
import { layRepeating, markHabit } from ".";

const now = "2026-11-24T11:07";
const today = "2026-11-24";
const zone = "Europe/Berlin";
const month = Array.from({ length: 28 }, (_, day) => addDays(today, day));
const storeOf = (...records: PensumRecord[]) =>
  new Store(new Map(records.map((record) => [record.id, record])), [], standingClock(now, zone));
const weekly: Task = { ...someTask("figures"), repeat: "RRULE:FREQ=WEEKLY", doDay: "2026-11-25", estimateMinutes: 120 };

test("the repeating tasks of a month get hours in one step, each on its day, and can be moved alone after", () => {
  const store = storeOf(weekly);
  const blocks = () => store.list("kind", "block") as Block[];
  store.act(layRepeating, { dates: month, zone });
  expect(blocks().map(({ start }) => start)).toEqual([
    "2026-11-25T08:00",
    "2026-12-02T08:00",
    "2026-12-09T08:00",
    "2026-12-16T08:00",
  ]);
  expect(new Set(blocks().map(({ task }) => task)).size).toBe(4);
  expect(() => store.act(layRepeating, { dates: month, zone })).toThrow(/waits for hours/);
  store.undo();
  expect(blocks()).toEqual([]);
  expect(store.list("kind", "task")).toHaveLength(1);
});

test("what finds no room on its day stays without hours, and is told", () => {
  const full: Block = {
    id: "full",
    kind: "block",
    start: "2026-12-02T07:00",
    end: "2026-12-02T19:00",
    title: "Fair",
    text: "",
    createdAt: now,
  };
  const store = storeOf(weekly, full);
  expect(store.act(layRepeating, { dates: month, zone })).toMatchObject({
    said: expect.stringMatching(/1 task found no room/),
  });
  expect(dayItems(store, "2026-12-02", zone).map(({ record }) => record.id)).toEqual(["full"]);
});

test("a habit with a rule stands on its days, and is marked there, though not before", () => {
  const habit: Habit = {
    id: "scales",
    kind: "habit",
    title: "Practice scales",
    timesAWeek: 3,
    repeat: "RRULE:FREQ=WEEKLY;BYDAY=MO,WE,FR",
    marks: [],
    partMarks: [],
    skips: [],
    text: "",
    createdAt: "2026-10-01T08:00",
  };
  const store = storeOf(habit);
  const days = month.filter((date) => habitsOn(store, date).length > 0);
  expect(days).toEqual(month.filter((date) => [1, 3, 5].includes(weekday(date))));
  expect(stripItems(store, ["2026-11-23"], now).map(({ what }) => what)).toEqual(["habit"]);
  store.act(markHabit, { habit: "scales", date: "2026-11-23", as: "done" });
  expect(habitsOn(store, "2026-11-23")[0]!.done).toBe(true);
  store.act(markHabit, { habit: "scales", date: "2026-11-23" });
  expect(habitsOn(store, "2026-11-23")[0]!.done).toBe(false);
  expect(() => store.act(markHabit, { habit: "scales", date: "2026-11-25", as: "done" })).toThrow(/not before/);
});
