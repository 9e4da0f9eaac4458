import fc from "fast-check";
import { expect, test } from "vitest";
import type { PensumRecord } from "../model";
import { someTask, stepArbitrary, type Step } from "../testing/arbitraries";
import { MemoryLog } from "./changeLog";
import { Journal } from "./journal";
import { replay } from "./replay";
import type { Runnable } from "./command";
import { Store } from "./store";
import { earlierSteps } from "./undoHistory";

const step: Runnable<Step> = {
  name: "step",
  run(tx, change) {
    if (change.what === "put") tx.put(change.task);
    else tx.remove(change.id);
    return change.what === "put" ? `Put ${change.task.title} in ${change.task.id}` : `Removed ${change.id}`;
  },
};

type Move = Step | { what: "undo" | "redo" };
const moveArbitrary: fc.Arbitrary<Move> = fc.oneof(
  { arbitrary: stepArbitrary, weight: 3 },
  { arbitrary: fc.constantFrom({ what: "undo" as const }, { what: "redo" as const }), weight: 2 },
);

function play(store: Store, moves: readonly Move[]) {
  for (const move of moves)
    if (move.what === "undo") store.undo();
    else if (move.what === "redo") store.redo();
    else store.act(step, move, "text" in move ? "typing" : undefined);
}

const plain = (store: Store) => new Map([...store.records()].map((record) => [record.id, record]));

/** The same workspace after a reload: the records from the log, and what can be undone from its end. */
async function reloaded(log: MemoryLog, isOwn: (by: string) => boolean = () => true) {
  const store = new Store(replay(new Map(), 0, log.entries, [], Number.MAX_SAFE_INTEGER));
  store.addEarlier(
    earlierSteps(
      log.entries,
      (id) => store.get(id),
      ({ by }) => isOwn(by),
    ),
  );
  return store;
}

test("after a reload, all that was done can be undone and redone as if there had been none", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(moveArbitrary, { maxLength: 14 }), async (moves) => {
      const log = new MemoryLog();
      const store = new Store();
      const journal = new Journal(store, log, { seq: 0, by: "device.tab" });
      play(store, moves);
      await journal.durable();
      const again = await reloaded(log);
      expect(plain(again)).toEqual(plain(store));
      expect([again.undoable, again.redoable]).toEqual([store.undoable, store.redoable]);
      for (const way of ["redo", "undo"] as const)
        for (let rest = 20; rest > 0; rest--) {
          const [said, saidAgain] = [store[way](), again[way]()];
          expect(saidAgain).toBe(said);
          expect(plain(again)).toEqual(plain(store));
          if (said === undefined) break;
        }
    }),
    { numRuns: 300 },
  );
});

test("what another device did since stays when an earlier act is undone", async () => {
  const log = new MemoryLog();
  const record = (fields: object): PensumRecord => someTask("ta", { title: "Stakes", ...fields });
  const put: Runnable<PensumRecord> = { name: "put", run: (tx, one) => (tx.put(one), "Put") };
  const mine = new Store();
  const journal = new Journal(mine, log, { seq: 0, by: "mine.a" });
  mine.act(put, record({}));
  mine.act(put, record({ title: "Willow stakes" }));
  await journal.durable();
  const other = new Store(replay(new Map(), 0, log.entries, [], Number.MAX_SAFE_INTEGER));
  const otherJournal = new Journal(other, log, { seq: 2, by: "other.b" });
  other.act(put, record({ title: "Willow stakes", due: "2026-12-01" }));
  await otherJournal.durable();

  const back = await reloaded(log, (by) => by.startsWith("mine."));
  expect(back.undo()).toBe("Put");
  expect(back.get("ta")).toEqual(record({ due: "2026-12-01" }));
});

test("a burst of typing is one step after a reload too", async () => {
  const log = new MemoryLog();
  const store = new Store();
  const journal = new Journal(store, log, { seq: 0, by: "device.tab" });
  const type: Runnable<string> = {
    name: "type",
    run: (tx, text) => (tx.put({ id: "na", kind: "area", title: "Notes", text }), "Wrote"),
  };
  for (const text of ["", "s", "st", "sta"]) {
    store.act(type, text, text === "" ? undefined : "typing na");
    await journal.durable();
  }
  const again = await reloaded(log);
  again.undo();
  expect(again.get("na")).toMatchObject({ text: "" });
});
