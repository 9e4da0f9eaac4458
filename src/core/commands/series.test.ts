import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { understand } from "../capture";
import { openStore } from "../workspace";
import { Refusal, type Event, type PensumRecord, type Task } from "../model";
import { dayItems, loadOf, occurrenceId, stripItems } from "../plan";
import { Store } from "../store";
import { addDays, addMinutes, momentAt, needLibrary, readRepeat, standingClock } from "../time";
import { someTask } from "../testing/arbitraries";
import {
  capture,
  changeOccurrence,
  editRecord,
  giveDay,
  leave,
  moveItem,
  place,
  removeRecord,
  rest,
  rollOn,
  setState,
  skipOccurrence,
  takeOff,
  type SeriesScope,
} from ".";

const clock = standingClock("2026-11-24T11:07", "Europe/Berlin");
const base = { text: "", createdAt: "2026-11-01T08:00" };
const call = (fields: Partial<Event> = {}): Event => ({
  ...base,
  id: "call",
  kind: "event",
  title: "Crew call",
  start: "2026-11-23T09:00",
  end: "2026-11-23T09:45",
  place: "",
  people: [],
  repeat: "FREQ=WEEKLY",
  ...fields,
});
const gauge = (fields: Partial<Task> = {}): Task => ({
  ...base,
  id: "gauge",
  kind: "task",
  title: "Read the gauge",
  state: "open",
  tags: [],
  people: [],
  carried: 0,
  doDay: "2026-11-24",
  repeat: "FREQ=DAILY;INTERVAL=2",
  ...fields,
});
const storeOf = (...records: PensumRecord[]) =>
  new Store(new Map(records.map((record) => [record.id, record])), [rollOn], clock);

/** What has hours on the days from one on: its date, its minutes and its title. */
function seen(store: Store, from: string, days: number): string[] {
  return Array.from({ length: days }, (_, at) => addDays(from, at)).flatMap((date) =>
    dayItems(store, date).map(
      ({ record, startMinute, endMinute }) =>
        `${date.slice(5)} ${startMinute / 60}-${endMinute / 60} ${(record as Event).title}`,
    ),
  );
}
const weeks = ["11-23 9-9.75 Crew call", "11-30 9-9.75 Crew call", "12-07 9-9.75 Crew call", "12-14 9-9.75 Crew call"];
const second = occurrenceId("call", "2026-11-30T09:00");

