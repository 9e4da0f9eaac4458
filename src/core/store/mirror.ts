import type { Id, PensumRecord } from "../model";
import { fieldChange, type ChangeSet, type FieldChange } from "./changeSet";
import { decodeChanges, encodeChanges } from "./codec";
import { packRecords, unpackRecords } from "./packedRecords";
import type { Store } from "./store";

/** What is told to a mirror: records as a snapshot packs them, or what changed since as the log writes it. */
export type MirrorMessage = { readonly records: string } | { readonly changes: string };

/**
 * Tells of a store what a mirror elsewhere needs to be the same: all records as they stood when it began, in portions,
 * and then what changed. Messages must be taken in by the mirror in the order in which they were given.
 */
export class MirrorSource {
  readonly #records: readonly PensumRecord[];
  /** What changed since it was told last: each record as it was told, and as it is. */
  readonly #changed = new Map<Id, { readonly from: PensumRecord | undefined; to: PensumRecord | undefined }>();
  readonly #stop: () => void;

  constructor(store: Store) {
    this.#records = [...store.records()];
    this.#stop = store.onChange((changes) => {
      for (const { id, from, to } of changes) {
        const known = this.#changed.get(id);
        if (known) known.to = to;
        else this.#changed.set(id, { from, to });
      }
    });
  }

  /** Follows the store no more. */
  close(): void {
    this.#stop();
  }

  /** All records as they stood at the beginning, so many at once, each portion with the share that is told by then. */
  *portions(size: number): Generator<{ readonly message: MirrorMessage; readonly share: number }> {
    for (let at = 0; at < this.#records.length; at += size)
      yield {
        message: { records: packRecords(this.#records.slice(at, at + size)) },
        share: Math.min(1, (at + size) / this.#records.length),
      };
  }

  /** What changed since this was asked last; undefined where nothing did. */
  changes(): MirrorMessage | undefined {
    const added = new Map<Id, PensumRecord>();
    const updated = new Map<Id, FieldChange>();
    const removed = new Map<Id, PensumRecord>();
    for (const [id, { from, to }] of this.#changed) {
      const change = from && to && fieldChange(from, to);
      if (change) updated.set(id, change);
      else if (!from && to) added.set(id, to);
      else if (from && !to) removed.set(id, from);
    }
    this.#changed.clear();
    if (added.size + updated.size + removed.size === 0) return undefined;
    return { changes: encodeChanges({ added, updated, removed }) };
  }
}

/** Takes in what a `MirrorSource` tells, into a store of the mirror's own. Returns the ids of what changed. */
export function takeIn(mirror: Store, message: MirrorMessage): Id[] {
  const changes: ChangeSet =
    "changes" in message
      ? decodeChanges(message.changes, (id) => mirror.get(id))
      : {
          added: new Map((unpackRecords(message.records) as PensumRecord[]).map((record) => [record.id, record])),
          updated: new Map(),
          removed: new Map(),
        };
  mirror.applyExactly(changes);
  return [...changes.added.keys(), ...changes.updated.keys(), ...changes.removed.keys()];
}
