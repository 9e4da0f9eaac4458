import Dexie from "dexie";
import { modelVersion, type PensumRecord } from "@/core/model";
import { isWholePart, packRecords, RecordTable, textSum, withSum, type LogEntry } from "@/core/store";
import { Damaged } from "./damaged";
import { nextGeneration, type SnapshotPart, type WorkspaceDatabase } from "./database";

const recordsPerPart = 1000;

/** How long the log is kept after a snapshot has made it unnecessary for starting: its history is asked for later. */
const keptMilliseconds = 400 * 86_400_000;

const mostDroppedAtOnce = 2000;

interface Snapshot {
  readonly seq: number;
  readonly version: number;
  /** In the shape of that version. */
  readonly records: RecordTable;
  /** Whether there is none. */
  readonly isNone: boolean;
}

/** So many parts are asked for at once: while one lot is unpacked, the next is on its way. */
const partsPerLot = 10;

/** So many letters of a snapshot are held against their checksums at a start; it takes some 5 ms. */
const mostCheckedAtOnce = 4_000_000;

/**
 * The newest whole snapshot; an empty one for the beginning of the log when there is none.
 * @param mostChecked so many letters are held against their checksums
 * @throws Damaged
 */
export function readSnapshot(database: WorkspaceDatabase, mostChecked = mostCheckedAtOnce): Promise<Snapshot> {
  return database.transaction("r", database.snapshots, async () => {
    const keys = await database.snapshots.toCollection().primaryKeys();
    for (const seq of [...new Set(keys.map(([of]) => of))].sort((a, b) => b - a)) {
      const found = await readParts(
        database,
        keys.filter(([of]) => of === seq),
        mostChecked,
      );
      if (found) return { seq, ...found, isNone: false };
    }
    return { seq: 0, version: modelVersion, records: new RecordTable(), isNone: true };
  });
}

/** The records of the parts with these keys; undefined where they are not all of their snapshot. */
async function readParts(
  database: WorkspaceDatabase,
  keys: readonly [number, number][],
  mostChecked: number,
): Promise<Pick<Snapshot, "version" | "records"> | undefined> {
  const lots = [];
  for (let at = 0; at < keys.length; at += partsPerLot)
    lots.push(database.snapshots.bulkGet(keys.slice(at, at + partsPerLot)));
  const records = new RecordTable();
  let version = modelVersion;
  let letters = 0;
  for (const lot of lots)
    for (const row of await lot) {
      if (row?.parts !== keys.length) return undefined;
      version = row.version;
      letters += String(row.text).length;
      // Of a large workspace the checksums are read while nothing else is to do: a start does not wait for them.
      if (typeof row.text !== "string" || (letters < mostChecked && !isWholePart(row)))
        throw new Damaged("A part of the snapshot on the disk is damaged.");
      records.addPacked(row.text);
    }
  return { version, records };
}

/** Writes the parts of a snapshot into the transaction it is called in; each is made only when the one before is on its way. */
export async function writeParts(
  database: WorkspaceDatabase,
  seq: number,
  records: readonly PensumRecord[],
): Promise<void> {
  const parts = Math.max(1, Math.ceil(records.length / recordsPerPart));
  let last: PromiseLike<unknown> | undefined;
  for (let part = 0; part < parts; part++) {
    const text = packRecords(records.slice(part * recordsPerPart, (part + 1) * recordsPerPart));
    const row: SnapshotPart = { seq, part, parts, version: modelVersion, text, sum: textSum(text) };
    await last;
    last = database.snapshots.put(row);
  }
  await last;
}

/** How far the log goes, and the newest snapshot; 0 where there is none. It goes by keys alone. */
export async function reachOf(
  database: WorkspaceDatabase,
): Promise<{ readonly log: number; readonly snapshot: number }> {
  const lastEntry = (await database.log.orderBy(":id").lastKey()) as number | undefined;
  const lastPart = (await database.snapshots.orderBy(":id").lastKey()) as [seq: number] | undefined;
  return { log: lastEntry ?? 0, snapshot: lastPart?.[0] ?? 0 };
}

/**
 * Puts records and their history in place of the log and the snapshots, as the beginning of the next generation, in the
 * transaction it is called in. It goes by keys alone: what is stored need not be readable any more.
 */
export async function replaceLog(
  database: WorkspaceDatabase,
  records: readonly PensumRecord[],
  entries: readonly Omit<LogEntry, "seq" | "sum">[],
): Promise<void> {
  const { log, snapshot } = await reachOf(database);
  const from = nextGeneration(Math.max(log, snapshot));
  await Promise.all([database.log.clear(), database.snapshots.clear()]);
  await database.log.bulkAdd(entries.map((entry, at) => withSum({ ...entry, seq: from + at + 1 })));
  await writeParts(database, from + entries.length, records);
}

/**
 * Writes a snapshot and takes the older ones away, in one transaction, under a lock that only one tab holds. Log
 * entries older than a year and a bit go too, but for the newest, by which a tab knows that it is still the same log.
 * Gives false when another tab is at it.
 */
export async function takeSnapshot(
  database: WorkspaceDatabase,
  seq: number,
  records: Iterable<PensumRecord>,
  now: number,
): Promise<boolean> {
  const all = [...records];
  return withLock(`${database.name}-snapshot`, async () => {
    await database.transaction("rw", database.snapshots, async () => {
      await writeParts(database, seq, all);
      await database.snapshots.where(":id").below([seq, Dexie.minKey]).delete();
    });
    // With their values, and not keys alone: by a key alone nothing can be said of an entry's age.
    const old = await database.log
      .where(":id")
      .below(seq)
      .until((entry) => entry.at > now - keptMilliseconds)
      .limit(mostDroppedAtOnce)
      .toArray();
    if (old.length > 0) await database.log.bulkDelete(old.map((entry) => entry.seq));
  });
}

async function withLock(name: string, work: () => Promise<void>): Promise<boolean> {
  if (!("locks" in navigator)) {
    await work();
    return true;
  }
  return navigator.locks.request(name, { ifAvailable: true }, async (lock) => {
    if (lock) await work();
    return lock !== null;
  });
}
