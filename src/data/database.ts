import Dexie, { type EntityTable, type Table } from "dexie";
import type { LogEntry } from "@/core/store";

/** One chunk of a snapshot: up to a thousand records as JSON text. */
export interface SnapshotPart {
  /** The length of the log that the snapshot stands for. */
  seq: number;
  part: number;
  /** How many parts the snapshot has; one that has fewer is not whole and is not read. */
  parts: number;
  /** The version of the model it was written in. */
  version: number;
  text: string;
}

/** A picture or another file, as its bytes came. */
export interface FileRow {
  id: string;
  name: string;
  type: string;
  blob: Blob;
}

/** The database of one workspace in this browser. */
export class WorkspaceDatabase extends Dexie {
  declare readonly log: EntityTable<LogEntry, "seq">;
  declare readonly snapshots: Table<SnapshotPart, [number, number]>;
  declare readonly files: EntityTable<FileRow, "id">;

  constructor(name: string) {
    super(databaseName(name), { chromeTransactionDurability: "strict" });
    this.version(1).stores({ log: "++seq, *ids", snapshots: "[seq+part]", files: "id" });
  }
}

/** What the database of a workspace is called in the browser. */
export function databaseName(workspace: string): string {
  return `pensum-${workspace}`;
}
