import { isWholeEntry, isWholePart, type LogEntry } from "@/core/store";
import { counted } from "@/core/time";
import type { WorkspaceDatabase } from "./database";
import type { KeptCopy } from "./secondCopy";

/** What was found on the disk, and what of it is not as it was written. */
export interface DiskReport {
  /** Checked parts of snapshots, entries of the log and rows of the second copy. */
  readonly rows: number;
  readonly odd: readonly string[];
}

const entriesAtOnce = 500;

/**
 * Holds everything that is stored of a workspace against its checksums and its neighbours: each part of each snapshot, each
 * entry of the log, the second copy, and the database against the second copy. Changes nothing.
 * @param pause waited for after each step, so that it can be done while nothing else is to do
 */
export async function checkDisk(
  database: WorkspaceDatabase,
  copy: KeptCopy,
  name: string,
  pause: () => Promise<unknown> = () => Promise.resolve(),
): Promise<DiskReport> {
  const odd: string[] = [];
  let rows = 0;
  const keys = await database.snapshots.toCollection().primaryKeys();
  const newest = Math.max(0, ...keys.map(([seq]) => seq));
  for (const key of keys) {
    const part = await database.snapshots.get(key);
    rows++;
    if (part && (typeof part.text !== "string" || !isWholePart(part))) odd.push("A part of the snapshot is damaged.");
    await pause();
  }
  let last: number | undefined;
  let from: number | undefined;
  for (;;) {
    const query = from === undefined ? database.log.orderBy(":id") : database.log.where(":id").above(from);
    const entries: LogEntry[] = await query.limit(entriesAtOnce).toArray();
    for (const entry of entries) {
      const { seq } = entry;
      rows++;
      if (!isWholeEntry(entry)) odd.push(`Entry ${seq} of the log is damaged.`);
      if (last !== undefined && seq !== last + 1 && seq > newest)
        odd.push(
          `${counted(seq - last - 1, "entry")} of the log ${seq - last === 2 ? "is" : "are"} missing before ${seq}.`,
        );
      last = seq;
    }
    from = last;
    await pause();
    if (entries.length < entriesAtOnce) break;
  }
  const lastSeq = last ?? newest;
  const pieces = await copy.readPieces(name);
  if (pieces) {
    const known = new Map<number, LogEntry>();
    for (const row of pieces.rows) {
      rows++;
      if (isWholeEntry(row)) known.set(row.seq, row);
      else odd.push("A line of the second copy is damaged.");
    }
    const ahead = behind(known, lastSeq);
    if (ahead > 0) odd.push(missingFromDatabase(ahead));
  }
  return { rows, odd: [...new Set(odd)] };
}

/** What is said where the second copy holds newer changes than the database. */
const missingFromDatabase = (count: number) =>
  `The second copy holds ${count === 1 ? "a newer change" : `${count} newer changes`} that the database has lost.`;

/** How many changes the second copy holds behind the last entry of the database. */
export async function changesAhead(copy: KeptCopy, name: string, lastSeq: number): Promise<number> {
  const pieces = await copy.readPieces(name);
  return behind(new Set((pieces?.rows ?? []).filter(isWholeEntry).map(({ seq }) => seq)), lastSeq);
}

/** How many numbers follow one without a gap. */
function behind(seqs: { has(seq: number): boolean }, last: number): number {
  let count = 0;
  while (seqs.has(last + count + 1)) count++;
  return count;
}

/*
 * Whether damage was found since the last start, so that the next one checks everything before it opens. It stands outside
 * of what may be damaged.
 */
const key = (name: string) => `pensum-check:${name}`;

export function askForCheck(name: string) {
  try {
    localStorage.setItem(key(name), "1");
  } catch {
    // Without it, the next start opens as this one did, and finds the same again.
  }
}

/** Whether a check was asked for; asking takes it back. */
export function isCheckAsked(name: string): boolean {
  try {
    const asked = localStorage.getItem(key(name)) !== null;
    localStorage.removeItem(key(name));
    return asked;
  } catch {
    return false;
  }
}
