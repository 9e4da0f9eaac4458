import { modelVersion } from "@/core/model";
import { earlierSteps, type EarlierSteps, type Journal, type LogEntry, type Store } from "@/core/store";
import { startOfGeneration, type WorkspaceDatabase } from "./database";
import type { TabIdentity } from "./tabIdentity";

interface Reach {
  readonly database: WorkspaceDatabase;
  readonly store: Store;
  readonly journal: Journal;
  readonly tab: TabIdentity;
  /** How long the log was when the store was read: what comes after it, the store knows itself. */
  readonly sessionStart: number;
}

/** So far back the log is read: as many entries, and as many characters of changes. */
const mostEntries = 1000;
const mostCharacters = 8_000_000;
const nothing: EarlierSteps = { done: [], undone: [] };

/** The acts from before the last reload or restart that this tab may undo and redo, from the log. */
export async function readEarlierSteps(reach: Reach): Promise<EarlierSteps> {
  const { database, store, journal, tab, sessionStart } = reach;
  for (let tries = 0; tries < 5; tries++) {
    await journal.durable();
    const { seq } = journal;
    const entries = await endOfLog(database, seq);
    // The entries are gone back through from the records as they are, so nothing may have happened meanwhile.
    store.settle();
    if (journal.seq !== seq || journal.saving.kind !== "saved") continue;
    const isOwn = ({ seq: place, by, isBookkeeping }: LogEntry) =>
      place <= sessionStart &&
      !isBookkeeping &&
      (by === `${tab.device}.${tab.id}` || (by.startsWith(`${tab.device}.`) && place <= tab.openedAt));
    try {
      return earlierSteps(entries, (id) => store.get(id), isOwn);
    } catch {
      return nothing; // A log that does not fit its records is told of at the next start; here it only ends undoing.
    }
  }
  return nothing;
}

async function endOfLog(database: WorkspaceDatabase, seq: number): Promise<LogEntry[]> {
  const entries: LogEntry[] = [];
  let characters = 0;
  await database.log
    .where(":id")
    .between(Math.max(startOfGeneration(seq), seq - mostEntries), seq, false, true)
    .reverse()
    .until((entry) => entry.version !== modelVersion || (characters += entry.changes.length) > mostCharacters)
    .each((entry) => entries.push(entry));
  return entries.reverse();
}

/** Undoes or redoes in a store; what was done before it was opened is read when it comes to that, once. */
export function turnBackWith(store: Store, read: () => Promise<EarlierSteps>) {
  let earlier: Promise<void> | undefined;
  return async (way: "undo" | "redo"): Promise<string | undefined> => {
    const said = way === "undo" ? store.undo() : store.redo();
    if (said !== undefined) return said;
    await (earlier ??= read().then((steps) => store.addEarlier(steps)));
    return way === "undo" ? store.undo() : store.redo();
  };
}
