import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { bareRecord, defaultSettings, Refusal, type PensumRecord, type Work } from "../model";
import { faultOf } from "../model/checks";
import { clockFace, clockRun, entryMinutes, minutesOn, rowOf, timesheet, workedOn } from "../plan";
import { ledgerOf } from "../insight/ledger";
import { Store } from "../store";
import { dateAt, firstShown, minutesFrom, SetClock, shownAt } from "../testing/trueTime";
import { momentAt } from "../time";
import { hoursInOrder, logKeepsNames, notedInstants, oneClock, removeRecord, tookFollowsLog } from ".";
import * as clocks from "./clock";
import * as logs from "./workLog";

const zone = "Europe/Berlin";
const records: readonly PensumRecord[] = [
  { ...defaultSettings, me: "me" },
  ...["me", "ines"].map((id) => bareRecord("person", { id, title: id, now: "2026-01-05T08:00" })),
  bareRecord("theme", { id: "field", title: "Fieldwork", now: "2026-01-05T08:00" }),
  ...["ta", "tb"].map((id) => ({
    ...bareRecord("task", { id, title: `Task ${id}`, now: "2026-01-05T08:00" }),
    theme: "field",
  })),
];
const opened = (clock: SetClock, ...more: PensumRecord[]) =>
  new Store(
    new Map([...records, ...more].map((record) => [record.id, record])),
    [oneClock, notedInstants, hoursInOrder, logKeepsNames, tookFollowsLog],
    clock,
  );
const entriesOf = (store: Store, task?: string) =>
  (store.list("kind", "work") as readonly Work[]).filter((entry) => task === undefined || entry.task === task);
const ended = (store: Store, task: string, in_: string) =>
  entriesOf(store, task)
    .filter(({ end }) => end !== undefined)
    .reduce((sum, entry) => sum + entryMinutes(entry, store.clock.now(), in_), 0);

