import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { editRecord, giveDay, moveItem, place, removeRecord, setState, skipOccurrence } from "../commands";
import { bareRecord, defaultSettings, type PensumRecord, type Task } from "../model";
import { Journal, MemoryLog, recordsBefore, Store } from "../store";
import { byId } from "../testing/arbitraries";
import { Hand, deeds } from "../testing/deeds";
import { openStore } from "../workspace";
import { standingClock } from "../time";
import { planAsItStood, stoodSentence } from "./asItStood";

const now = "2026-11-24T11:07";
const clock = standingClock(now, "Europe/Berlin");
const week = { from: "2026-11-23", to: "2026-11-29" };
const task = (id: string, fields: Partial<Task> = {}): Task => ({
  ...bareRecord("task", { id, title: `Task ${id}`, now }),
  ...fields,
});
const block = (id: string, start: string, end: string, of: string): PensumRecord => ({
  ...bareRecord("block", { id, title: "", now }),
  ...{ start, end, task: of },
});

/** A store with its log, and what the log says of how things stood before a place in it. */
function kept(...records: PensumRecord[]) {
  return logged(new Store(byId([defaultSettings, ...records]), [], clock));
}

/** The same with the rules of the app, by which a task that comes again goes on when it is done. */
async function keptByRules(...records: PensumRecord[]) {
  return logged((await openStore(byId([defaultSettings, ...records]), clock)).store);
}

function logged(store: Store) {
  const log = new MemoryLog();
  const journal = new Journal(store, log, { seq: 0, by: "d.t" });
  return {
    store,
    before: async (seq = 0) => {
      await journal.durable();
      return recordsBefore(await log.readAfter(seq), (id) => store.get(id));
    },
  };
}

