import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { modelVersion, type DayPage, type PensumRecord } from "../model";
import { followPages, readOutline } from "../page";
import { someTask, step, stepArbitrary, type Step } from "../testing/arbitraries";
import { standingClock } from "../time";
import { MemoryLog, Overtaken, type ChangeLog } from "./changeLog";
import { Journal } from "./journal";
import { replay } from "./replay";
import type { Runnable } from "./command";
import { Store } from "./store";

const clock = standingClock("2026-11-24T11:07");
const write: Runnable<{ id: string; text: string }> = {
  name: "write",
  run(tx, { id, text }) {
    tx.put({ id, kind: "day", date: id.slice(4), text });
    return "Wrote";
  },
};

function tab(log: ChangeLog, by: string, records: readonly PensumRecord[] = []) {
  const store = new Store(new Map(records.map((record) => [record.id, record])), [followPages()], clock);
  return {
    store,
    journal: new Journal(store, log, { seq: 0, by, retryAfter: [1] }),
  };
}

const contents = (store: Store) => Object.fromEntries([...store.records()].map((record) => [record.id, record]));

describe("two tabs on one log", () => {
  test("end the same, in whatever order their acts and messages come, and a third that replays the log agrees", async () => {
    const moves = fc.array(
      fc.oneof(
        fc.record({ tab: fc.nat(1), step: stepArbitrary }),
        fc.record({ tab: fc.nat(1), pull: fc.constant(true) }),
        fc.record({ tab: fc.nat(1), undo: fc.constant(true) }),
        fc.constant({ wait: true }),
      ),
      { maxLength: 25 },
    );
    await fc.assert(
      fc.asyncProperty(moves, async (sequence) => {
        const log = new MemoryLog();
        const tabs = [tab(log, "a"), tab(log, "b")];
        for (const move of sequence) {
          if ("wait" in move) await new Promise((resolve) => setImmediate(resolve));
          else {
            const { store, journal } = tabs[move.tab]!;
            if ("step" in move) store.act(step, move.step as Step);
            else if ("undo" in move) store.undo();
            else void journal.pull();
          }
        }
        for (const { journal } of tabs) await journal.durable();
        for (const { journal } of tabs) await journal.pull();
        expect(contents(tabs[0]!.store)).toEqual(contents(tabs[1]!.store));
        expect(Object.fromEntries(replay(new Map(), modelVersion, log.entries))).toEqual(contents(tabs[0]!.store));
      }),
      { numRuns: 200 },
    );
  });

  test("change different fields of one record, and both changes stand", async () => {
    const log = new MemoryLog();
    const start = [someTask("ta")];
    const [a, b] = [tab(log, "a", start), tab(log, "b", start)];
    a.store.act(step, {
      what: "put",
      task: someTask("ta", { title: "Stakes" }),
    });
    b.store.act(step, {
      what: "put",
      task: someTask("ta", { due: "2026-12-02" }),
    });
    for (const { journal } of [a, b]) await journal.durable();
    for (const { journal } of [a, b]) await journal.pull();
    expect(a.store.get("ta")).toEqual(someTask("ta", { title: "Stakes", due: "2026-12-02" }));
    expect(b.store.get("ta")).toEqual(a.store.get("ta"));
  });

  test("write on one page at once: no line is lost, and every task line has its record", async () => {
    const line = fc.constantFrom("- [ ] order stakes", "- [x] level the gauge", "words", "- [ ] call the mill", "");
    const text = fc.array(line, { minLength: 1, maxLength: 6 }).map((lines) => lines.join("\n"));
    await fc.assert(
      fc.asyncProperty(text, text, text, async (first, second, third) => {
        const log = new MemoryLog();
        const [a, b] = [tab(log, "a"), tab(log, "b")];
        a.store.act(write, { id: "day-2026-11-24", text: first });
        await a.journal.durable();
        await b.journal.pull();
        const shared = (a.store.get("day-2026-11-24") as DayPage).text;
        a.store.act(write, {
          id: "day-2026-11-24",
          text: `${shared}\n${second}\nfrom a`,
        });
        b.store.act(write, {
          id: "day-2026-11-24",
          text: `from b\n${third}\n${shared}`,
        });
        for (const { journal } of [a, b]) await journal.durable();
        for (const { journal } of [a, b]) await journal.pull();
        expect(contents(a.store)).toEqual(contents(b.store));
        const page = a.store.get("day-2026-11-24") as DayPage;
        for (const words of ["from a", "from b"]) expect(page.text).toContain(words);
        for (const task of readOutline(page.text).tasks)
          expect(a.store.find("task", task.attributes?.id)).toMatchObject({
            title: task.title,
            page: page.id,
          });
      }),
      { numRuns: 60 },
    );
  });
});

describe("a write that fails", () => {
  test("leaves the acts in the store, says so, and is made good when the log takes entries again", async () => {
    const log = new MemoryLog();
    let full = true;
    const faulty: ChangeLog = {
      append: (after, entries) => (full ? Promise.reject(new Error("disk full")) : log.append(after, entries)),
      readAfter: (seq) => log.readAfter(seq),
    };
    const { store, journal } = tab(faulty, "a");
    store.act(step, { what: "put", task: someTask("ta") });
    await new Promise((resolve) => setTimeout(resolve, 5));
    expect(journal.saving).toMatchObject({ kind: "failed", waiting: 1 });
    store.act(step, { what: "put", task: someTask("tb") });
    expect(journal.saving).toMatchObject({ kind: "failed", waiting: 2 });
    expect(store.size).toBe(2);
    full = false;
    await journal.durable();
    expect(journal.saving).toEqual({ kind: "saved" });
    expect(log.entries).toHaveLength(2);
  });
});

test("a log refuses entries that were made on an older state", async () => {
  const log = new MemoryLog();
  const entry = {
    at: 0,
    by: "a",
    said: "",
    version: modelVersion,
    changes: "{}",
    ids: [],
  };
  await log.append(0, [entry]);
  await expect(log.append(0, [entry])).rejects.toBeInstanceOf(Overtaken);
});

test("an entry of another tab that cannot be read is said, and takes nothing that waits off the screen", async () => {
  const log = new MemoryLog();
  const { store, journal } = tab(log, "a");
  const damaged = { at: 0, by: "b", said: "", version: modelVersion, changes: "{not json", ids: [] };
  await log.append(0, [damaged]);
  store.act(step, { what: "put", task: someTask("ta") });
  await new Promise((resolve) => setTimeout(resolve, 5));
  expect(journal.saving).toMatchObject({ kind: "failed", waiting: 1 });
  expect(store.get("ta")).toEqual(someTask("ta"));
});