describe("what the clock counts", () => {
  const inBerlin = (moment: string) => {
    const clock = new SetClock(moment, zone);
    const store = opened(clock);
    const at = () => ({ at: clock.instant(), zone: clock.zone });
    store.act(clocks.startClock, { ...at(), on: { id: "ta" } });
    return { clock, store, finish: () => store.act(clocks.finishClock, at()).said, at };
  };
  const shown = (store: Store) => entriesOf(store).map(({ start, end }) => `${start.slice(11)} ${end?.slice(11)}`);

  it.each([
    ["2026-10-25T02:40", 30, ["02:40 03:00", "02:00 02:10"]],
    ["2026-10-25T02:10", 70, ["02:10 02:20"]],
    ["2026-10-25T01:30", 120, ["01:30 02:30"]],
    ["2026-10-25T01:30", 30, ["01:30 02:00"]],
    ["2026-03-29T01:50", 30, ["01:50 03:20"]],
  ])("is in the log to the minute when the clocks change: from %s for %i min", (from, minutes, times) => {
    const { clock, store, finish } = inBerlin(from);
    clock.pass(minutes);
    finish();
    expect(shown(store)).toEqual(times);
    expect(ended(store, "ta", zone)).toBe(minutes);
    const date = from.slice(0, 10);
    expect(workedOn(store, date, clock.now())).toMatchObject({ workedMinutes: minutes, overlaps: [] });
    expect(timesheet({ reads: store, from: date, way: "task" }).sum).toBe(minutes);
    expect([...ledgerOf(store).minutes].reduce((sum, one) => sum + one, 0)).toBe(minutes);
  });

  it.each([
    ["Europe/London", "09:00 09:31"],
    ["Asia/Tokyo", "18:00 18:31"],
  ])("is kept by whoever flies to %s meanwhile, told by the clocks of where they are", (there, times) => {
    const { clock, store, finish } = inBerlin("2026-11-24T10:00");
    clock.pass(31);
    clock.zone = there;
    finish();
    expect(shown(store)).toEqual([times]);
    expect(ended(store, "ta", there)).toBe(31);
  });

  it("is kept when the clock of the device is set back, by the first tab that notices; what nobody noticed is refused", () => {
    const { clock, store, finish, at } = inBerlin("2026-11-24T10:00");
    clock.pass(20);
    clock.set(-50);
    expect(finish).toThrow(Refusal);
    const since = clockRun(store)!.since;
    store.act(clocks.setClockBack, { byMs: 50 * 60_000, since });
    store.act(clocks.setClockBack, { byMs: 50 * 60_000, since });
    expect(clockFace(clockRun(store)!, at().at).passedMs).toBe(20 * 60_000);
    clock.pass(5);
    finish();
    expect(shown(store)).toEqual(["09:10 09:35"]);
  });

  it("shows while it is paused what was worked, and goes on from there", () => {
    const { clock, store, at } = inBerlin("2026-11-24T10:00");
    const face = () => clockFace(clockRun(store)!, clock.instant()).passedMs / 60_000;
    clock.pass(20);
    store.act(clocks.pauseClock, at());
    expect(face()).toBe(20);
    clock.pass(4000);
    expect(face()).toBe(20);
    store.act(clocks.resumeClock, at());
    clock.pass(7);
    expect(face()).toBe(27);
    store.act(clocks.breakClock, at());
    clock.pass(3);
    expect(face()).toBe(3);
  });

  it("begins where the entry begins, when somebody says that it began earlier", () => {
    const { clock, store } = inBerlin("2026-11-24T10:00");
    clock.pass(5);
    const run = clockRun(store)!;
    store.act(logs.moveEntry, { id: entriesOf(store)[0]!.id, start: "2026-11-24T09:00" });
    expect(clockFace(clockRun(store)!, clock.instant()).passedMs).toBe(65 * 60_000);
    store.undo();
    expect(clockRun(store)).toEqual(run);
  });

  const acts = fc.array(
    fc.record({
      act: fc.constantFrom("start", "start", "pause", "break", "resume", "finish", "discard", "more", "travel"),
      on: fc.constantFrom("ta", "tb"),
      pass: fc.oneof(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 10, max: 400 })),
      zone: fc.constantFrom("Europe/Berlin", "Europe/London", "America/New_York", "Asia/Kolkata"),
    }),
    { minLength: 1, maxLength: 14 },
  );
  test("is what a count of all minutes says, whatever is pressed, over midnight, both clock changes and flights", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("2026-10-24T22:50", "2026-10-25T01:10", "2026-03-28T23:30", "2026-11-24T09:00"),
        acts,
        (begin, all) => {
          const clock = new SetClock(begin, zone);
          const store = opened(clock);
          const counted: Record<string, number> = { ta: 0, tb: 0 };
          let running: { on: string; minutes: number } | undefined;
          const stop = () => {
            if (running) counted[running.on]! += running.minutes;
            running = undefined;
          };
          for (const { act, on, pass, zone: there } of all) {
            const at = { at: clock.instant(), zone: clock.zone };
            const isOff = clockRun(store) === undefined;
            const phase = clockRun(store)?.phase;
            const known = clockRun(store)?.on.task;
            try {
              if (act === "start") {
                store.act(clocks.startClock, { ...at, on: { id: on }, minutes: 50 });
                stop();
                running = { on, minutes: 0 };
              } else if (act === "travel") clock.zone = there;
              else if (!isOff && act === "pause") {
                store.act(clocks.pauseClock, at);
                stop();
              } else if (!isOff && act === "break") {
                store.act(clocks.breakClock, at);
                stop();
              } else if (!isOff && act === "resume") {
                store.act(clocks.resumeClock, at);
                running = { on: known!, minutes: 0 };
              } else if (!isOff && act === "finish") {
                store.act(clocks.finishClock, at);
                stop();
              } else if (!isOff && act === "discard") {
                store.act(clocks.discardClock, at);
                running = undefined;
              } else if (phase === "work" && act === "more") store.act(clocks.moreMinutes, { ...at, minutes: 5 });
            } catch (error) {
              if (!(error instanceof Refusal)) throw error;
            }
            clock.pass(pass);
            if (running) running.minutes += pass;
            for (const record of store.records()) expect(faultOf(record)).toBeUndefined();
            for (const { start, end } of entriesOf(store)) if (end !== undefined) expect(end > start).toBe(true);
            const open = entriesOf(store).filter(({ end }) => end === undefined);
            expect(open).toHaveLength(running ? 1 : 0);
          }
          if (clockRun(store)) store.act(clocks.finishClock, { at: clock.instant(), zone: clock.zone });
          stop();
          for (const task of ["ta", "tb"])
            // Where they were logged at home and are read abroad, clock changes are those of abroad.
            if (all.every(({ act }) => act !== "travel")) expect(ended(store, task, zone)).toBe(counted[task]);
          if (all.some(({ act }) => act === "travel")) {
            const sum = entriesOf(store).reduce((all, one) => all + (one.endedAt! - one.startedAt!) / 60_000, 0);
            expect(sum).toBe(counted.ta! + counted.tb!);
          }
        },
      ),
      { numRuns: 300 },
    );
  });
});

