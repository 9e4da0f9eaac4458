import Dexie from "dexie";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { addRecord } from "@/core/commands";
import { seededRandom } from "@/core/model";
import { standingClock } from "@/core/time";
import { CopyFiles, keepFilesOf, readCopy, readFilesOf, readPieces } from "./copyFiles";
import { databaseName } from "./database";
import type { CopyKeeper } from "./secondCopy";
import { takeSnapshot } from "./snapshots";
import { FakeFiles } from "./testing/fakeFiles";
import { openWorkspace, type Workspace } from "./workspace";

/*
 * Every call to the files of the second copy fails once, and the power is cut at every one of them: of what was not flushed any
 * part is lost, in any order. The copy then gives all that was flushed, and after the next start all there is.
 */

const clock = standingClock("2026-11-24T11:07");
const titles = Array.from({ length: 7 }, (_, at) => `Note ${at}`);
let disk = new FakeFiles();
let name = "";
let number = 0;
const opened: Workspace[] = [];

beforeEach(() => vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] }));
afterEach(() => {
  closeAll();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

function closeAll(): void {
  for (const workspace of opened.splice(0)) workspace.close();
}

/** An empty workspace on a disk of its own. */
function begin(): void {
  closeAll();
  name = `copyFiles${number++}`;
  disk = new FakeFiles();
  vi.stubGlobal("navigator", {
    storage: { getDirectory: disk.getDirectory },
    locks: { request: oneAfterTheOther() },
  });
}

/** The browser's locks, for one window: who asks for one that is held waits. */
function oneAfterTheOther() {
  const held = new Map<string, Promise<unknown>>();
  return (lock: string, one: unknown, other?: unknown) => {
    const work = (other ?? one) as (lock: object) => Promise<unknown>;
    const turn = (held.get(lock) ?? Promise.resolve()).catch(() => {}).then(() => work({}));
    held.set(lock, turn);
    return turn;
  };
}

/** The files without a worker around them. */
function keeper(): CopyKeeper {
  let files: Promise<CopyFiles> | undefined;
  return {
    read: readCopy,
    readPieces,
    readFiles: readFilesOf,
    keepFiles: keepFilesOf,
    open: async (workspace) => {
      // A window that is opened again takes its log up again.
      files = CopyFiles.open(workspace, "window");
      await files;
    },
    append: async (entries) => (await files)?.append(entries),
    tidy: async () => (await files)?.tidy(),
    rebase: async () => (await files)?.rebase(),
    close: () => void files?.then((one) => one.close()).catch(() => {}),
  };
}

const settled = async (turns = 60) => {
  for (let turn = 0; turn < turns; turn++) await new Promise((resolve) => setImmediate(resolve));
};

/** Lets so much time pass that all that waits for a quiet moment is done. */
async function quiet(): Promise<void> {
  for (let round = 0; round < 3; round++) {
    await settled();
    await vi.advanceTimersByTimeAsync(60_000);
  }
  await settled();
}

async function open(copy = keeper()): Promise<Workspace> {
  const opening = openWorkspace(name, { clock, copy });
  for (let turn = 0; turn < 200; turn++) {
    await new Promise((resolve) => setImmediate(resolve));
    vi.advanceTimersByTime(50);
  }
  const workspace = await opening;
  opened.push(workspace);
  return workspace;
}

const titlesOf = ({ store }: Workspace) =>
  [...store.records()].flatMap((one) => (one.kind === "note" ? [one.title] : [])).toSorted();

/** Seven notes and a file, with a snapshot and a base after four of them. Tells how many are flushed in the copy. */
async function sitting(flushed: { count: number }): Promise<void> {
  const copy = keeper();
  const workspace = await open(copy);
  const database = workspace.database!;
  for (const [at, title] of titles.entries()) {
    workspace.store.act(addRecord, { kind: "note", title });
    await settled(10);
    if (at === 1 || at === 5) {
      vi.advanceTimersByTime(250);
      if (disk.calls < disk.failing) flushed.count = at + 1;
    }
    if (at === 3) {
      await takeSnapshot(database, workspace.journal.seq, workspace.store.records(), 0);
      await copy.rebase().catch(() => {});
      await database.files.put({ id: "fa", name: "gauge.png", type: "image/png", blob: new Blob(["bytes"]) });
      await quiet();
      if (disk.calls < disk.failing) flushed.count = at + 1;
    }
  }
}

/** Ends all that is open, as when the power goes, and turns it on again. */
async function cut(seed: number): Promise<void> {
  closeAll();
  await settled(10);
  disk.cut(seededRandom(seed));
}

async function callsOfSitting(): Promise<number> {
  begin();
  await sitting({ count: 0 });
  return disk.calls;
}

async function loseDatabase(): Promise<void> {
  closeAll();
  await settled(10);
  const deleting = Dexie.delete(databaseName(name));
  await settled(20);
  await deleting;
}

test("a call that fails, whichever it is, loses nothing, and after the next start the copy has all", async () => {
  const calls = await callsOfSitting();
  expect(calls).toBeGreaterThan(20);
  for (let call = 1; call <= calls; call++) {
    begin();
    disk.failing = call;
    await sitting({ count: 0 });
    expect(titlesOf(opened[0]!)).toEqual(titles);
    closeAll();
    await settled(10);
    await open();
    await quiet();
    await loseDatabase();
    const again = await open();
    expect([call, titlesOf(again)]).toEqual([call, titles]);
    const rows = await again.database!.files.toArray();
    expect([call, rows.map((file) => file.name)]).toEqual([call, ["gauge.png"]]);
  }
});

test("the power is cut at any call: after the next start the copy has all that the database has", async () => {
  const calls = await callsOfSitting();
  for (let call = 1; call <= calls; call++) {
    begin();
    Object.assign(disk, { failing: call, isOut: true });
    await sitting({ count: 0 });
    await cut(call);
    expect(titlesOf(await open())).toEqual(titles);
    await quiet();
    await loseDatabase();
    const again = await open();
    expect([call, titlesOf(again)]).toEqual([call, titles]);
  }
});

test("the power is cut at any call and takes the database along: what was flushed comes back", async () => {
  const calls = await callsOfSitting();
  for (let call = 1; call <= calls; call++) {
    begin();
    const flushed = { count: 0 };
    Object.assign(disk, { failing: call, isOut: true });
    await sitting(flushed);
    await cut(call + 1000);
    await loseDatabase();
    const kept = titlesOf(await open());
    expect([call, kept]).toEqual([call, titles.slice(0, kept.length)]);
    expect(kept.length).toBeGreaterThanOrEqual(flushed.count);
  }
});
