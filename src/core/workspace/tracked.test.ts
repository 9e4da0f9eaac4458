import fc from "fast-check";
import { describe, expect, it, test, vi } from "vitest";
import { addEvent } from "../commands";
import { defaultSettings, Refusal, type PensumRecord } from "../model";
import {
  allDayEvents,
  dayItems,
  dueTasks,
  FreeAhead,
  habitsOn,
  leftOver,
  loadOf,
  shortages,
  stripItems,
  timelineRows,
  tray,
  unplacedTasks,
  datesAhead,
  warningsOn,
} from "../plan";
import { Store, Tracked } from "../store";
import { someTask } from "../testing/arbitraries";
import { clock, deeds, Hand, now, today, type Deed } from "../testing/deeds";
import { addDays } from "../time";
import { openStore } from ".";

const themes: PensumRecord[] = [
  { id: "field", kind: "theme", title: "Fieldwork", dye: "lichen", text: "" },
  { ...defaultSettings },
];
/** What the screens compute, by name; none may hang on more than it reads. */
const computations: Readonly<Record<string, (store: Store) => unknown>> = {
  load: (store) => loadOf(store, today),
  items: (store) => dayItems(store, today),
  strip: (store) => stripItems(store, [today, addDays(today, 1)], 1),
  allDay: (store) => allDayEvents(store, today),
  tray: (store) => tray(store, today),
  unplaced: (store) => unplacedTasks(store, addDays(today, 7)),
  leftOver: (store) => leftOver(store, today),
  habits: (store) => habitsOn(store, today, 1),
  warnings: (store) => warningsOn(store, datesAhead(store, today, 3)),
  timeline: (store) => timelineRows(store, "theme", { doneSince: "2026-11-01", events: true }),
  due: (store) => dueTasks(store),
  shortages: (store) => shortages(dueTasks(store), new FreeAhead(store), now),
};

test("whatever is done: what was computed is what it would come to if it were computed anew", async () => {
  const moves = fc.array(fc.record({ name: fc.constantFrom(...Object.keys(deeds)), seed: fc.nat(1e9) }), {
    minLength: 5,
    maxLength: 40,
  });
  await fc.assert(
    fc.asyncProperty(moves, async (all) => {
      const { store } = await openStore(new Map(themes.map((one) => [one.id, one])), clock);
      const followed = Object.entries(computations).map(([name, compute]) => {
        const tracked = new Tracked(store, compute);
        tracked.read();
        tracked.subscribe(() => {});
        return { name, tracked, compute };
      });
      for (const { name: what, seed } of all) {
        try {
          (deeds[what] as Deed)(new Hand(store, seed));
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
        }
        if (seed % 7 === 0) store.undo();
        for (const { name, tracked, compute } of followed)
          expect([what, name, tracked.read()]).toEqual([what, name, compute(store)]);
      }
    }),
    { numRuns: 60, interruptAfterTimeLimit: 30_000 },
  );
}, 120_000);

test("what is kept beside the store is asked anew by those who are told of the same act, in whatever order they are", async () => {
  const { store } = await openStore(new Map(themes.map((one) => [one.id, one])), clock);
  const free = new FreeAhead(store);
  const sums = new Tracked(store, () => [...free.sums(now, 10)]);
  const seen: (readonly number[])[] = [];
  // As the interface does it: whoever is told reads at once.
  sums.read();
  sums.subscribe(() => void seen.push(sums.read()));
  const isRight = () => expect(seen.at(-1)).toEqual([...new FreeAhead(store).sums(now, 10)]);
  for (const hour of ["13", "15"]) {
    store.act(addEvent, { start: `${today}T${hour}:00`, end: `${today}T${hour}:45`, title: "Call" });
    isRight();
  }
  store.undo();
  isRight();
});

describe("a computation", () => {
  const put = {
    name: "put",
    run: (tx: { put(record: PensumRecord): void }, record: PensumRecord) => (tx.put(record), "Put it in"),
  };
  const onDay = (day: string) => (store: Store) => store.list("tasksByDoDay", day).map(({ id }) => id);

  it("is told of the lists and records that it read, once an act, and of nothing else", () => {
    const store = new Store();
    const told = vi.fn();
    const tracked = new Tracked(store, (from) => [
      ...onDay("2026-11-24")(from),
      ...from.list("kind", "task").filter(({ id }) => id === "tb"),
      from.get("ta"),
    ]);
    const elsewhere = vi.fn();
    const other = new Tracked(store, onDay("2026-11-25"));
    tracked.read();
    other.read();
    const stop = tracked.subscribe(told);
    other.subscribe(elsewhere);
    store.act(put, someTask("ta", { doDay: "2026-11-24" }));
    expect([told.mock.calls.length, elsewhere.mock.calls.length]).toEqual([1, 0]);
    expect(tracked.read()[0]).toBe("ta");
    stop();
    store.act(put, someTask("ta"));
    expect(told).toHaveBeenCalledTimes(1);
    expect(tracked.read()).toEqual([expect.objectContaining({ id: "ta" })]);
  });

  it("is not told of words alone, and keeps its value where it comes to the same", () => {
    const store = new Store();
    store.act(put, someTask("ta", { doDay: "2026-11-24" }));
    const told = vi.fn();
    const tracked = new Tracked(store, onDay("2026-11-24"));
    const first = tracked.read();
    tracked.subscribe(told);
    store.act(put, someTask("ta", { doDay: "2026-11-24", text: "words" }));
    expect(told).not.toHaveBeenCalled();
    store.act(put, someTask("ta", { doDay: "2026-11-24", text: "words", due: "2026-12-01" }));
    expect(told).toHaveBeenCalledTimes(1);
    expect(tracked.read()).toBe(first);
  });

  it("follows what it reads as that changes", () => {
    const store = new Store();
    const tracked = new Tracked(store, (from) => from.find("task", from.find("task", "ta")?.parent)?.title);
    tracked.read();
    const told = vi.fn();
    tracked.subscribe(told);
    store.act(put, someTask("tb", { title: "whole" }));
    expect(told).not.toHaveBeenCalled();
    store.act(put, someTask("ta", { parent: "tb" }));
    expect(tracked.read()).toBe("whole");
    store.act(put, someTask("tb", { title: "other" }));
    expect(told).toHaveBeenCalledTimes(2);
    expect(tracked.read()).toBe("other");
  });

  it("that is a map or a set is another one when what it holds is", () => {
    const store = new Store();
    store.act(put, someTask("ta", { estimateMinutes: 30 }));
    const lengths = new Tracked(store, (from) => new Map([["ta", from.find("task", "ta")?.estimateMinutes]]));
    const titles = new Tracked(store, (from) => new Set([from.find("task", "ta")?.title]));
    for (const tracked of [lengths, titles]) tracked.subscribe(() => {});
    expect([lengths.read().get("ta"), titles.read().has("Other")]).toEqual([30, false]);
    store.act(put, someTask("ta", { estimateMinutes: 45, title: "Other" }));
    expect([lengths.read().get("ta"), titles.read().has("Other")]).toEqual([45, true]);
  });
});
