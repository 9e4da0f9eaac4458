import Dexie from "dexie";
import { Overtaken, type ChangeLog, type LogEntry, type LogEntryDraft } from "@/core/store";
import type { WorkspaceDatabase } from "./database";

/**
 * The change log in the database. An entry claims its place by its key: where another tab has taken it, the database
 * refuses the key, and nothing else need be asked. Commits are strict: on the disk before they are acknowledged.
 */
export class DatabaseLog implements ChangeLog {
  readonly #database: WorkspaceDatabase;

  constructor(database: WorkspaceDatabase) {
    this.#database = database;
  }

  async append(after: number, entries: readonly LogEntryDraft[]): Promise<void> {
    const rows = entries.map((entry, at) => ({ ...entry, seq: after + at + 1 }) as LogEntry);
    try {
      await this.#database.transaction("rw", this.#database.log, async () => {
        if (rows.length === 1) await this.#database.log.add(rows[0] as LogEntry);
        else await this.#database.log.bulkAdd(rows);
      });
    } catch (error) {
      if (isConstraint(error)) throw new Overtaken();
      throw error;
    }
  }

  readAfter(seq: number): Promise<LogEntry[]> {
    return this.#database.log.where(":id").above(seq).toArray();
  }
}

function isConstraint(error: unknown): boolean {
  if (error instanceof Dexie.BulkError) return error.failures.some((failure) => failure.name === "ConstraintError");
  return error instanceof Error && error.name === "ConstraintError";
}
