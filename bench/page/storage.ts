import Dexie from "dexie";
import { demoRecords } from "@demo/generate";
import { setState } from "@/core/commands";
import { finishClock, startClock } from "@/core/commands/clock";
import type { Store } from "@/core/store";
import type { PensumRecord } from "@/core/model";
import { someTask } from "@/core/testing/arbitraries";
import { systemClock } from "@/core/time";
import { replaceContents } from "@/data/contents";
import { WorkspaceDatabase } from "@/data/database";
import { openWorkspace } from "@/data/workspace";

/*
 * What runs in the browser for the questions about storage. Every pair is measured in the same page, one after the
 * other, on databases that were empty before.
 */

const records = (count: number): PensumRecord[] =>
  demoRecords({ now: "2026-11-24T11:07", size: count, seed: 7 }).slice(0, count);

class RowPerRecord extends Dexie {
  declare rows: Dexie.Table<PensumRecord, string>;
  constructor(name: string) {
    super(name, { chromeTransactionDurability: "strict" });
    this.version(1).stores({ rows: "id" });
  }
}

async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

/** Milliseconds to write so many records: as a workspace does it, and as one row each. */
async function write(count: number) {
  const all = records(count);
  const database = new WorkspaceDatabase("bench");
  await database.open();
  const ours = await timed(() => replaceContents(database, { records: all, log: [], files: [] }));
  database.close();
  const rows = new RowPerRecord("rows");
  await rows.open();
  const peer = await timed(() => rows.transaction("rw", rows.rows, () => rows.rows.bulkPut(all)));
  rows.close();
  return { ours, peer };
}

/** Milliseconds from nothing to an answer about one day, after `write`, as a workspace starts. */
function start(): Promise<number> {
  return timed(async () => {
    const workspace = await openWorkspace("bench", { clock: systemClock() });
    if (workspace.store.list("tasksByDoDay", "2026-11-24").length === 0) throw new Error("The store has no answer.");
    workspace.close();
  });
}

/** The same from one row each, until the records stand in a map. */
function startFromRows(): Promise<number> {
  return timed(async () => {
    const rows = new RowPerRecord("rows");
    const all = await rows.rows.toArray();
    const byId = new Map(all.map((record) => [record.id, record]));
    rows.close();
    return byId.size;
  });
}

const warmUp = 60;

/** The times of so many acts, each until it is durable, and of as many bare puts with strict durability. */
/** What is done in each round: a tick and its taking back, or the clock started and stopped. */
const rounds = {
  tick: (store: Store, at: number) => store.act(setState, { tasks: ["ta"], state: at % 2 === 0 ? "done" : "open" }),
  clock: (store: Store, at: number) => {
    // An hour passes between the two, so that each sitting is kept.
    const now = { at: at * 3_600_000, zone: store.clock.zone };
    return at % 2 === 0 ? store.act(startClock, { ...now, on: { id: "ta" } }) : store.act(finishClock, now);
  },
};

async function act(count: number, what: keyof typeof rounds) {
  const database = new WorkspaceDatabase("acts");
  await replaceContents(database, { records: [someTask("ta")], log: [], files: [] });
  database.close();
  const workspace = await openWorkspace("acts", { clock: systemClock() });
  const bare = await new Promise<IDBDatabase>((resolve, reject) => {
    const request = indexedDB.open("bare", 1);
    request.onupgradeneeded = () => request.result.createObjectStore("rows", { keyPath: "seq" });
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error as DOMException);
  });
  const put = (seq: number) =>
    new Promise<void>((resolve, reject) => {
      const transaction = bare.transaction("rows", "readwrite", { durability: "strict" });
      transaction.objectStore("rows").put({ seq, text: `{"updated":{"ta":{"state":["open","done"]}}}` });
      transaction.oncomplete = () => resolve();
      transaction.onerror = () => reject(transaction.error as DOMException);
    });
  const ours: number[] = [];
  const peer: number[] = [];
  // The first acts, in which code is still being compiled, are done and not counted.
  for (let at = -warmUp; at < count; at++) {
    ours.push(
      await timed(() => {
        rounds[what](workspace.store, at + warmUp);
        return workspace.journal.durable();
      }),
    );
    peer.push(await timed(() => put(at)));
  }
  bare.close();
  workspace.close();
  return { ours: ours.slice(warmUp), peer: peer.slice(warmUp) };
}

Object.assign(globalThis, { benchStorage: { write, start, startFromRows, act } });
