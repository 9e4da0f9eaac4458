import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { editRecord, markHabit, moveItem, place, setState, shiftBar, writePage } from "../commands";
import { dueTasks, freeAheadOf } from "../plan";
import { ledgerOf } from "../insight";
import { bareRecord, defaultSettings, type Block, type DayPage, type PensumRecord } from "../model";
import { Branch, indexes, isEmpty, layAgain, type IndexName, type Store } from "../store";
import { byId, someTask } from "../testing/arbitraries";
import { clock, deeds, now } from "../testing/deeds";
import { inOrderOfIds, perform, stateOf } from "../testing/perform";
import { openStore } from ".";
import { oddities } from "./oddities";

const contents = (store: Store) => inOrderOfIds(store.records());
const themes: PensumRecord[] = [
  { id: "field", kind: "theme", title: "Fieldwork", dye: "lichen", text: "" },
  { ...defaultSettings },
];

/** Every list that records stand in, by the ids of what is in it. */
function listsOf(store: Store, keys: ReadonlyMap<string, ReadonlySet<string>>) {
  const lists: Record<string, readonly string[]> = {};
  for (const [index, all] of keys)
    for (const key of all)
      lists[`${index} ${key}`] = store
        .list(index as IndexName, key)
        .map(({ id }) => id)
        .toSorted();
  return lists;
}

/** The keys under which records could stand: all that either store has. */
function keysIn(...stores: readonly Store[]): ReadonlyMap<string, ReadonlySet<string>> {
  return new Map(
    Object.entries(indexes).map(([name, { kinds, keysFor }]) => [
      name,
      new Set(
        stores.flatMap((store) =>
          [...store.records()].flatMap((record) =>
            kinds && !kinds.includes(record.kind) ? [] : (keysFor(record) ?? []),
          ),
        ),
      ),
    ]),
  );
}

const steps = fc.array(
  fc.record({
    name: fc.constantFrom(...Object.keys(deeds), "undo", "redo"),
    seed: fc.nat(1e9),
    above: fc.nat(2).map((number) => number > 0),
  }),
  { minLength: 10, maxLength: 40, size: "max" },
);
const earlier = fc.array(fc.record({ name: fc.constantFrom(...Object.keys(deeds)), seed: fc.nat(1e9) }), {
  minLength: 10,
  maxLength: 40,
  size: "max",
});