describe("what comes again", () => {
  test("stands on every day of its rule, over a clock change and with what is left out", () => {
    expect(seen(storeOf(call()), "2026-11-20", 28)).toEqual(weeks);
    expect(
      seen(storeOf(call({ repeat: "FREQ=WEEKLY EXDATE=20261130T090000 RDATE=20261201T100000" })), "2026-11-20", 14),
    ).toEqual([weeks[0], "12-01 10-10.75 Crew call"]);
    const halifax = call({ start: "2026-10-20T09:00", end: "2026-10-20T10:00", zone: "America/Halifax" });
    // Europe puts its clocks back a week before Halifax does.
    expect(seen(storeOf(halifax), "2026-10-20", 21).map((line) => line.slice(0, 8))).toEqual([
      "10-20 14",
      "10-27 13",
      "11-03 14",
    ]);
    const night = call({ start: "2026-11-30T23:00", end: "2026-12-01T01:00" });
    expect(seen(storeOf(night), "2026-12-01", 1)).toEqual(["12-01 0-1 Crew call"]);
  });

  test("one of them is moved, changed, taken out and brought back alone", () => {
    const store = storeOf(call());
    store.act(moveItem, { id: second, start: "2026-12-01T14:00", end: "2026-12-01T15:00" });
    expect(seen(store, "2026-11-20", 28)).toEqual([weeks[0], "12-01 14-15 Crew call", weeks[2], weeks[3]]);
    store.act(editRecord, { id: second, fields: { title: "Crew call, long" } });
    expect(seen(store, "2026-12-01", 1)).toEqual(["12-01 14-15 Crew call, long"]);
    store.act(removeRecord, { id: second });
    expect(seen(store, "2026-11-20", 28)).toEqual([weeks[0], weeks[2], weeks[3]]);
    for (let at = 0; at < 3; at++) store.undo();
    expect(seen(store, "2026-11-20", 28)).toEqual(weeks);
  });

  test.each<[SeriesScope, string[]]>([
    ["one", [weeks[0]!, "11-30 14-15 Crew call", weeks[2]!, weeks[3]!]],
    ["later", [weeks[0]!, "11-30 14-15 Crew call", "12-07 14-15 Crew call", "12-14 14-15 Crew call"]],
    ["all", ["11-23 14-15 Crew call", "11-30 14-15 Crew call", "12-07 14-15 Crew call", "12-14 14-15 Crew call"]],
  ])("another time for %s", (scope, expected) => {
    const store = storeOf(call());
    store.act(changeOccurrence, { id: second, fields: { start: "2026-11-30T14:00", end: "2026-11-30T15:00" }, scope });
    expect(seen(store, "2026-11-20", 28)).toEqual(expected);
    store.undo();
    expect(seen(store, "2026-11-20", 28)).toEqual(weeks);
  });

  test.each<[SeriesScope, string[]]>([
    ["one", [weeks[0]!, weeks[2]!, weeks[3]!]],
    ["later", [weeks[0]!]],
    ["all", []],
  ])("is left out: %s", (scope, expected) => {
    const store = storeOf(call());
    store.act(skipOccurrence, { id: second, scope });
    expect(seen(store, "2026-11-20", 28)).toEqual(expected);
  });

  test("to another day for all goes with the weekday of the rule, or is refused", () => {
    const store = storeOf(call({ repeat: "FREQ=WEEKLY;BYDAY=MO" }));
    store.act(changeOccurrence, { id: second, fields: { start: "2026-12-01T09:00" }, scope: "all" });
    expect(seen(store, "2026-11-20", 14)).toEqual(["11-24 9-9.75 Crew call", "12-01 9-9.75 Crew call"]);
    const monthly = storeOf(call({ repeat: "FREQ=MONTHLY;BYDAY=4MO" }));
    const act = () =>
      monthly.act(changeOccurrence, {
        id: occurrenceId("call", "2026-12-28T09:00"),
        fields: { start: "2026-12-29T09:00" },
        scope: "all",
      });
    expect(act).toThrow(Refusal);
    expect(monthly.get("call")).toEqual(call({ repeat: "FREQ=MONTHLY;BYDAY=4MO" }));
  });

  test.each(["all", "later"] as const)("cannot go to a day that does not exist: %s", (scope) => {
    const store = storeOf(call());
    for (const start of ["banana", "2026-13-40T09:00", "99999-01-01", ""])
      expect(() => store.act(changeOccurrence, { id: second, fields: { start }, scope })).toThrow(Refusal);
    const end = "nowhere";
    expect(() => store.act(changeOccurrence, { id: second, fields: { end }, scope })).toThrow(Refusal);
    expect(store.get("call")).toEqual(call());
  });

  test("a count goes on counting in the part that is split off", () => {
    const store = storeOf(call({ repeat: "FREQ=WEEKLY;COUNT=4" }));
    store.act(changeOccurrence, { id: second, fields: { start: "2026-11-30T10:00" }, scope: "later" });
    expect(seen(store, "2026-11-20", 60).map((line) => line.slice(0, 8))).toEqual([
      "11-23 9-",
      "11-30 10",
      "12-07 10",
      "12-14 10",
    ]);
  });

  test("whatever is moved alone, the others stay, and undo brings all back", () => {
    const at = fc.nat(5);
    const edit = fc.oneof(
      fc.record({ move: at, minutes: fc.integer({ min: -600, max: 600 }) }),
      fc.record({ skip: at }),
      fc.record({ remove: at }),
    );
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 8 }), (edits) => {
        const store = storeOf(call({ repeat: "FREQ=WEEKLY;COUNT=6" }));
        const all = Array.from({ length: 6 }, (_, week) => momentAt(addDays("2026-11-23", week * 7), 540));
        const model = new Map<string, string | undefined>(all.map((start) => [start, start]));
        let done = 0;
        for (const one of edits) {
          const start = all["move" in one ? one.move : "skip" in one ? one.skip : one.remove] as string;
          if (model.get(start) === undefined) continue;
          const id = occurrenceId("call", start);
          if ("move" in one) {
            const to = addMinutes(model.get(start) as string, one.minutes);
            store.act(moveItem, { id, start: to, end: addMinutes(to, 45) });
            model.set(start, to);
            if (one.minutes === 0 && store.get(id) === undefined) continue;
          } else {
            store.act("skip" in one ? skipOccurrence : removeRecord, { id, scope: "one" } as never);
            model.set(start, undefined);
          }
          done++;
        }
        const starts = new Set(
          Array.from({ length: 44 }, (_, day) => addDays("2026-11-22", day)).flatMap((date) =>
            dayItems(store, date).map(({ record }) => record.start),
          ),
        );
        expect(starts).toEqual(new Set([...model.values()].filter(Boolean)));
        while (done-- > 0) store.undo();
        expect([...store.records()]).toEqual([call({ repeat: "FREQ=WEEKLY;COUNT=6" })]);
      }),
      { numRuns: 200 },
    );
  });
});

