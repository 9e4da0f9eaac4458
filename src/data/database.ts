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
  /** The checksum of the text; absent in what an earlier Pensum wrote. */
  sum?: number;
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

/** So many entries the log of one generation can hold; each backup that is read in begins another. */
const generationSize = 2 ** 32;

/** The length of the log at which the generation after that of `seq` begins. */
export function nextGeneration(seq: number): number {
  return (Math.floor(seq / generationSize) + 1) * generationSize;
}

/** The length of the log at which the generation of `seq` began. */
export function startOfGeneration(seq: number): number {
  return nextGeneration(seq) - generationSize;
}

/** Whether a generation has no entry yet when its log is this long. */
export function isFirstOfGeneration(seq: number): boolean {
  return seq % generationSize === 0;
}
