import type { Reading } from "@/core/insight";
import type { Id } from "@/core/model";
import { changesOf, valueAfter } from "@/core/store";
import { dateOf, momentOfInstant, type DateText } from "@/core/time";
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

const mostRead = 2000;

/** The numbers that a field of a record has had, by the log: the last of each day on which it was set, the first day first. */
export async function readingsOf(
  database: WorkspaceDatabase,
  id: Id,
  field: string,
  zone: string,
): Promise<readonly Reading[]> {
  const entries = await database.log.where("ids").equals(id).reverse().limit(mostRead).toArray();
  const byDay = new Map<DateText, unknown>();
  for (const { at, changes } of entries.reverse()) {
    const set = valueAfter(changes, id, field);
    if (set) byDay.set(dateOf(momentOfInstant(at, zone)), set.value);
  }
  return [...byDay].flatMap(([date, value]) => (typeof value === "number" ? [{ date, value }] : []));
}
