import type { Id, PensumRecord } from "../model";
import type { LogEntry } from "./changeLog";
import { apply, invert, touchedIds } from "./changeSet";
import { decodeBackwards } from "./codec";

/** How records stood before some entries of the log were made. */
export interface RecordsBefore {
  /** Those that the entries touched, as they stood before them; undefined for what was not there yet. */
  readonly records: ReadonlyMap<Id, PensumRecord | undefined>;
  /** The last entry that touched each of them. */
  readonly touchedBy: ReadonlyMap<Id, Pick<LogEntry, "said" | "at" | "seq">>;
}

/**
 * Goes back through entries of the log from the records as they stand after the last of them.
 * @param entries the end of the log, in order and without a gap
 * @throws RangeError when an entry does not fit the records
 */
export function recordsBefore(entries: readonly LogEntry[], read: (id: Id) => PensumRecord | undefined): RecordsBefore {
  const records = new Map<Id, PensumRecord | undefined>();
  const touchedBy = new Map<Id, Pick<LogEntry, "said" | "at" | "seq">>();
  const past = {
    get: (id: Id) => (records.has(id) ? records.get(id) : read(id)),
    set: (id: Id, record: PensumRecord) => records.set(id, record),
    delete: (id: Id) => records.set(id, undefined),
  };
  for (let at = entries.length - 1; at >= 0; at--) {
    const entry = entries[at]!;
    const changes = decodeBackwards(entry.changes, past.get);
    for (const id of touchedIds(changes)) if (!touchedBy.has(id)) touchedBy.set(id, entry);
    apply(past, invert(changes));
  }
  return { records, touchedBy };
}