describe("the plan as it stood", () => {
  test("tells what was kept, moved, made longer, dropped and added, and by what act", async () => {
    const { store, before } = kept(
      ...["a", "b", "c", "d", "e"].map((id) => task(id)),
      block("ba", "2026-11-24T09:00", "2026-11-24T10:00", "a"),
      block("bb", "2026-11-25T09:00", "2026-11-25T10:00", "b"),
      block("bc", "2026-11-26T09:00", "2026-11-26T10:00", "c"),
      block("bd", "2026-11-27T09:00", "2026-11-27T10:00", "d"),
      task("day", { doDay: "2026-11-26" }),
    );
    store.act(moveItem, { id: "bb", start: "2026-11-27T14:00" });
    store.act(moveItem, { id: "bc", start: "2026-11-26T09:00", end: "2026-11-26T11:30" });
    store.act(removeRecord, { id: "bd" });
    store.act(place, { task: "e", start: "2026-11-28T09:00" });
    store.act(giveDay, { tasks: ["day"], day: "2026-12-02" });
    const items = planAsItStood(store, await before(), week);
    expect(items.map(({ title, fate, by }) => [title, fate, by?.said.split(" ")[0]])).toEqual([
      ["Task a", "kept", undefined],
      ["Task b", "moved", "Moved"],
      ["Task day", "moved", "Set"],
      ["Task c", "longer", expect.any(String)],
      ["Task d", "dropped", expect.any(String)],
      ["Task e", "new", "Placed"],
    ]);
    expect(stoodSentence(items)).toBe(
      "Of the 5 things planned then, 1 was kept, 2 were moved, 1 was made longer and 1 was dropped; 1 thing was added since.",
    );
  });

  test("knows hours that were taken off and laid again for the same task as the same", async () => {
    const { store, before } = kept(task("a"), block("ba", "2026-11-24T14:00", "2026-11-24T15:00", "a"));
    store.act(removeRecord, { id: "ba" });
    store.act(place, { task: "a", start: "2026-11-25T14:00", minutes: 60 });
    const [item, ...others] = planAsItStood(store, await before(), week);
    expect(others).toEqual([]);
    expect(item).toMatchObject({
      fate: "moved",
      then: { start: "2026-11-24T14:00" },
      now: { start: "2026-11-25T14:00" },
    });
  });

  test("has each time of what comes again: moved alone, left out, done, or moved with all of them", async () => {
    const daily = { repeat: "RRULE:FREQ=DAILY" };
    const { store, before } = await keptByRules(
      {
        ...bareRecord("event", { id: "desk", title: "Desk", now }),
        start: "2026-11-23T09:00",
        end: "2026-11-23T10:00",
        ...daily,
      } as PensumRecord,
      {
        ...bareRecord("event", { id: "walk", title: "Walk", now }),
        start: "2026-11-24T12:00",
        end: "2026-11-24T12:30",
        repeat: "RRULE:FREQ=WEEKLY",
      } as PensumRecord,
      task("water", { title: "Water", doDay: "2026-11-24", ...daily }),
    );
    store.act(moveItem, { id: "desk-20261125t090000", start: "2026-11-25T15:00" });
    store.act(skipOccurrence, { id: "desk-20261126t090000", scope: "one" });
    store.act(moveItem, { id: "walk", start: "2026-11-24T13:00" });
    store.act(setState, { tasks: ["water"], state: "done" });
    const items = planAsItStood(store, await before(), week);
    const of = (title: string) =>
      items
        .filter((item) => item.title === title)
        .map(({ then, now, fate, by }) => [(then ?? now)!.start, fate, by !== undefined]);
    expect(of("Desk")).toEqual([
      ["2026-11-23T09:00", "kept", false],
      ["2026-11-24T09:00", "kept", false],
      ["2026-11-25T09:00", "moved", true],
      ["2026-11-26T09:00", "dropped", true],
      ...["27", "28", "29"].map((day) => [`2026-11-${day}T09:00`, "kept", false]),
    ]);
    expect(of("Walk")).toEqual([["2026-11-24T12:00", "moved", true]]);
    expect(of("Water").map(([start, fate]) => [start, fate])).toEqual(
      ["24", "25", "26", "27", "28", "29"].map((day) => [`2026-11-${day}`, "kept"]),
    );
    expect(items.find(({ title, then }) => title === "Water" && then?.start === "2026-11-24")?.isDone).toBe(true);
  });

  test("has no hours of a series on a day on which its task is a record of its own, also where the task no longer repeats", () => {
    const { store } = kept(
      task("a", { doDay: "2026-12-01" }),
      task("a-20261125", { doDay: "2026-11-25", series: "a", occurrence: "2026-11-25" }),
      {
        ...block("hours", "2026-11-24T11:00", "2026-11-24T11:30", "a"),
        repeat: "RRULE:FREQ=DAILY;COUNT=3",
      } as PensumRecord,
    );
    const items = planAsItStood(store, { records: new Map(), touchedBy: new Map() }, week);
    expect(items.map(({ now }) => now?.start)).toEqual(["2026-11-24T11:00", "2026-11-25", "2026-11-26T11:00"]);
  });

  test("has a task that repeated and was dropped, or is done with, no more than once", async () => {
    const { store, before } = kept(
      task("a", { doDay: "2026-11-24", repeat: "RRULE:FREQ=DAILY", state: "dropped" }),
      task("b", { doDay: "2026-11-25", repeat: "RRULE:FREQ=DAILY", state: "done" }),
    );
    store.act(editRecord, { id: "a", fields: { title: "Other" } });
    const items = planAsItStood(store, await before(), week);
    expect(items.map(({ then, fate }) => [then?.start, fate])).toEqual([["2026-11-25", "kept"]]);
  });

  test("says of any moment of any history what the plan was at that moment", async () => {
    const names = Object.keys(deeds);
    const hours = (one: { start: string; end: string } | undefined) => one && `${one.start} ${one.end}`;
    const again: PensumRecord[] = [
      {
        ...bareRecord("event", { id: "desk", title: "Desk", now }),
        start: "2026-11-23T09:00",
        end: "2026-11-23T10:00",
        repeat: "RRULE:FREQ=DAILY",
      } as PensumRecord,
      task("water", { doDay: "2026-11-24", repeat: "RRULE:FREQ=DAILY" }),
    ];
    let planned = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.integer(),
        fc.array(fc.constantFrom(...names), { minLength: 10, maxLength: 40 }),
        async (seed, chosen) => {
          const { store } = await openStore(byId([defaultSettings, ...again]), clock);
          const log = new MemoryLog();
          const journal = new Journal(store, log, { seq: 0, by: "d.t" });
          const hand = new Hand(store, seed);
          const moments: { seq: number; plan: (string | undefined)[] }[] = [];
          const none = { records: new Map(), touchedBy: new Map() };
          for (const name of chosen) {
            try {
              deeds[name]!(hand);
            } catch {
              // What is refused changes nothing.
            }
            await journal.durable();
            const plan = planAsItStood(store, none, week);
            expect(plan.every(({ fate }) => fate === "kept")).toBe(true);
            moments.push({ seq: journal.seq, plan: plan.map(({ now }) => hours(now)).sort() });
          }
          for (const { seq, plan } of moments) {
            const before = recordsBefore(await log.readAfter(seq), (id) => store.get(id));
            const stood = planAsItStood(store, before, week).filter(({ then }) => then);
            expect(stood.map(({ then }) => hours(then)).sort()).toEqual(plan);
            planned += plan.length;
          }
        },
      ),
      { numRuns: 60 },
    );
    expect(planned).toBeGreaterThan(1000);
  });

  test("has all records as they were at any place of any history", async () => {
    const names = Object.keys(deeds);
    await fc.assert(
      fc.asyncProperty(
        fc.integer(),
        fc.array(fc.constantFrom(...names), { minLength: 5, maxLength: 25 }),
        async (seed, chosen) => {
          const { store } = await openStore(new Map([[defaultSettings.id, defaultSettings]]), clock);
          const log = new MemoryLog();
          const journal = new Journal(store, log, { seq: 0, by: "d.t" });
          const hand = new Hand(store, seed);
          const states = new Map<number, Map<string, PensumRecord>>();
          for (const name of chosen) {
            try {
              deeds[name]!(hand);
            } catch {
              // What is refused changes nothing.
            }
            await journal.durable();
            states.set(journal.seq, new Map([...store.records()].map((record) => [record.id, record])));
          }
          for (const [seq, state] of states) {
            const { records } = recordsBefore(await log.readAfter(seq), (id) => store.get(id));
            const then = new Map([...store.records()].map((record) => [record.id, record]));
            for (const [id, record] of records)
              if (record) then.set(id, record);
              else then.delete(id);
            expect([...then].sort()).toEqual([...state].sort());
          }
        },
      ),
      { numRuns: 25 },
    );
  });
});
