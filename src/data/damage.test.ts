import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { addRecord } from "@/core/commands";
import type { PensumRecord } from "@/core/model";
import { baseText, entryLines, type LogEntry } from "@/core/store";
import { standingClock } from "@/core/time";
import { askForCheck } from "./checkDisk";
import { Damaged } from "./damaged";
import { WorkspaceDatabase, type SnapshotPart } from "./database";
import { takeSnapshot } from "./snapshots";
import { copyThatStays, type CopyTexts } from "./testing/copyThatStays";
import { openWorkspace, type Workspace } from "./workspace";

/*
 * What becomes of a workspace of which something on the disk is damaged: each store of it, in each way that disks and
 * browsers damage things. Whatever is whole somewhere comes back; what does not is said; nothing opens as if all were well.
 */

vi.stubGlobal("navigator", {});
const clock = standingClock("2026-11-24T11:07");
const opened: Workspace[] = [];
let name = "";
let number = 0;
beforeEach(() => {
  name = `damage${number++}`;
});
afterEach(() => {
  for (const workspace of opened.splice(0)) workspace.close();
});

const keeperOf = (texts: CopyTexts | undefined) => texts && copyThatStays(texts);

const open = async (texts?: CopyTexts) => {
  const workspace = await openWorkspace(name, { clock, copy: keeperOf(texts) });
  opened.push(workspace);
  return workspace;
};
const closeAll = () => {
  for (const workspace of opened.splice(0)) workspace.close();
};
const recordsOf = (workspace: Workspace) =>
  [...workspace.store.records()].toSorted((a: PensumRecord, b: PensumRecord) => (a.id < b.id ? -1 : 1));

const inSnapshot = 5;
const inTail = 4;

/** A workspace of five notes in a snapshot and four behind it in the log, with a second copy; all closed. */
async function made(): Promise<{ records: PensumRecord[]; texts: CopyTexts }> {
  const workspace = await open();
  const add = async (from: number, count: number) => {
    for (let at = from; at < from + count; at++) {
      workspace.store.act(addRecord, { kind: "note", title: `Note ${at}` });
      await workspace.journal.durable();
    }
  };
  await add(0, inSnapshot);
  await takeSnapshot(workspace.database!, workspace.journal.seq, workspace.store.records(), 0);
  await add(inSnapshot, inTail);
  const records = recordsOf(workspace);
  const database = workspace.database!;
  const parts = await database.snapshots.toArray();
  const log = await database.log.toArray();
  const seq = parts[0]!.seq;
  const texts = {
    base: baseText({ seq, version: parts[0]!.version, parts: parts.map(({ text }) => text), entries: [] }),
    log: entryLines(log.filter((entry) => entry.seq > seq)),
  };
  closeAll();
  return { records, texts };
}

type Damage = (database: WorkspaceDatabase) => Promise<unknown>;
const tail = async (database: WorkspaceDatabase, at: number) => (await database.log.toArray())[inSnapshot + at]!;
const part = async (database: WorkspaceDatabase) => (await database.snapshots.toArray())[0]!;
const putEntry =
  (change: (entry: LogEntry) => Partial<LogEntry>, at: number): Damage =>
  async (database) => {
    const entry = await tail(database, at);
    await database.log.put({ ...entry, ...change(entry) });
  };
const putPart =
  (change: (row: SnapshotPart) => Partial<SnapshotPart>): Damage =>
  async (database) => {
    const row = await part(database);
    await database.snapshots.put({ ...row, ...change(row) });
  };
const flipped = (text: string, at: number) =>
  text.slice(0, at) + String.fromCharCode(text.charCodeAt(at) ^ 1) + text.slice(at + 1);

