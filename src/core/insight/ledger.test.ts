import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { bareRecord, defaultSettings, type PensumRecord, type Work } from "../model";
import { minutesOn, rowOf, isMyEntry, workedOn } from "../plan";
import { Journal, MemoryLog, packRecords, RecordTable, Store, type Runnable } from "../store";
import { addDays, clockChanges, momentAt, standingClock } from "../time";
import { insights, type InsightName } from "./charts";
import { minutesBy, type Asking } from "./charts/asking";
import { plannedAndWorked } from "./charts/plannedAndWorked";
import { begunLedgerOf, Ledger, ledgerOf } from "./ledger";
import type { Span } from "./span";

const zone = "Europe/Berlin";
/** Two days after the clocks went back. */
const now = "2026-10-27T11:07";
const firstDay = "2026-10-20";
const people = [undefined, "me", "ines"];
const themes = [undefined, "field", "desk", "gone"];

const ground: readonly PensumRecord[] = [
  { ...defaultSettings, me: "me" },
  { ...bareRecord("theme", { id: "field", title: "Fieldwork", now }), weeklyMinutes: 600 },
  bareRecord("theme", { id: "desk", title: "Desk", now }),
  bareRecord("person", { id: "me", title: "Me", now }),
  bareRecord("person", { id: "ines", title: "Ines", now }),
  { ...bareRecord("goal", { id: "claim", title: "Claim", now }), area: "work" },
  bareRecord("area", { id: "work", title: "Work", now }),
  { ...bareRecord("goal", { id: "letter", title: "Letter", now }), parent: "claim" },
  { ...bareRecord("project", { id: "reach", title: "Reach 5", now }), goal: "letter" },
  { ...bareRecord("task", { id: "a", title: "Survey", now }), theme: "field", project: "reach" },
  { ...bareRecord("task", { id: "b", title: "Mail", now }), theme: "desk" },
  bareRecord("task", { id: "c", title: "Call", now }),
];

const entries = fc.record({
  day: fc.integer({ min: 0, max: 7 }),
  start: fc.integer({ min: 0, max: 1439 }),
  length: fc.integer({ min: 0, max: 3000 }),
  task: fc.constantFrom(undefined, "a", "b", "c", "gone"),
  theme: fc.constantFrom(...themes),
  person: fc.constantFrom(...people),
  isRunning: fc.boolean(),
});
type Drawn = typeof entries extends fc.Arbitrary<infer T> ? T : never;

function entryOf(id: string, { day, start, length, isRunning, ...links }: Drawn): Work {
  const from = momentAt(addDays(firstDay, day), start);
  const given = Object.entries(links).filter(([, value]) => value !== undefined);
  return {
    ...(bareRecord("work", { id, now }) as Work),
    start: from,
    ...(isRunning ? { end: undefined } : { end: momentAt(addDays(firstDay, day), start + length) }),
    ...Object.fromEntries(given),
  } as Work;
}

const opened = (records: readonly PensumRecord[]) =>
  new Store(new Map([...ground, ...records].map((one) => [one.id, one])), [], standingClock(now, zone));
const asked = (store: Store, span: Span): Asking => ({
  ...{ store, span, who: "me", way: "theme" },
  ...{ today: "2026-10-27", firstWeekday: 1, settings: defaultSettings, style: { locale: "en-GB", hour12: false } },
});
const week: Span = { from: "2026-10-21", to: "2026-10-27" };
const datesOf = ({ from, to }: Span) => {
  const dates = [];
  for (let date = from; date <= to; date = addDays(date, 1)) dates.push(date);
  return dates;
};
const put: Runnable<PensumRecord> = { name: "put", run: (tx, record) => (tx.put(record), "Put") };
const remove: Runnable<string> = { name: "remove", run: (tx, id) => (tx.remove(id), "Removed") };

