import { migrations, modelVersion, type Id, type Migration, type PensumRecord, type StoredRecord } from "../model";
import { apply } from "./changeSet";
import type { LogEntry } from "./changeLog";
import { decodeChanges } from "./codec";

/** Thrown when something was written by a newer Pensum than this one. */
export class NewerVersion extends Error {
  override readonly name = "NewerVersion";
}

/**
 * The records that a snapshot and the log entries after it add up to, in this version's shape. Every entry is applied in the
 * shape it was written in; what a later version changed is changed between the entries, as it was in time.
 * @param snapshot the records by their ids; taken over, and given back as they became
 * @throws NewerVersion, or what `decodeChanges` throws on a log that is damaged
 */
export function replay(
  snapshot: Map<Id, StoredRecord>,
  snapshotVersion: number,
  entries: readonly LogEntry[],
  steps: readonly Migration[] = migrations,
  target = modelVersion,
): Map<Id, PensumRecord> {
  const records = snapshot as unknown as Map<Id, PensumRecord>;
  let version = snapshotVersion;
  const rise = (to: number) => {
    if (to > target)
      throw new NewerVersion(
        `This workspace was saved by data version ${to}; this Pensum can open versions up to ${target}.`,
      );
    for (const step of steps) {
      if (step.to <= version || step.to > to) continue;
      for (const record of [...records.values()]) {
        const next = step.up(record as unknown as StoredRecord);
        if (next) records.set(record.id, next as unknown as PensumRecord);
        else records.delete(record.id);
      }
    }
    version = Math.max(version, to);
  };
  rise(snapshotVersion);
  for (const entry of entries) {
    if (entry.version !== version) rise(entry.version);
    apply(
      records,
      decodeChanges(entry.changes, (id) => records.get(id)),
    );
  }
  rise(target);
  return records;
}
