import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { giveDay, moveItem, place, removeRecord } from "../commands";
import { bareRecord, defaultSettings, type PensumRecord, type Task } from "../model";
import { Journal, MemoryLog, recordsBefore, Store } from "../store";
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
  const store = new Store(new Map([defaultSettings, ...records].map((one) => [one.id, one])), [], clock);
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
