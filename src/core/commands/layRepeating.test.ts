import { expect, test } from "vitest";
import { bareRecord, type Block, type Habit, type PensumRecord, type Task } from "../model";
import { dayItems, habitsOn, namedItems, stripItems } from "../plan";
import { Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { addDays, standingClock, weekday } from "../time";
import {
  layHabit,
  layOwnHabits,
  layRepeating,
  markHabit,
  noteHabitsLaid,
  removeRecord,
  repeatingWithoutHours,
} from ".";

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
  store.act(layRepeating, { dates: month, firstWeekday: 1 });
  expect(blocks().map(({ start }) => start)).toEqual([
    "2026-11-25T08:00",
    "2026-12-02T08:00",
    "2026-12-09T08:00",
    "2026-12-16T08:00",
  ]);
  expect(new Set(blocks().map(({ task }) => task)).size).toBe(4);
  expect(() => store.act(layRepeating, { dates: month, firstWeekday: 1 })).toThrow(/needs hours/);
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
  expect(store.act(layRepeating, { dates: month, firstWeekday: 1 })).toMatchObject({
    said: expect.stringMatching(/no room for 1 task/),
  });
  expect(dayItems(store, "2026-12-02").map(({ record }) => record.id)).toEqual(["full"]);
  expect(repeatingWithoutHours(store, month, 1).map(({ date }) => date)).toEqual(["2026-12-02"]);
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
  const days = month.filter((date) => habitsOn(store, date, 1).length > 0);
  expect(days).toEqual(month.filter((date) => [1, 3, 5].includes(weekday(date))));
  expect(stripItems(store, ["2026-11-23"], 1).map(({ what }) => what)).toEqual(["habit"]);
  store.act(markHabit, { habit: "scales", date: "2026-11-23", as: "done" });
  expect(habitsOn(store, "2026-11-23", 1)[0]!.done).toBe(true);
  store.act(markHabit, { habit: "scales", date: "2026-11-23" });
  expect(habitsOn(store, "2026-11-23", 1)[0]!.done).toBe(false);
  expect(() => store.act(markHabit, { habit: "scales", date: "2026-11-25", as: "done" })).toThrow(
    /only be marked on its day/,
  );
});

const stretch: Habit = {
  ...bareRecord("habit", { id: "stretch", title: "Stretch", now: "2026-10-01T08:00" }),
  ...{ lengthMinutes: 20, partOfDay: "evening" },
};
const hoursOf = (store: Store, date = today) =>
  namedItems(store, date).map(({ habit, done, startMinute }) => ({ habit, done, startMinute }));

test("hours of a habit know it: marked on its day they are done, and the mark is the habit's own", () => {
  const store = storeOf(stretch);
  store.act(layHabit, { habit: "stretch", date: today });
  expect(hoursOf(store)).toMatchObject([{ habit: "stretch", done: false }]);
  store.act(markHabit, { habit: "stretch", date: today, as: "done" });
  expect(hoursOf(store)).toMatchObject([{ done: true }]);
  expect(hoursOf(store)[0]!.startMinute).toBeGreaterThanOrEqual(17 * 60);
  store.undo();
  expect(hoursOf(store)).toMatchObject([{ done: false }]);
});

test("a habit finds its hours by itself once a day; hours that were taken away stay away", () => {
  const store = storeOf({ ...stretch, findsHours: true }, { ...stretch, id: "other" });
  expect(store.act(layOwnHabits, { date: today, firstWeekday: 1 }).said).toMatch(/^Set aside .* for “Stretch”$/);
  expect(hoursOf(store)).toHaveLength(1);
  expect(hoursOf(store)[0]!.habit).toBe("stretch");
  const note = (date: string) => store.adopt(store.rehearse(noteHabitsLaid, { date, firstWeekday: 1 }), false);
  note(today);
  // Undone, they are not found again: that they were looked for is no step of undo.
  store.undo();
  store.act(layOwnHabits, { date: today, firstWeekday: 1 });
  expect(hoursOf(store)).toEqual([]);
  store.act(layOwnHabits, { date: "2026-11-25", firstWeekday: 1 });
  note("2026-11-25");
  store.act(removeRecord, { id: store.list("blocksByDay", "2026-11-25")[0]!.id });
  store.act(layOwnHabits, { date: "2026-11-25", firstWeekday: 1 });
  expect(hoursOf(store, "2026-11-25")).toEqual([]);
});

test("one that has its hours, or is marked, is laid no second time, neither by itself nor with the repeating tasks", () => {
  const store = storeOf({ ...stretch, findsHours: true }, weekly);
  store.act(layHabit, { habit: "stretch", date: today });
  store.act(layOwnHabits, { date: today, firstWeekday: 1 });
  expect(hoursOf(store)).toHaveLength(1);
  store.act(markHabit, { habit: "stretch", date: "2026-11-26", as: "skipped" });
  const { said } = store.act(layRepeating, { dates: [today, "2026-11-25", "2026-11-26"], firstWeekday: 1 });
  expect(said).toBe("Laid out 1 repeating task and 1 habit");
  expect(["2026-11-24", "2026-11-25", "2026-11-26"].map((date) => hoursOf(store, date).length)).toEqual([1, 2, 0]);
});

test("a habit of three times a week gets hours on three days of each week, and the list of what lacks them says so", () => {
  const habit: Habit = {
    ...bareRecord("habit", { id: "stretch", title: "Stretch", now: "2026-11-01T09:00" }),
    ...{ timesAWeek: 3, lengthMinutes: 20 },
  };
  const store = storeOf(habit);
  const week = month.slice(6, 13);
  expect(repeatingWithoutHours(store, week, 1)).toHaveLength(3);
  store.act(layRepeating, { dates: week, firstWeekday: 1 });
  expect(store.list("kind", "block")).toHaveLength(3);
  expect(repeatingWithoutHours(store, week, 1)).toEqual([]);
});
