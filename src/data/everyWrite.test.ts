import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { addRecord } from "@/core/commands";
import type { PensumRecord } from "@/core/model";
import { baseText, entryLines } from "@/core/store";
import { someTask } from "@/core/testing/arbitraries";
import { standingClock } from "@/core/time";
import { replaceContents } from "./contents";
import { WorkspaceDatabase } from "./database";
import type { CopyKeeper } from "./secondCopy";
import { takeSnapshot } from "./snapshots";
import { copyThatStays } from "./testing/copyThatStays";
import { failWrites, type Fault } from "./testing/writeFaults";
import { openWorkspace, type Workspace } from "./workspace";

/*
 * Every write of a sitting fails once, and the power is cut at every write of it. What was acknowledged is there afterwards,
 * what was not is there as a whole or not at all, and nothing is damaged by it.
 */

vi.stubGlobal("navigator", {});
const clock = standingClock("2026-11-24T11:07");
const faults: readonly Fault[] = ["refused", "given up"];
let name = "";
let number = 0;
const opened: Workspace[] = [];
let faulty: ReturnType<typeof failWrites> | undefined;

beforeEach(() => vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] }));
afterEach(() => {
  faulty?.restore();
  closeAll();
  vi.useRealTimers();
});

const open = async (copy?: CopyKeeper) => {
  const workspace = await openWorkspace(name, { clock, copy });
  opened.push(workspace);
  return workspace;
};
function closeAll() {
  for (const workspace of opened.splice(0)) workspace.close();
}
/** An empty workspace of which nobody has heard. */
const begin = () => {
  closeAll();
  name = `everyWrite${number++}`;
};
const titlesOf = ({ store }: Workspace) =>
  [...store.records()].flatMap((one: PensumRecord) => (one.kind === "note" ? [one.title] : [])).toSorted();

/** Waits until all is saved; what is tried again after a while is tried at once. */
async function saved({ journal }: Workspace): Promise<void> {
  for (let turn = 0; turn < 10_000 && journal.saving.kind !== "saved"; turn++) {
    await new Promise((resolve) => setImmediate(resolve));
    if (journal.saving.kind === "failed") vi.advanceTimersByTime(1000);
  }
  expect(journal.saving.kind).toBe("saved");
}

const titles = Array.from({ length: 8 }, (_, at) => `Note ${at}`);

/** Eight notes, a snapshot after five of them, a file after seven. What is on the disk is told one by one. */
async function sitting(acknowledged: string[]): Promise<Workspace> {
  const workspace = await open();
  const database = workspace.database!;
  for (const [at, title] of titles.entries()) {
    if (at === 5)
      // It is made while nothing else is to do, and again later where it failed.
      await takeSnapshot(database, workspace.journal.seq, workspace.store.records(), 0).catch(() => false);
    if (at === 7)
      await database.files
        .put({ id: "fa", name: "gauge.png", type: "image/png", blob: new Blob(["bytes"]) })
        .catch(() => undefined);
    workspace.store.act(addRecord, { kind: "note", title });
    await saved(workspace);
    acknowledged.push(title);
  }
  return workspace;
}

/** How many writes something makes when none of them fails. */
async function writesOf(work: () => Promise<unknown>): Promise<number> {
  faulty = failWrites(Infinity, "refused", false);
  await work();
  faulty.restore();
  return faulty.begun();
}

/** Does something whose power is cut at one of its writes, and turns the power on again. */
async function cutAt(write: number, fault: Fault, work: () => Promise<unknown>): Promise<void> {
  faulty = failWrites(write, fault, true);
  await Promise.race([work().catch(() => undefined), faulty.failed]);
  // What was under way comes to its end, and nothing of it reaches the disk.
  for (let turn = 0; turn < 20; turn++) await new Promise((resolve) => setImmediate(resolve));
  closeAll();
  faulty.restore();
}

/** The workspace as it is found, which nothing may have damaged. */
async function found(copy?: CopyKeeper): Promise<Workspace> {
  closeAll();
  const workspace = await open(copy);
  expect((await workspace.checkDisk!()).odd).toEqual([]);
  return workspace;
}

describe.each(faults)("a write that is %s", (fault) => {
  test("loses nothing, whichever of a sitting it is", async () => {
    begin();
    const writes = await writesOf(() => sitting([]));
    expect(writes).toBeGreaterThan(10);
    for (let write = 1; write <= writes; write++) {
      begin();
      faulty = failWrites(write, fault, false);
      await sitting([]);
      expect(faulty.begun()).toBeGreaterThanOrEqual(write);
      faulty.restore();
      const again = await found();
      expect(titlesOf(again)).toEqual(titles);
      expect(again.mended).toBeUndefined();
    }
  });

  test("and all after it: what was acknowledged is there, and of the rest whole acts from the first on", async () => {
    begin();
    const writes = await writesOf(() => sitting([]));
    for (let write = 1; write <= writes; write++) {
      begin();
      const acknowledged: string[] = [];
      await cutAt(write, fault, () => sitting(acknowledged));
      const again = await found();
      const kept = titlesOf(again);
      expect(kept).toEqual(titles.slice(0, kept.length));
      expect(kept.length).toBeGreaterThanOrEqual(acknowledged.length);
      expect(again.mended).toBeUndefined();
    }
  });

  test("while a backup is read in: it is there as a whole, or what was before it is", async () => {
    const backup = { records: [someTask("ta"), someTask("tb")], log: [], files: [] };
    const replace = async () => {
      const database = new WorkspaceDatabase(name);
      await replaceContents(database, backup).finally(() => database.close());
    };
    begin();
    await sitting([]);
    closeAll();
    const writes = await writesOf(replace);
    expect(writes).toBeGreaterThan(2);
    for (let write = 1; write <= writes; write++) {
      begin();
      await sitting([]);
      closeAll();
      await cutAt(write, fault, replace);
      const again = await found();
      expect(titlesOf(again)).toEqual(titles);
      expect(again.store.get("ta")).toBeUndefined();
    }
  });

  test("while what is damaged is mended: the next start mends it", async () => {
    const damaged = async () => {
      begin();
      const workspace = await sitting([]);
      const parts = await workspace.database!.snapshots.toArray();
      const entries = await workspace.database!.log.toArray();
      const [{ seq, version }] = parts as [(typeof parts)[0]];
      const base = baseText({ seq, version, parts: parts.map(({ text }) => text), entries: [] });
      const log = entryLines(entries.filter((entry) => entry.seq > seq));
      await workspace.database!.log.delete(seq + 2);
      closeAll();
      return copyThatStays({ base, log });
    };
    const copy = await damaged();
    const writes = await writesOf(() => open(copy));
    expect(writes).toBeGreaterThan(1);
    for (let write = 1; write <= writes; write++) {
      const copy = await damaged();
      await cutAt(write, fault, () => open(copy));
      const again = await found(copy);
      expect(titlesOf(again)).toEqual(titles);
      expect(again.mended?.missing ?? []).toEqual([]);
    }
  });
});
