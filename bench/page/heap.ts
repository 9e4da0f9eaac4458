import v8 from "node:v8";
import vm from "node:vm";
import { demoRecords } from "@demo/generate";
import { loadOf, stripItems, tray, dayItems } from "../../src/core/plan";
import { Refusal } from "../../src/core/model";
import { Journal, MemoryLog, Tracked } from "../../src/core/store";
import { clock, deeds, Hand, now, today } from "../../src/core/testing/deeds";
import { openStore } from "../../src/core/workspace";

v8.setFlagsFromString("--expose-gc");
const collect = vm.runInNewContext("gc") as () => void;

/** The bytes in use after everything that can be collected is. */
function used(): number {
  for (let times = 0; times < 4; times++) collect();
  return process.memoryUsage().heapUsed;
}

/** A log that keeps nothing, as a database on a disk keeps nothing in memory. */
class DiskLog extends MemoryLog {
  #last = 0;
  override append(_after: number, entries: readonly unknown[]): Promise<void> {
    this.#last += entries.length;
    return Promise.resolve();
  }
  override readAfter(): Promise<never[]> {
    return Promise.resolve([]);
  }
}

/**
 * The heap of an open workspace before and after so many acts of all kinds, each undone at once so that the records stay
 * what they were; what screens compute is followed meanwhile.
 */
export async function heapAfter(acts: number): Promise<{ before: number; after: number; done: number }> {
  const records = new Map(demoRecords({ now, size: 10_000, seed: 3 }).map((record) => [record.id, record]));
  const { store } = await openStore(records, clock);
  const journal = new Journal(store, new DiskLog(), { seq: 0, by: "bench.tab" });
  const tracked = [
    new Tracked(store, (from) => loadOf(from, today)),
    new Tracked(store, (from) => dayItems(from, today)),
    new Tracked(store, (from) => stripItems(from, [today], 1)),
    new Tracked(store, (from) => tray(from, today)),
  ];
  for (const one of tracked) one.subscribe(() => void one.read());
  for (const one of tracked) one.read();
  const names = Object.keys(deeds);
  let done = 0;
  const stop = store.onRecord(() => done++);
  const act = (seed: number) => {
    const before = done;
    try {
      deeds[names[seed % names.length] as string]?.(new Hand(store, seed));
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
    }
    if (done > before) store.undo();
  };
  // Indexes and columns are built by the first acts that need them: that is what the workspace takes, and no growth.
  for (let seed = 0; seed < 2 * names.length; seed++) act(seed);
  await journal.durable();
  const before = used();
  done = 0;
  for (let seed = 1000; done < 2 * acts; seed++) {
    act(seed);
    if (seed % 200 === 0) await journal.durable();
  }
  await journal.durable();
  const after = used();
  stop();
  return { before, after, done: done / 2 };
}