describe("a branch", () => {
  test("shows what a store of its own would, whatever is done in it and below it", async () => {
    await fc.assert(
      fc.asyncProperty(earlier, steps, async (before, all) => {
        const { store: ground } = await openStore(byId(themes), clock);
        for (const { name, seed } of before) perform(ground, name, seed);
        const branch = new Branch(ground);
        const told = stateOf(branch.store);
        branch.store.onChange((changes) => {
          for (const { id, from, to } of changes) {
            expect(from).toBe(told.get(id));
            if (to) told.set(id, to);
            else told.delete(id);
          }
        });
        for (const { name, seed, above } of all) {
          const below = stateOf(ground);
          perform(above ? branch.store : ground, name, seed);
          if (above) expect(stateOf(ground)).toEqual(below);
          const { store: fresh } = await openStore(stateOf(branch.store), clock);
          const keys = keysIn(fresh, ground);
          expect([name, listsOf(branch.store, keys)]).toEqual([name, listsOf(fresh, keys)]);
          expect(branch.store.size).toBe(fresh.size);
          expect(told).toEqual(stateOf(branch.store));
          expect(oddities(branch.store)).toEqual(oddities(fresh));
        }
      }),
      { numRuns: 60, interruptAfterTimeLimit: 40_000 },
    );
  }, 240_000);

  test("laid again comes to what its acts come to on a store of their own, and says of each other why it cannot be", async () => {
    await fc.assert(
      fc.asyncProperty(earlier, steps, async (before, all) => {
        const { store: ground } = await openStore(byId(themes), clock);
        for (const { name, seed } of before) perform(ground, name, seed);
        const branch = new Branch(ground);
        for (const { name, seed, above } of all) if (above) perform(branch.store, name, seed);
        const acts = branch.acts.map(({ act }) => act);
        const had = stateOf(branch.store);
        const moving = all.filter(({ above }) => !above).slice(0, 1);
        for (const { name, seed } of moving) perform(ground, name, seed);
        const { store: fresh } = await openStore(stateOf(ground), clock);
        const laid = layAgain(fresh, acts, (id) => had.get(id), "run");
        if (moving.length === 0) return;
        expect(contents(branch.store)).toEqual(contents(fresh));
        expect(branch.acts.map(({ refused }) => refused)).toEqual(laid.map(({ refused }) => refused));
      }),
      { numRuns: 60, interruptAfterTimeLimit: 40_000 },
    );
  }, 240_000);

  test("taken, is just what it showed, in one step; in part, what that part shows", async () => {
    await fc.assert(
      fc.asyncProperty(earlier, steps, fc.nat(), async (before, all, share) => {
        const { store: ground } = await openStore(byId(themes), clock);
        for (const { name, seed } of before) perform(ground, name, seed);
        const branch = new Branch(ground);
        for (const { name, seed } of all) perform(branch.store, name, seed);
        const part = branch.part((_act, at) => (share + at) % 3 !== 0);
        const [below, wanted] = [contents(ground), contents(part.store)];
        const isSome = !isEmpty(part.changes);
        part.take("Took a part");
        expect(contents(ground)).toEqual(wanted);
        if (isSome) ground.undo();
        expect(contents(ground)).toEqual(below);
        const whole = contents(branch.store);
        branch.take("Took it all");
        expect(contents(ground)).toEqual(whole);
      }),
      { numRuns: 40, interruptAfterTimeLimit: 40_000 },
    );
  }, 240_000);

  test("does its acts again as they were meant: an hour later is an hour later than it is by now", async () => {
    const block: Block = {
      ...bareRecord("block", { id: "bl", title: "Calls", now }),
      ...{ start: "2026-11-25T09:00", end: "2026-11-25T10:00" },
    };
    const { store: ground } = await openStore(byId([defaultSettings, block]), clock);
    const branch = new Branch(ground);
    branch.store.act(shiftBar, { id: "bl", minutes: 60 });
    ground.act(moveItem, { id: "bl", start: "2026-11-26T14:00" });
    expect(branch.store.get("bl")).toMatchObject({ start: "2026-11-26T15:00", end: "2026-11-26T16:00" });
  });

  test("says what cannot be done any more, and does it when it can again", async () => {
    const { store: ground } = await openStore(byId([defaultSettings, someTask("ta"), someTask("tb")]), clock);
    const branch = new Branch(ground);
    branch.store.act(place, { task: "ta", start: "2026-11-25T09:00" });
    branch.store.act(setState, { tasks: ["tb"], state: "done" });
    ground.act({ name: "take out", run: (tx) => (tx.remove("ta"), "Took it out") }, undefined);
    expect(branch.acts.map(({ refused }) => refused)).toEqual([expect.stringMatching(/no longer exists/), undefined]);
    expect(branch.store.find("task", "tb")?.state).toBe("done");
    expect(branch.store.list("kind", "block")).toEqual([]);
    ground.undo();
    expect(branch.acts.every(({ refused }) => refused === undefined)).toBe(true);
    expect(branch.store.list("kind", "block")).toHaveLength(1);
    expect(ground.list("kind", "block")).toHaveLength(0);
  });

  test("keeps what was meant where the ground says the same for a while", async () => {
    const { store: ground } = await openStore(byId([defaultSettings, someTask("ta", { title: "Old" })]), clock);
    const branch = new Branch(ground);
    branch.store.act(editRecord, { id: "ta", fields: { title: "New" } });
    ground.act(editRecord, { id: "ta", fields: { title: "New" } });
    expect(isEmpty(branch.changes)).toBe(true);
    ground.undo();
    expect(ground.find("task", "ta")?.title).toBe("Old");
    expect(branch.store.find("task", "ta")?.title).toBe("New");
  });

  test("in part, keeps an edit of what was removed below, as the whole of it does", async () => {
    const { store: ground } = await openStore(byId([defaultSettings, someTask("ta")]), clock);
    const branch = new Branch(ground);
    branch.store.act(editRecord, { id: "ta", fields: { title: "Kept" } });
    ground.act({ name: "take out", run: (tx) => (tx.remove("ta"), "Took it out") }, undefined);
    const part = branch.part(() => true);
    expect(part.store.get("ta")).toEqual(branch.store.get("ta"));
    expect(part.store.find("task", "ta")?.title).toBe("Kept");
  });

  test("merges what was written, and what a list holds, with what is written below", async () => {
    const habit = { ...bareRecord("habit", { id: "ha", title: "Walk", now }), marks: ["2026-11-20"] };
    const { store: ground } = await openStore(byId([defaultSettings, someTask("ta", { tags: ["old"] }), habit]), clock);
    ground.act(writePage, { id: "day-2026-11-24", text: "# Monday\n\nOne\n\nTwo\n" });
    const branch = new Branch(ground);
    branch.store.act(writePage, { id: "day-2026-11-24", text: "# Monday\n\nOne\n\nTwo, and more\n" });
    branch.store.act(editRecord, { id: "ta", fields: { tags: ["old", "drafted"] } });
    branch.store.act(markHabit, { habit: "ha", date: "2026-11-23", as: "done" });
    ground.act(writePage, { id: "day-2026-11-24", text: "# Monday\n\nOne more\n\nTwo\n" });
    ground.act(editRecord, { id: "ta", fields: { tags: ["old", "real"] } });
    ground.act(markHabit, { habit: "ha", date: "2026-11-22", as: "done" });
    expect((branch.store.get("day-2026-11-24") as DayPage).text).toBe("# Monday\n\nOne more\n\nTwo, and more\n");
    expect(branch.store.find("task", "ta")?.tags.toSorted()).toEqual(["drafted", "old", "real"]);
    expect(branch.store.find("habit", "ha")?.marks).toEqual(["2026-11-20", "2026-11-22", "2026-11-23"]);
  });

  test("is read as any store is: free time, what is due and the log are those of the branch", async () => {
    const task = someTask("ta", { due: "2026-11-26", estimateMinutes: 120 });
    const { store: ground } = await openStore(byId([defaultSettings, task]), clock);
    const branch = new Branch(ground);
    const free = (store: Store) => freeAheadOf(store).sums(now, 3).at(-1);
    const freeBefore = free(ground);
    branch.store.act(place, { task: "ta", start: "2026-11-25T09:00", minutes: 90 });
    expect(dueTasks(ground)[0]?.minutes).toBe(120);
    expect(dueTasks(branch.store)[0]?.minutes).toBe(30);
    expect(free(ground)).toBe(freeBefore);
    expect(free(branch.store)).toBe((freeBefore ?? 0) - 90);
    expect(ledgerOf(branch.store)).not.toBe(ledgerOf(ground));
    ground.act(setState, { tasks: ["ta"], state: "done" });
    expect(dueTasks(branch.store)).toEqual([]);
  });
});
