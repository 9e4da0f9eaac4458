import type { Id, PensumRecord } from "../model";
import type { LogEntry } from "./changeLog";
import { apply, invert, touchedIds, type ChangeSet } from "./changeSet";
import { decodeBackwards } from "./codec";

type ReadRecord = (id: Id) => PensumRecord | undefined;

/**
 * Goes back through entries of the log from the records as they stand after the last of them: gives each, the newest first, with
 * what it changed. When it has ended, `records` has those that were touched as they stood before all of them.
 * @param entries the end of the log, in order and without a gap
 * @throws RangeError when an entry does not fit the records
 */
export function* goBack(
  entries: readonly LogEntry[],
  read: ReadRecord,
  records = new Map<Id, PensumRecord | undefined>(),
): Generator<{ readonly entry: LogEntry; readonly changes: ChangeSet }> {
  const past = {
    get: (id: Id) => (records.has(id) ? records.get(id) : read(id)),
    set: (id: Id, record: PensumRecord) => records.set(id, record),
    delete: (id: Id) => records.set(id, undefined),
  };
  for (let at = entries.length - 1; at >= 0; at--) {
    const entry = entries[at]!;
    const changes = decodeBackwards(entry.changes, past.get);
    yield { entry, changes };
    apply(past, invert(changes));
  }
}

/** How records stood before some entries of the log were made. */
export interface RecordsBefore {
  /** Those that the entries touched, as they stood before them; undefined for what was not there yet. */
  readonly records: ReadonlyMap<Id, PensumRecord | undefined>;
  /** The last entry that touched each of them. */
  readonly touchedBy: ReadonlyMap<Id, LogEntry>;
}

/**
 * The records as they stood before some entries of the log.
 * @throws what `goBack` throws
 */
export function recordsBefore(entries: readonly LogEntry[], read: ReadRecord): RecordsBefore {
  const going = recordsBeforeStepwise(entries, read);
  for (let step = going.next(); ; step = going.next()) if (step.done) return step.value;
}

/** What a walk back has come to so far: it can be gone on with from there. */
export interface WalkedBack extends RecordsBefore {
  readonly records: Map<Id, PensumRecord | undefined>;
  readonly touchedBy: Map<Id, LogEntry>;
}

export const nothingWalked = (): WalkedBack => ({ records: new Map(), touchedBy: new Map() });

/**
 * The same entry by entry, for what must not hold up a page: gives how many entries are behind it.
 * @param walked what is behind already, to be gone on with: the entries are those before it
 * @param see is shown each entry with what it changed
 */
export function* recordsBeforeStepwise(
  entries: readonly LogEntry[],
  read: ReadRecord,
  walked = nothingWalked(),
  see?: (entry: LogEntry, changes: ChangeSet) => void,
): Generator<number, RecordsBefore> {
  const { records, touchedBy } = walked;
  let done = 0;
  for (const { entry, changes } of goBack(entries, read, records)) {
    for (const id of touchedIds(changes)) if (!touchedBy.has(id)) touchedBy.set(id, entry);
    see?.(entry, changes);
    yield ++done;
  }
  return walked;
}