describe("a task that comes again", () => {
  const open = (store: Store) =>
    ([...store.records()] as Task[])
      .filter((one) => one.kind === "task" && one.state === "open")
      .map(({ doDay, repeat }) => [doDay, repeat]);

  test("shows on the days to come, and goes on when it is done", () => {
    const store = storeOf(gauge());
    const days = stripItems(store, ["2026-11-24", "2026-11-25", "2026-11-26", "2026-11-27", "2026-11-28"], 1);
    expect(days.map(({ first }) => first)).toEqual([0, 2, 4]);
    store.act(setState, { tasks: ["gauge"], state: "done" });
    expect(store.get("gauge")).toMatchObject({ state: "done", doDay: "2026-11-24" });
    expect(store.get("gauge")).not.toHaveProperty("repeat");
    expect(open(store)).toEqual([["2026-11-26", "FREQ=DAILY;INTERVAL=2"]]);
    store.undo();
    expect([...store.records()]).toEqual([gauge()]);
  });

  test("passes over what was missed, counts down, and ends", () => {
    const missed = storeOf(gauge({ doDay: "2026-11-10" }));
    missed.act(setState, { tasks: ["gauge"], state: "done" });
    expect(open(missed)).toEqual([["2026-11-24", "FREQ=DAILY;INTERVAL=2"]]);
    const counted = storeOf(gauge({ repeat: "FREQ=DAILY;COUNT=2" }));
    counted.act(setState, { tasks: ["gauge"], state: "done" });
    expect(open(counted)).toEqual([["2026-11-25", "FREQ=DAILY;COUNT=1"]]);
    const [next] = ([...counted.records()] as Task[]).filter(({ state }) => state === "open");
    counted.act(setState, { tasks: [next!.id], state: "done" });
    expect(open(counted)).toEqual([]);
  });

  test("may be counted from the day it was done", () => {
    const store = storeOf(gauge({ doDay: "2026-11-20", repeat: "FREQ=WEEKLY FROM=DONE" }));
    store.act(setState, { tasks: ["gauge"], state: "done" });
    expect(open(store)).toEqual([["2026-12-01", "FREQ=WEEKLY FROM=DONE"]]);
  });

  test("one of those to come is done early, alone", () => {
    const store = storeOf(gauge());
    store.act(setState, { tasks: [occurrenceId("gauge", "2026-11-26")], state: "done" });
    const days = stripItems(store, ["2026-11-24", "2026-11-26", "2026-11-28"], 1);
    expect(days.map(({ first }) => first)).toEqual([0, 2]);
    store.act(setState, { tasks: ["gauge"], state: "done" });
    expect(open(store)).toEqual([["2026-11-28", "FREQ=DAILY;INTERVAL=2"]]);
  });
});

