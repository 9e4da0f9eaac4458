import { recordsBefore, type LogEntry, type RecordsBefore, type Store } from "@/core/store";
import { startOfGeneration, type WorkspaceDatabase } from "./database";

/** How the records stood at an instant. */
export interface RecordsThen extends RecordsBefore {
  /** When the log that is left begins, in milliseconds since 1970, where that is after the instant; what was before is not known. */
  readonly knownFrom: number | undefined;
}

/**
 * Goes back through the log to an instant, from the records as they are.
 * @param seq how long the log is
 */
export async function recordsAt(
  database: WorkspaceDatabase,
  store: Store,
  seq: number,
  instant: number,
): Promise<RecordsThen> {
  const entries: LogEntry[] = [];
  let hasEarlier = false;
  await database.log
    .where(":id")
    .between(startOfGeneration(seq), seq, true, true)
    .reverse()
    .until(({ at }) => (hasEarlier = at < instant))
    .each((entry) => entries.push(entry));
  entries.reverse();
  const first = entries[0];
  return {
    ...recordsBefore(entries, (id) => store.get(id)),
    knownFrom: hasEarlier || first === undefined ? undefined : first.at,
  };
}
