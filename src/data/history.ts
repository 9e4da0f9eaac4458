import type { Id } from "@/core/model";
import { changesOf } from "@/core/store";
import type { WorkspaceDatabase } from "./database";

/** One thing that happened to a record. */
export interface HistoryEntry {
  readonly seq: number;
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly said: string;
  readonly what: "added" | "removed" | "updated";
  /** The fields that changed, by name. */
  readonly fields: readonly string[];
}

/** What the log says of a record, the newest first, at most `most` entries. */
export async function historyOf(database: WorkspaceDatabase, id: Id, most = 200): Promise<HistoryEntry[]> {
  const entries = await database.log.where("ids").equals(id).reverse().limit(most).toArray();
  return entries.flatMap(({ seq, at, said, changes }) => {
    const change = changesOf(changes, id);
    return change ? [{ seq, at, said, ...change }] : [];
  });
}