test("a block that comes again is taken off one day only", () => {
  const store = storeOf({
    ...base,
    id: "lunch",
    kind: "block",
    title: "Lunch",
    start: "2026-11-23T12:00",
    end: "2026-11-23T13:00",
    repeat: "FREQ=DAILY",
  });
  store.act(takeOff, { block: occurrenceId("lunch", "2026-11-24T12:00") });
  expect(seen(store, "2026-11-23", 3)).toEqual(["11-23 12-13 Lunch", "11-25 12-13 Lunch"]);
});

test("how something comes again is read and written, or told of what is wrong", () => {
  expect(readRepeat("FREQ=WEEKLY EXDATE=20261130T090000,20261207")).toMatchObject({
    except: ["2026-11-30T09:00", "2026-12-07"],
  });
  for (const [text, reason] of [
    ["", /neither a rule nor dates/],
    ["FREQ=WEEKLY FREQ=DAILY", /second rule/],
    ["FREQ=WEEKLY EXDATE=20260231", /no date/],
  ] as const)
    expect((readRepeat(text) as { fault: string }).fault).toMatch(reason);
});

describe("a task that comes again at an hour", () => {
  const standup = someTask("standup", {
    title: "Standup",
    doDay: "2026-11-24",
    estimateMinutes: 15,
    repeat: "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR",
    createdAt: "2026-11-20T08:00",
  });
  const world = async (now = "2026-11-24T08:00", ...more: PensumRecord[]) =>
    (
      await openStore(
        new Map([standup, ...more].map((record) => [record.id, record])),
        standingClock(now, "Europe/Berlin"),
      )
    ).store;
  const hours = (store: Store, date: string) =>
    dayItems(store, date).map(({ record, startMinute }) => {
      const task = record.kind === "block" ? store.find("task", record.task) : undefined;
      return `${task?.title} ${startMinute / 60}`;
    });
  const load = (store: Store, date: string) => loadOf(store, date).plannedMinutes;

  test("has it on each of its days, counts there once, and keeps it when it is ticked off", async () => {
    const store = await world();
    expect([load(store, "2026-11-24"), load(store, "2026-11-25"), load(store, "2026-11-28")]).toEqual([15, 15, 0]);
    store.act(place, { task: "standup", start: "2026-11-24T09:15" });
    for (const date of ["2026-11-24", "2026-11-25", "2026-11-30", "2027-03-01"]) {
      expect(hours(store, date)).toEqual(["Standup 9.25"]);
      expect(load(store, date)).toBe(15);
      expect(stripItems(store, [date], 1)).toEqual([]);
    }
    expect(hours(store, "2026-11-28")).toEqual([]);
    store.act(setState, { tasks: ["standup"], state: "done" });
    for (const date of ["2026-11-24", "2026-11-25", "2026-11-30"]) expect(hours(store, date)).toEqual(["Standup 9.25"]);
    const [next] = store.list("unfinishedTasks", "all");
    expect(next).toMatchObject({ doDay: "2026-11-25", title: "Standup" });
    store.act(setState, { tasks: [next!.id], state: "done" });
    expect(hours(store, "2026-11-26")).toEqual(["Standup 9.25"]);
    store.undo();
    store.undo();
    store.undo();
    expect(hours(store, "2026-11-25")).toEqual([]);
    expect(store.get("standup")).toEqual(standup);
  });

  test("typed with its hour it has it every time", async () => {
    const store = await world();
    store.act(removeRecord, { id: "standup" });
    const draft = understand("walk every day at 7:30 for 20 min", {
      now: "2026-11-24T08:00",
      style: { locale: "en-GB", hour12: false },
      priorities: [],
      theme: () => undefined,
      person: () => undefined,
    });
    store.act(capture, [draft]);
    const first = draft.day ?? "2026-11-24";
    for (const days of [0, 1, 9]) expect(hours(store, addDays(first, days))).toEqual(["walk 7.5"]);
  });

  test("left over and left, it skips that time only, and its hours go along", async () => {
    const store = await world("2026-11-24T08:00");
    store.act(place, { task: "standup", start: "2026-11-24T09:15" });
    const later = (
      await openStore(
        new Map([...store.records()].map((record) => [record.id, record])),
        standingClock("2026-11-26T08:00", "Europe/Berlin"),
      )
    ).store;
    expect(later.act(leave, { tasks: ["standup"] }).said).toBe("Skipped “Standup” this time");
    expect(later.find("task", "standup")).toMatchObject({ doDay: "2026-11-26" });
    for (const date of ["2026-11-26", "2026-11-27", "2026-12-08"]) expect(hours(later, date)).toEqual(["Standup 9.25"]);
    later.act(rest, { tasks: ["standup"], until: "2026-12-05" });
    expect(later.find("task", "standup")).toMatchObject({ doDay: "2026-12-07" });
    expect(hours(later, "2026-12-08")).toEqual(["Standup 9.25"]);
    expect(() => later.act(giveDay, { tasks: ["standup"], day: undefined })).toThrow(/needs a day/);
  });

  test("one of its days that is done or moved alone has its own hours there, and not those of the rule too", async () => {
    const store = await world();
    store.act(place, { task: "standup", start: "2026-11-24T09:15" });
    store.act(place, { task: occurrenceId("standup", "2026-11-26"), start: "2026-11-26T14:00" });
    expect(hours(store, "2026-11-26")).toEqual(["Standup 14"]);
    expect(load(store, "2026-11-26")).toBe(15);
    expect(hours(store, "2026-11-27")).toEqual(["Standup 9.25"]);
  });

  test("hours that a task has when it begins to come again come again with it, and stop when it does", async () => {
    const store = await world("2026-11-24T08:00", {
      ...standup,
      id: "once",
      title: "Once",
      repeat: undefined,
    } as never);
    store.act(removeRecord, { id: "standup" });
    store.act(place, { task: "once", start: "2026-11-24T10:00" });
    expect(hours(store, "2026-11-25")).toEqual([]);
    store.act(editRecord, { id: "once", fields: { repeat: "FREQ=DAILY" } });
    expect(hours(store, "2026-11-25")).toEqual(["Once 10"]);
    store.act(editRecord, { id: "once", fields: { repeat: undefined } });
    expect([hours(store, "2026-11-24"), hours(store, "2026-11-25")]).toEqual([["Once 10"], []]);
  });
});

test("what comes several times a day keeps the earlier ones of the day on which it ends or goes on otherwise", async () => {
  await needLibrary();
  const twice = call({ end: "2026-11-23T09:30", repeat: "FREQ=DAILY;BYHOUR=9,15" });
  const third = occurrenceId("call", "2026-11-25T15:00");
  const ended = storeOf(twice);
  ended.act(skipOccurrence, { id: third, scope: "later" });
  expect(seen(ended, "2026-11-24", 3)).toEqual([
    "11-24 9-9.5 Crew call",
    "11-24 15-15.5 Crew call",
    "11-25 9-9.5 Crew call",
  ]);
  const other = storeOf(twice);
  other.act(changeOccurrence, { id: third, fields: { title: "Other" }, scope: "later" });
  expect(seen(other, "2026-11-25", 2)).toEqual([
    "11-25 9-9.5 Crew call",
    "11-25 15-15.5 Other",
    "11-26 9-9.5 Other",
    "11-26 15-15.5 Other",
  ]);
});
