import { migrations, modelVersion, type Id, type Migration, type PensumRecord, type StoredRecord } from "../model";
import { apply } from "./changeSet";
import type { LogEntry } from "./changeLog";
import { decodeChanges } from "./codec";

/** Where records stand by their ids: a map, or the table of a store. */
interface Shelf {
  get(id: Id): PensumRecord | undefined;
  set(id: Id, record: PensumRecord): unknown;
  delete(id: Id): unknown;
  values(): Iterable<PensumRecord>;
}

/** Thrown when something was written by a newer Pensum than this one. */
export class NewerVersion extends Error {
  override readonly name = "NewerVersion";
}

/**
 * The records that a snapshot and the log entries after it add up to, in this version's shape. Every entry is applied in the
 * shape it was written in; what a later version changed is changed between the entries, as it was in time.
 * @param records those of the snapshot; taken over, and given back as they became
 * @throws NewerVersion, or what `decodeChanges` throws on a log that is damaged
 */
export function replay<S extends Shelf>(
  records: S,
  snapshotVersion: number,
  entries: readonly LogEntry[],
  steps: readonly Migration[] = migrations,
  target = modelVersion,
): S {
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
