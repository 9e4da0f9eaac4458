import type { Id, PensumRecord } from "../model";

/** One act as the log keeps it. */
export interface LogEntry {
  /** Its place in the log: 1, 2, 3 and so on without a gap. */
  readonly seq: number;
  /** When it was appended, in milliseconds since 1970. */
  readonly at: number;
  /** Which device and tab wrote it: `device.tab`. */
  readonly by: string;
  readonly said: string;
  /** The version of the model it was written in. */
  readonly version: number;
  /** The change set as `encodeChanges` writes it. */
  readonly changes: string;
  /** The ids it touches, for the history of a record; empty when there are too many to be of use. */
  readonly ids: readonly Id[];
  /** The command that was called, and with what, as `writeCall` writes it; absent where only the changes are known. */
  readonly call?: string;
  /** The group of a burst of typing, whose entries are one step of undo. */
  readonly group?: string;
  /** Whether it undid or redid an earlier act, and what that had said. */
  readonly turn?: "undo" | "redo";
  readonly turned?: string;
  /** Set for what keeps the books and is nobody's act. */
  readonly isBookkeeping?: true;
  /** The checksum of all this, as it was stored; absent in what an earlier Pensum stored. */
  readonly sum?: number;
}

export type LogEntryDraft = Omit<LogEntry, "seq" | "sum">;

/** Thrown by `append` when another writer was first; what it wrote must be read and the entries made again on it. */
export class Overtaken extends Error {
  override readonly name = "Overtaken";
}

/** Thrown by a log whose entries are not those it held before: a backup was read in, in another tab. */
export class Replaced extends Error {
  override readonly name = "Replaced";
  constructor() {
    super("Another tab replaced this workspace");
  }
}

/** Thrown by a log that holds nothing at all any more: its storage was cleared under it. */
export class Emptied extends Error {
  override readonly name = "Emptied";
}

/** An append-only log that several writers share. */
export interface ChangeLog {
  /**
   * Appends entries at `after + 1` and on, all or none. Resolves when they are durable.
   * @throws Overtaken when the log is already longer than `after`; Replaced when it is another log by now; Emptied when
   * it is none
   */
  append(after: number, entries: readonly LogEntryDraft[]): Promise<void>;
  /** The entries after `seq`, in order. */
  readAfter(seq: number): Promise<LogEntry[]>;
  /** Begins again in a storage that was cleared: all records as they are after `entries`, and these behind `after`. */
  refill?(after: number, entries: readonly LogEntryDraft[], records: readonly PensumRecord[]): Promise<void>;
}

/** A log that lives as long as the page: for tests, and for a browser that gives no database. */
export class MemoryLog implements ChangeLog {
  readonly entries: LogEntry[] = [];

  append(after: number, entries: readonly LogEntryDraft[]): Promise<void> {
    if (this.entries.length !== after) return Promise.reject(new Overtaken());
    this.entries.push(...entries.map((entry, at) => ({ ...entry, seq: after + at + 1 })));
    return Promise.resolve();
  }

  readAfter(seq: number): Promise<LogEntry[]> {
    return Promise.resolve(this.entries.slice(seq));
  }
}
