import type { LogEntry } from "./changeLog";

/** A checksum of a text, 32 bits: FNV-1a over its letters. It finds what was cut, changed or mixed up; it guards against nobody. */
export function textSum(text: string, before = 0x811c9dc5): number {
  let sum = before;
  for (let at = 0; at < text.length; at++) sum = Math.imul(sum ^ text.charCodeAt(at), 0x01000193);
  return sum >>> 0;
}

/** The checksum of an entry of the log: of all that it says, and of its place. */
export function entrySum({ seq, at, by, said, version, changes }: Omit<LogEntry, "sum">): number {
  return textSum(changes, textSum(`${seq} ${at} ${by} ${version} ${said} `));
}

/** An entry with its checksum, as it is stored. */
export const withSum = (entry: LogEntry): LogEntry => ({ ...entry, sum: entrySum(entry) });

/** Whether a stored row is an entry, and the one that was written; one of before there were checksums is taken at its word. */
export function isWholeEntry(row: unknown): row is LogEntry {
  const entry = (row ?? {}) as Partial<LogEntry>;
  const isEntry =
    Number.isSafeInteger(entry.seq) &&
    typeof entry.at === "number" &&
    typeof entry.by === "string" &&
    typeof entry.said === "string" &&
    Number.isSafeInteger(entry.version) &&
    typeof entry.changes === "string" &&
    Array.isArray(entry.ids);
  return isEntry && (entry.sum === undefined || entry.sum === entrySum(entry as LogEntry));
}

/** Whether a part of a snapshot is the one that was written, by its checksum where it has one. */
export function isWholePart({ text, sum }: { readonly text: unknown; readonly sum?: number | undefined }): boolean {
  return typeof text === "string" && (sum === undefined || sum === textSum(text));
}