/** How many of the nine notes must come back with the database alone, and what is said to be missing. */
const table: readonly [string, Damage, alone: number | "refused" | "unseen", missing: number][] = [
  ["snapshot, garbage", putPart(() => ({ text: "garbage{{" })), 9, 0],
  ["snapshot, cut", putPart(({ text }) => ({ text: text.slice(0, text.length >> 1) })), 9, 0],
  ["snapshot, a flipped bit", putPart(({ text }) => ({ text: flipped(text, text.indexOf("Note 2") + 5) })), 9, 0],
  ["snapshot, lost", (database) => database.snapshots.clear(), 9, 0],
  ["snapshot, not a text", putPart(() => ({ text: 7 as unknown as string })), 9, 0],
  ["snapshot, of fewer parts than it had", putPart(() => ({ parts: 2 })), 9, 0],
  ["log, the middle of its tail garbage", putEntry(() => ({ changes: "garbage{{" }), 1), 6, 3],
  ["log, the middle of its tail cut", putEntry(({ changes }) => ({ changes: changes.slice(0, 9) }), 1), 6, 3],
  [
    "log, the middle of its tail a flipped bit",
    putEntry(({ changes }) => ({ changes: flipped(changes, changes.indexOf("Note") + 1) }), 1),
    6,
    3,
  ],
  ["log, the middle of its tail lost", async (database) => database.log.delete((await tail(database, 1)).seq), 6, 3],
  [
    "log, an entry twice, the later under another number",
    async (database) => database.log.put({ ...(await tail(database, 0)), seq: (await tail(database, 1)).seq }),
    6,
    3,
  ],
  ["log, the newest garbage", putEntry(() => ({ changes: "7" }), 3), 8, 1],
  [
    "log, an entry that is none",
    async (database) => database.log.put({ seq: (await tail(database, 2)).seq, ids: [] } as unknown as LogEntry),
    7,
    2,
  ],
  ["log, the newest lost", async (database) => database.log.delete((await tail(database, 3)).seq), "unseen", 0],
  ["log, lost", (database) => database.log.clear(), 5, 0],
  [
    "snapshot garbage and log lost",
    async (database) => (await putPart(() => ({ text: "[[" }))(database), await database.log.clear()),
    "refused",
    0,
  ],
  [
    "snapshot garbage and the log’s beginning lost",
    async (database) => (await putPart(() => ({ text: "" }))(database), await database.log.delete(1)),
    "refused",
    0,
  ],
];

