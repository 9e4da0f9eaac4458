import type { LogEntry } from "./changeLog";
import { isWholeEntry, isWholePart, textSum } from "./rowSums";

/*
 * The second copy of a workspace: text files beside the database, since Chromium drops a whole database when it was
 * killed in the middle of writing to it (7 of 510 kills, with one store and strict puts). A base holds what a snapshot
 * and the log after it held at one moment; each tab adds to a log of its own. A log whose line
 * was torn when the browser died, or the power went, counts without that line; a base that is not whole does not count.
 */

/** What stands in the first line of a base. */
interface BaseHead {
  readonly seq: number;
  readonly version: number;
  readonly parts: number;
  readonly entries: number;
  /** The checksum of each part; absent in what an earlier Pensum wrote. */
  readonly sums?: readonly number[];
}

/** A workspace as it was read from a second copy. */
export interface SecondCopy {
  /** The length of the log that `parts` stand for. */
  readonly seq: number;
  readonly version: number;
  /** Packed records, as the parts of a snapshot are stored. */
  readonly parts: readonly string[];
  /** The log after `seq`, without a gap. */
  readonly entries: readonly LogEntry[];
}

/** The text of a base. */
export function baseText({ seq, version, parts, entries }: SecondCopy): string {
  const sums = parts.map((text) => textSum(text));
  const head: BaseHead = { seq, version, parts: parts.length, entries: entries.length, sums };
  return entryLines([head, ...parts, ...entries]);
}

/** Lines of a log, each ending with a line break. */
export function entryLines(entries: readonly unknown[]): string {
  return entries.map((entry) => `${JSON.stringify(entry)}\n`).join("");
}

/**
 * The newest whole workspace that bases and logs add up to; undefined when they hold nothing. Without a base, the log
 * is read from its very beginning.
 */
export function readSecondCopy(bases: readonly string[], logs: readonly string[]): SecondCopy | undefined {
  const nothing: SecondCopy = { seq: 0, version: 0, parts: [], entries: [] };
  const whole = bases.map(readBase).filter((base) => base !== undefined);
  const known = new Map<number, LogEntry>();
  for (const log of logs) for (const row of rowsIn(log)) if (isWholeEntry(row)) known.set(row.seq, row);
  const copies = [nothing, ...whole].map((base) => {
    const entries = [...base.entries];
    for (let next = known.get(endOf(base) + 1); next; next = known.get(next.seq + 1)) entries.push(next);
    return { ...base, entries };
  });
  const best = copies.reduce((a, b) => (endOf(b) > endOf(a) ? b : a));
  return endOf(best) > 0 ? best : undefined;
}

function endOf({ seq, entries }: SecondCopy): number {
  return entries[entries.length - 1]?.seq ?? seq;
}

function readBase(text: string): SecondCopy | undefined {
  const [head, ...rest] = lines<unknown>(text);
  const { seq, version, parts, entries, sums } = (head ?? {}) as BaseHead;
  if (rest.length !== parts + entries) return undefined;
  const texts = rest.slice(0, parts) as string[];
  if (sums && !texts.every((text, at) => isWholePart({ text, sum: sums[at] }))) return undefined;
  return { seq, version, parts: texts, entries: rest.slice(parts) as LogEntry[] };
}

/** Everything in a second copy that can be read, for putting a damaged workspace together: whole bases, and rows of logs. */
export function readCopyPieces(
  bases: readonly string[],
  logs: readonly string[],
): { readonly bases: readonly SecondCopy[]; readonly rows: readonly unknown[] } {
  const whole = bases.map(readBase).filter((base) => base !== undefined);
  return { bases: whole, rows: [...bases, ...logs].flatMap(rowsIn) };
}

/** Every line of a text that says what an entry says: one that was torn keeps none of the others from being read. */
function rowsIn(text: string): LogEntry[] {
  return text.split("\n").flatMap((line): LogEntry[] => {
    try {
      const row: unknown = JSON.parse(line);
      return typeof row === "object" && row !== null && "changes" in row ? [row as LogEntry] : [];
    } catch {
      return [];
    }
  });
}

/** What the whole lines of a text say, up to the first that cannot be read. */
function lines<T>(text: string): T[] {
  const found: T[] = [];
  for (const line of text.split("\n").slice(0, -1))
    try {
      found.push(JSON.parse(line) as T);
    } catch {
      break;
    }
  return found;
}