describe("the ledger", () => {
  test("adds up to the same minutes as each entry asked for each day", () => {
    fc.assert(
      fc.property(fc.array(entries, { maxLength: 30 }), fc.constantFrom("theme", "project", "task"), (drawn, way) => {
        const store = opened(drawn.map((one, at) => entryOf(`e${at}`, one)));
        const expected = new Map<string | undefined, number>();
        for (const date of datesOf(week))
          for (const entry of store.list("kind", "work") as readonly Work[]) {
            const minutes = isMyEntry(store, entry) ? minutesOn(date, entry, now, zone) : 0;
            const row = rowOf(store, entry, way as "theme");
            if (minutes > 0) expected.set(row, (expected.get(row) ?? 0) + minutes);
          }
        expect([...minutesBy(asked(store, week), week, way as "theme")].sort()).toEqual([...expected].sort());
      }),
    );
  });

  test("counts what overlaps once where it tells of days, as the day itself does", () => {
    fc.assert(
      fc.property(fc.array(entries, { maxLength: 20 }), (drawn) => {
        const store = opened(drawn.map((one, at) => entryOf(`e${at}`, one)).filter(({ end }) => end !== undefined));
        const { rows } = plannedAndWorked(asked(store, week));
        const clockDays = clockChanges(week.from, week.to, zone);
        for (const { key, values } of rows)
          // On the day of a clock change the hours that are shown twice are told apart by instants only.
          if (!clockDays.includes(key)) expect(values[1]).toBe(workedOn(store, key, now).workedMinutes);
      }),
    );
  });

  test("is after any changes what it would be if it were made again", () => {
    const change = fc.oneof(
      entries.map((one) => ({ entry: one })),
      fc.record({ removed: fc.nat({ max: 9 }) }),
      fc.record({ task: fc.constantFrom("a", "b", "c"), theme: fc.constantFrom("field", "desk") }),
      fc.record({ goal: fc.constantFrom("claim", "letter"), area: fc.constantFrom("work", undefined) }),
      fc.record({ me: fc.constantFrom("me", "ines") }),
    );
    fc.assert(
      fc.property(fc.array(entries, { maxLength: 9 }), fc.array(change, { maxLength: 12 }), (drawn, changes) => {
        const store = opened(drawn.map((one, at) => entryOf(`e${at}`, one)));
        const ledger = ledgerOf(store);
        answersOf(store);
        changes.forEach((one, at) => {
          if (at % 3 === 0) answersOf(store);
          if ("entry" in one) store.act(put, entryOf(`e${at % 10}`, one.entry));
          else if ("removed" in one) store.act(remove, `e${one.removed}`);
          else if ("task" in one) store.act(put, { ...store.get(one.task)!, theme: one.theme } as PensumRecord);
          else if ("goal" in one) store.act(put, { ...store.get(one.goal)!, area: one.area } as PensumRecord);
          else store.act(put, { ...defaultSettings, me: one.me });
        });
        expect(ledgerOf(store)).toBe(ledger);
        expect(summed(ledger)).toEqual(summed(new Ledger(store)));
        const again = new Store(new Map([...store.records()].map((one) => [one.id, one])), [], store.clock);
        expect(answersOf(store)).toEqual(answersOf(again));
      }),
    );
  });

  test("is the same when it was laid bit by bit, from records that were packed, while they changed", () => {
    const change = fc.oneof(
      entries.map((one) => ({ entry: one })),
      fc.record({ removed: fc.nat({ max: 9 }) }),
      fc.record({ task: fc.constantFrom("a", "b", "c"), theme: fc.constantFrom("field", "desk") }),
      fc.record({ me: fc.constantFrom("me", "ines") }),
      fc.constantFrom({ step: "lay" as const }, { step: "make" as const }, { step: "undo" as const }),
    );
    fc.assert(
      fc.property(fc.array(entries, { maxLength: 9 }), fc.array(change, { maxLength: 12 }), (drawn, changes) => {
        const table = new RecordTable();
        const all = [...ground, ...drawn.map((one, at) => entryOf(`e${at}`, one))];
        for (let at = 0; at < all.length; at += 3) table.addPacked(packRecords(all.slice(at, at + 3)));
        const store = new Store(table, [], standingClock(now, zone));
        const ledger = begunLedgerOf(store);
        changes.forEach((one, at) => {
          if ("entry" in one) store.act(put, entryOf(`e${at % 10}`, one.entry));
          else if ("removed" in one) store.act(remove, `e${one.removed}`);
          else if ("task" in one) store.act(put, { ...store.get(one.task)!, theme: one.theme } as PensumRecord);
          else if ("me" in one) store.act(put, { ...defaultSettings, me: one.me });
          else if (one.step === "lay") ledger.layMore();
          else if (one.step === "make") table.makeSome();
          else store.undo();
        });
        expect(ledgerOf(store)).toBe(ledger);
        const again = new Store(new Map([...store.records()].map((one) => [one.id, one])), [], store.clock);
        expect(summed(ledger)).toEqual(summed(new Ledger(again)));
      }),
    );
  });

  test("is right when an entry changes several times before anybody hears of it, in one act or in two tabs", async () => {
    const moved: Runnable<readonly Work[]> = {
      name: "moved",
      run: (tx, all) => (all.forEach((one) => tx.put(one)), "Moved"),
    };
    await fc.assert(
      fc.asyncProperty(
        fc.array(entries, { minLength: 1, maxLength: 4 }),
        fc.array(entries, { minLength: 2 }),
        async (drawn, later) => {
          const log = new MemoryLog();
          const tabs = [0, 1].map(() => {
            const store = opened(drawn.map((one, at) => entryOf(`e${at}`, one)));
            return { store, ledger: ledgerOf(store), journal: new Journal(store, log, { seq: 0, by: "test.tab" }) };
          });
          later.forEach((one, at) => {
            const same = later.slice(at, at + 3).map((another) => entryOf(`e${at % drawn.length}`, another));
            tabs[at % 2]!.store.act(moved, [entryOf(`e${at % drawn.length}`, one), ...same]);
          });
          for (let times = 0; times < 3; times++) {
            await Promise.all(tabs.map(({ journal }) => journal.durable()));
            await Promise.all(tabs.map(({ journal }) => journal.pull()));
          }
          for (const { store, ledger } of tabs) {
            expect(ledgerOf(store)).toBe(ledger);
            expect(summed(ledger)).toEqual(summed(new Ledger(store)));
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  test("follows hundreds of entries that change, come and go in one act", () => {
    const drawn = fc.sample(entries, { numRuns: 300, seed: 4 });
    const store = opened(drawn.map((one, at) => entryOf(`e${at}`, one)));
    const ledger = ledgerOf(store);
    const later: Runnable<undefined> = {
      name: "later",
      run: (tx) => {
        drawn.forEach((one, at) =>
          at % 3 === 0 ? tx.remove(`e${at}`) : tx.put(entryOf(`e${at}`, { ...one, start: (one.start + 90) % 1440 })),
        );
        drawn.slice(0, 50).forEach((one, at) => tx.put(entryOf(`new${at}`, one)));
        return "Later";
      },
    };
    for (const turn of [() => store.act(later, undefined), () => store.undo(), () => store.redo()]) {
      turn();
      expect(summed(ledger)).toEqual(summed(new Ledger(store)));
    }
    store.act(remove, "e1");
    expect(summed(ledger)).toEqual(summed(new Ledger(store)));
  });

  test("counts no time in the hour that the clocks skip, and a day long ago or far ahead as any other", () => {
    const at = (id: string, start: string, end: string): Work => ({
      ...(bareRecord("work", { id, now }) as Work),
      ...{ start, end, task: "a" },
    });
    // On 29 March 2026 half past two is an hour later already, as the clock shows it.
    const skipped = [
      at("s1", "2026-03-29T02:30", "2026-03-29T03:10"),
      at("s2", "2026-03-29T02:10", "2026-03-29T03:10"),
    ];
    const absurd = [at("x1", "1066-10-14T09:00", "1066-10-14T10:00"), at("x2", "9990-01-01T23:00", "9990-01-02T01:00")];
    const store = opened([...skipped, ...absurd, at("x3", "1500-01-01T00:00", "9000-01-01T00:00")]);
    const ledger = ledgerOf(store);
    expect(ledger.order.length).toBe(403);
    for (const entry of [...skipped, ...absurd, ...skipped]) {
      store.act(put, { ...entry, title: entry.title + "+" });
      store.act(remove, entry.id);
      store.act(put, entry);
    }
    expect(summed(ledger)).toEqual(summed(new Ledger(store)));
    const times = Array.from({ length: ledger.order.length }, (_, at) => ledger.order.rowAt(at)).map(
      (row) => ledger.day[row]! * 1440 + ledger.start[row]!,
    );
    expect(times).toEqual(times.toSorted((a, b) => a - b));
    expect(ledger.reach()).toEqual({ from: "1066-10-14", to: "9990-01-02" });
    expect(ledger.order.length).toBe(403);
  });

  test("says the area of the project, or of the goal above it", () => {
    const store = opened([
      entryOf("e", { day: 1, start: 60, length: 30, task: "a", theme: undefined, person: undefined, isRunning: false }),
    ]);
    const by = (way: "area" | "goal" | "project") => [...minutesBy(asked(store, week), week, way).keys()];
    expect([by("project"), by("goal"), by("area")]).toEqual([["reach"], ["letter"], ["work"]]);
  });

  test("lets what runs count up to the present", () => {
    const clock = { ...standingClock(now, zone), now: () => present };
    let present = "2026-10-27T11:07";
    const running = entryOf("e", {
      ...{ day: 7, start: 600, length: 0, task: "a", theme: undefined, person: undefined },
      isRunning: true,
    });
    const store = new Store(new Map([...ground, running].map((one) => [one.id, one])), [], clock);
    const minutes = () => minutesBy(asked(store, week), week, "task").get("a");
    expect(minutes()).toBe(67);
    present = "2026-10-27T11:37";
    expect(minutes()).toBe(97);
  });
});

/** What every question is answered with, of a week, of the days around it and of the person beside everybody. */
function answersOf(store: Store) {
  const spans = [week, { from: "2026-10-01", to: "2026-12-31" }];
  return spans.flatMap((span) =>
    (Object.keys(insights) as InsightName[]).flatMap((name) =>
      (["me", "all"] as const).map((who) => {
        const { answer, rows } = insights[name].answer({ ...asked(store, span), who });
        return [name, who, answer, ...rows.map(({ key, values }) => `${key} ${values.join(" ")}`).sort()];
      }),
    ),
  );
}

/** What a ledger says of each entry, whatever rows it has it in. */
function summed(ledger: Ledger): string[] {
  const rows: string[] = [];
  for (let row = 0; row < ledger.size; row++)
    if (ledger.minutes[row])
      rows.push(
        [
          ...[ledger.entryOf(row), ledger.day[row], ledger.start[row], ledger.minutes[row]],
          ...(["theme", "project", "goal", "area", "person", "task"] as const).map((way) => ledger.keyOf(row, way)),
          ledger.person[row] === 0,
        ].join(" "),
      );
  return rows.sort();
}