describe("a damaged workspace", () => {
  test.each(table)("%s: what is whole comes back, and what is missing is said", async (_, damage, alone, missing) => {
    const { records } = await made();
    const database = new WorkspaceDatabase(name);
    await damage(database);
    database.close();
    if (alone === "refused") {
      await expect(open()).rejects.toThrow(Damaged);
      return;
    }
    const workspace = await open();
    const found = recordsOf(workspace);
    if (alone === "unseen") return;
    expect(found).toEqual(records.filter(({ id }) => found.some((one) => one.id === id)));
    expect(found).toHaveLength(alone);
    expect(workspace.mended?.missing ?? []).toHaveLength(missing);
    if (alone < 9) expect(workspace.mended).toBeDefined();
    // It goes on, and opens again without a word.
    workspace.store.act(addRecord, { kind: "note", title: "After" });
    await workspace.journal.durable();
    closeAll();
    const again = await open();
    expect(again.mended).toBeUndefined();
    expect(recordsOf(again)).toHaveLength(alone + 1);
  });

  test.each(table)("%s: with the second copy all of it comes back", async (_, damage, alone) => {
    const { records, texts } = await made();
    const database = new WorkspaceDatabase(name);
    await damage(database);
    database.close();
    const workspace = await open(texts);
    if (alone === "unseen") return;
    expect(recordsOf(workspace)).toEqual(records);
    expect(workspace.mended?.missing ?? []).toEqual([]);
  });

  test("says what the acts were that are missing", async () => {
    await made();
    const database = new WorkspaceDatabase(name);
    await putEntry(() => ({ changes: "7" }), 2)(database);
    database.close();
    const { mended } = await open();
    expect(mended).toMatchObject({ records: 7, missing: ["Added the note “Note 7”", "Added the note “Note 8”"] });
    expect(mended!.found).toBe("An entry of the log on the disk is damaged.");
    expect((await mended!.rows.text()).trim().split("\n")).toHaveLength(1 + 9);
  });

  test("that opened is found damaged by the check of the disk, and the next start mends it from the second copy", async () => {
    const kept = new Map<string, string>();
    vi.stubGlobal("localStorage", {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => kept.set(key, value),
      removeItem: (key: string) => kept.delete(key),
    });
    const { records, texts } = await made();
    const database = new WorkspaceDatabase(name);
    await database.log.delete((await tail(database, 3)).seq);
    database.close();
    const first = await open(texts);
    expect(recordsOf(first)).toHaveLength(8);
    expect((await first.checkDisk!()).odd).toEqual([
      "The second copy holds a newer change that the database has lost.",
    ]);
    closeAll();
    askForCheck(name);
    const second = await open(texts);
    expect(recordsOf(second)).toEqual(records);
    expect(second.mended).toMatchObject({ missing: [] });
    expect((await second.checkDisk!()).odd).toEqual([]);
    vi.unstubAllGlobals();
    vi.stubGlobal("navigator", {});
  });

  test("that is damaged while it is open is told row by row", async () => {
    const { texts } = await made();
    const workspace = await open({ ...texts, log: texts.log.replace("Note 7", "Note 6") });
    await putPart(({ text }) => ({ text: flipped(text, 40) }))(workspace.database!);
    await putEntry(({ changes }) => ({ changes: flipped(changes, 3) }), 0)(workspace.database!);
    await workspace.database!.log.delete((await tail(workspace.database!, 1)).seq);
    const { odd, rows } = await workspace.checkDisk!();
    expect(rows).toBe(1 + 8 + 4);
    expect(odd).toEqual([
      "A part of the snapshot is damaged.",
      "Entry 6 of the log is damaged.",
      "1 entry of the log is missing before 8.",
      "A line of the second copy is damaged.",
    ]);
  });

  test("is mended from database and copy where each is damaged at another place", async () => {
    const { records, texts } = await made();
    const database = new WorkspaceDatabase(name);
    await putEntry(() => ({ changes: "7" }), 1)(database);
    database.close();
    const lines = texts.log.split("\n");
    const broken = { base: "{", log: [...lines.slice(0, 2), lines[2]!.slice(0, 20), ...lines.slice(3)].join("\n") };
    expect(recordsOf(await open(broken))).toEqual(records);
  });

  test("never opens with other records than were written, whatever is damaged at random", async () => {
    const spoil = fc.record({
      store: fc.constantFrom("log", "snapshot", "base", "copy log"),
      at: fc.nat(8),
      how: fc.constantFrom("flip", "cut", "lose", "garbage"),
      place: fc.nat(10_000),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(spoil, { minLength: 1, maxLength: 4 }), async (all) => {
        name = `damage${number++}`;
        const { records, texts } = await made();
        const database = new WorkspaceDatabase(name);
        const spoiled = (text: string, how: string, place: number) =>
          how === "garbage"
            ? "garbage{{"
            : how === "cut"
              ? text.slice(0, place % text.length)
              : text === ""
                ? "x"
                : flipped(text, place % text.length);
        for (const { store, at, how, place } of all) {
          if (store === "log") {
            const entry = (await database.log.toArray())[at];
            if (entry && how === "lose") await database.log.delete(entry.seq);
            else if (entry) await database.log.put({ ...entry, changes: spoiled(entry.changes, how, place) });
          } else if (store === "snapshot") {
            const row = await part(database).catch(() => undefined);
            if (row && how === "lose") await database.snapshots.clear();
            else if (row) await database.snapshots.put({ ...row, text: spoiled(row.text, how, place) });
          } else if (store === "base") texts.base = how === "lose" ? "" : spoiled(texts.base, how, place);
          else {
            const lines = texts.log.split("\n");
            const line = at % (lines.length - 1);
            lines[line] = how === "lose" ? "" : spoiled(lines[line]!, how, place);
            texts.log = lines.join("\n");
          }
        }
        database.close();
        let workspace: Workspace;
        try {
          workspace = await open(texts);
        } catch (error) {
          expect(error).toBeInstanceOf(Damaged);
          return;
        }
        const found = recordsOf(workspace);
        expect(found).toEqual(records.filter(({ id }) => found.some((one) => one.id === id)));
        // What is not there is the newest, and it is said; the newest of all can be lost without a trace where both lost it.
        const said = workspace.mended?.missing.length ?? 0;
        if (found.length < records.length - 1) expect(found.length + said).toBeGreaterThanOrEqual(records.length - 1);
        closeAll();
      }),
      { numRuns: 60 },
    );
  }, 120_000);
});