/** Minutes of an entry on a date, counted one by one as they passed. */
function countedOn(date: string, entry: Work, in_: string): number {
  const from = entry.startedAt ?? firstShown(entry.start, in_)!;
  const to = entry.endedAt ?? firstShown(entry.end!, in_)!;
  return minutesFrom(from, to).filter((at) => dateAt(at, in_) === date).length;
}

describe("the log by hand", () => {
  const dates = ["2026-10-24", "2026-10-25", "2026-10-26", "2026-10-27"];
  const entries = fc.array(
    fc.record({
      day: fc.integer({ min: 0, max: 3 }),
      start: fc.oneof(fc.integer({ min: 0, max: 1439 }), fc.integer({ min: 60, max: 240 })),
      length: fc.oneof(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 1, max: 3000 })),
      task: fc.constantFrom("ta", "tb"),
      person: fc.constantFrom(undefined, "me", "ines"),
    }),
    { maxLength: 8 },
  );
  const entryFrom = (
    {
      day,
      start,
      length,
      task,
      person,
    }: { day: number; start: number; length: number; task: string; person?: string | undefined },
    at: number,
  ): Work => ({
    ...bareRecord("work", { id: `e${at}`, now: "2026-10-28T12:00" }),
    ...{ start: momentAt(dates[day]!, start), end: momentAt(dates[day]!, start + length), task },
    ...(person === undefined ? {} : { person }),
  });

  test("has for each day as many minutes as a count one by one, of entries and of what they cover together", () => {
    fc.assert(
      fc.property(entries, (drawn) => {
        const all = drawn.map(entryFrom);
        const store = opened(new SetClock("2026-10-31T12:00", zone), ...all);
        const now = store.clock.now();
        for (const date of dates) {
          const mine = all.filter(({ person }) => person !== "ines");
          for (const entry of all) expect(minutesOn(date, entry, now, zone)).toBe(countedOn(date, entry, zone));
          const covered = new Set(
            mine.flatMap(({ start, end }) =>
              minutesFrom(firstShown(start, zone)!, firstShown(end!, zone)!).filter((at) => dateAt(at, zone) === date),
            ),
          );
          expect(workedOn(store, date, now).workedMinutes).toBe(covered.size);
        }
      }),
      { numRuns: 120 },
    );
  });

  it("is cut in the hour that comes twice, where it begins later by the clock than it ends", () => {
    const store = opened(
      new SetClock("2026-10-27T15:00", zone),
      entryFrom({ day: 1, start: 150, length: 1291, task: "tb" }, 0),
    );
    store.act(logs.setWorked, { on: "tb", way: "task", date: "2026-10-25", minutes: 30 });
    const now = store.clock.now();
    const on = (date: string) => entriesOf(store).reduce((sum, entry) => sum + minutesOn(date, entry, now, zone), 0);
    expect([on("2026-10-25"), on("2026-10-26")]).toEqual([30, 1]);
  });

  test("is on a day as long as was typed in a cell, and nothing else is longer or shorter by it", () => {
    const typed = fc.record({
      day: fc.integer({ min: 0, max: 3 }),
      on: fc.constantFrom("ta", "tb"),
      minutes: fc.oneof(fc.integer({ min: 0, max: 600 }), fc.constantFrom(0, 30, 1440)),
      runs: fc.constantFrom(undefined, "ta", "tb"),
    });
    fc.assert(
      fc.property(entries, typed, (drawn, { day, on, minutes, runs }) => {
        const clock = new SetClock("2026-10-27T15:00", zone);
        const over = drawn.map(entryFrom).filter(({ end }) => end! <= clock.now());
        const store = opened(clock, ...over);
        if (runs) store.act(clocks.startClock, { at: clock.instant(), zone, on: { id: runs } });
        clock.pass(45);
        const cells = () => {
          const all: Record<string, number> = {};
          for (const date of [...dates, "2026-10-23", "2026-10-28"])
            for (const entry of entriesOf(store)) {
              const row = `${date} ${entry.person ?? "me"} ${rowOf(store, entry, "task")}`;
              const minutesThere = minutesOn(date, entry, clock.now(), zone);
              if (minutesThere > 0) all[row] = (all[row] ?? 0) + minutesThere;
            }
          return all;
        };
        const before = cells();
        const date = dates[day]!;
        const cell = `${date} me ${on}`;
        try {
          store.act(logs.setWorked, { on, way: "task", date, minutes });
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
          expect(cells()).toEqual(before);
          return;
        }
        const { [cell]: now = 0, ...others } = cells();
        const { [cell]: was = 0, ...othersBefore } = before;
        expect(now).toBe(minutes);
        expect(others).toEqual(othersBefore);
        if (minutes === was) return;
        store.undo();
        expect(cells()).toEqual(before);
      }),
      { numRuns: 400 },
    );
  });

  it("keeps the name and the theme under which it was worked when the task is deleted, and gets the task back", () => {
    const clock = new SetClock("2026-11-24T10:00", zone);
    const entry: Work = {
      ...bareRecord("work", { id: "e1", now: clock.now() }),
      ...{ start: "2026-11-24T08:00", end: "2026-11-24T09:00", task: "ta" },
    };
    const store = opened(clock, entry);
    store.act(removeRecord, { id: "ta" });
    expect(store.get("e1")).toMatchObject({ title: "Task ta", theme: "field" });
    const sheet = timesheet({ reads: store, from: "2026-11-23", way: "task" });
    expect(sheet.rows).toMatchObject([{ title: "Task ta", sum: 60 }]);
    expect(rowOf(store, store.get("e1") as Work, "theme")).toBe("field");
    store.undo();
    expect(store.get("e1")).toEqual(entry);
  });

  it("forgets when the clock noted a time that is changed by hand, and only that one", () => {
    const clock = new SetClock("2026-10-25T02:40", zone);
    const store = opened(clock);
    store.act(clocks.startClock, { at: clock.instant(), zone, on: { id: "ta" } });
    clock.pass(200);
    store.act(clocks.finishClock, { at: clock.instant(), zone });
    const [entry] = entriesOf(store) as [Work];
    expect(entry).toMatchObject({ start: "2026-10-25T02:40", end: "2026-10-25T05:00" });
    expect(entryMinutes(entry, clock.now(), zone)).toBe(200);
    store.act(logs.moveEntry, { id: entry.id, start: entry.start, end: "2026-10-25T04:00" });
    expect(entriesOf(store)[0]).toMatchObject({ startedAt: entry.startedAt });
    expect(entriesOf(store)[0]).not.toHaveProperty("endedAt");
    expect(shownAt(entry.startedAt!, zone)).toBe("2026-10-25T02:40");
  });
});
