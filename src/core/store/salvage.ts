import { modelVersion } from "../model";
import type { LogEntry } from "./changeLog";
import { NewerVersion, replay } from "./replay";
import { RecordTable } from "./recordTable";
import { isWholeEntry } from "./rowSums";

/** All records as they were when the log was `seq` entries long, packed; read from a place that has a name for people. */
export interface SalvageBase {
  readonly seq: number;
  readonly version: number;
  readonly parts: readonly string[];
  readonly place: string;
}

/** What a place still holds of the log, in any order, faulty rows among them. */
export interface SalvageLog {
  readonly place: string;
  readonly rows: readonly unknown[];
}

/** What could be put together. */
export interface Salvaged {
  readonly records: RecordTable;
  /** The entries that lead to it without a gap, as far back as they go: its history. */
  readonly entries: readonly LogEntry[];
  /** Where the records came from, and how many entries from where. */
  readonly from: readonly { readonly place: string; readonly entries: number }[];
  /** What was done later and is missing: what each act had said, where that is known. */
  readonly missing: readonly (string | undefined)[];
}

/** More than so many acts that are missing are only counted. */
const mostMissing = 100_000;

/**
 * Puts a workspace together from what is whole, wherever it is: the longest row of entries without a gap from any of the
 * bases, taking each entry from the first place that has it whole. What comes behind a gap cannot be done on what is there,
 * and is told.
 * @param generation at which length of the log it began; what is before is another workspace
 * @returns undefined where there is nothing to begin with
 * @throws NewerVersion
 */
export function salvage(
  bases: readonly SalvageBase[],
  logs: readonly SalvageLog[],
  generation: number,
): Salvaged | undefined {
  const known = new Map<number, { readonly entry: LogEntry; readonly place: string }>();
  const heard = new Map<number, string>();
  for (const { place, rows } of logs)
    for (const row of rows) {
      const { seq, said } = (row ?? {}) as Partial<LogEntry>;
      if (typeof seq !== "number" || seq <= generation) continue;
      if (typeof said === "string") heard.set(seq, heard.get(seq) ?? said);
      if (!known.has(seq) && isWholeEntry(row)) known.set(seq, { entry: row, place });
    }
  const last = Math.max(generation, ...known.keys(), ...heard.keys(), ...bases.map(({ seq }) => seq));
  const nothing: SalvageBase = { seq: generation, version: modelVersion, parts: [], place: "" };
  const begins = [...bases.filter(({ seq }) => seq >= generation), ...(known.has(generation + 1) ? [nothing] : [])];
  const runs = begins
    .map((base) => ({ base, ...runFrom(base.seq, known) }))
    .sort((a, b) => b.end - a.end || b.base.seq - a.base.seq);
  let best: { base: SalvageBase; records: RecordTable; end: number } | undefined;
  for (const { base, entries, end } of runs) {
    if (best && best.end >= end) break;
    const played = playedFrom(base, entries);
    if (played && (!best || played.end > best.end)) best = { base, ...played };
  }
  if (!best) return undefined;
  const { base, records, end } = best;
  const history: LogEntry[] = [];
  for (let seq = end; known.has(seq); seq--) history.push(known.get(seq)!.entry);
  const counts = new Map<string, number>(base.place === "" ? [] : [[base.place, 0]]);
  for (let seq = base.seq + 1; seq <= end; seq++) {
    const { place } = known.get(seq)!;
    counts.set(place, (counts.get(place) ?? 0) + 1);
  }
  const missing: (string | undefined)[] = [];
  for (let seq = end + 1; seq <= last && missing.length < mostMissing; seq++) missing.push(heard.get(seq));
  return {
    records,
    entries: history.reverse(),
    from: [...counts].map(([place, entries]) => ({ place, entries })),
    missing,
  };
}

function runFrom(seq: number, known: ReadonlyMap<number, { readonly entry: LogEntry }>) {
  const entries: LogEntry[] = [];
  let end = seq;
  for (let next = known.get(end + 1); next; next = known.get(end + 1)) {
    entries.push(next.entry);
    end++;
  }
  return { entries, end };
}

/** Plays entries on a base as far as they go; undefined where the base itself cannot be read. */
function playedFrom(
  base: SalvageBase,
  entries: readonly LogEntry[],
): { records: RecordTable; end: number } | undefined {
  const played = (count: number) => {
    const records = opened(base);
    return records && { records: replay(records, base.version, entries.slice(0, count)), end: base.seq + count };
  };
  try {
    return played(entries.length);
  } catch (error) {
    if (error instanceof NewerVersion) throw error;
  }
  let [good, bad] = [0, entries.length];
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    try {
      played(middle);
      good = middle;
    } catch {
      bad = middle;
    }
  }
  try {
    return played(good);
  } catch {
    return undefined;
  }
}

/** The records of a base, all of them made, so that what cannot be read shows; undefined where something cannot. */
function opened({ parts }: SalvageBase): RecordTable | undefined {
  try {
    const records = new RecordTable();
    for (const text of parts) records.addPacked(text);
    for (const record of records.values())
      if (typeof record.id !== "string" || typeof record.kind !== "string") return undefined;
    return records;
  } catch {
    return undefined;
  }
}
