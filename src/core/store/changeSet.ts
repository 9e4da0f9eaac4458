import { dequal } from "dequal/lite";
import type { Id, PensumRecord } from "../model";

/** Some fields of a record; one that is undefined is absent. */
export type Fields = Readonly<Record<string, unknown>>;

/** What a field change was and became: the same keys on both sides, and only those that differ. */
export type FieldChange = readonly [from: Fields, to: Fields];

/**
 * What one act changed, as a plain value. An id stands in one of the three maps only.
 *
 * `apply(state, c)` then `apply(state, invert(c))` gives the state again; `squash([a, b])` has the effect of `a` and
 * then `b`.
 */
export interface ChangeSet {
  readonly added: ReadonlyMap<Id, PensumRecord>;
  readonly updated: ReadonlyMap<Id, FieldChange>;
  readonly removed: ReadonlyMap<Id, PensumRecord>;
}

/** Where a change set is applied: a map of records, or the store. */
interface RecordSink {
  get(id: Id): PensumRecord | undefined;
  set(id: Id, record: PensumRecord): unknown;
  delete(id: Id): unknown;
}

export const noChanges: ChangeSet = {
  added: new Map(),
  updated: new Map(),
  removed: new Map(),
};

/** Tells whether a change set changes nothing. */
export function isEmpty(changes: ChangeSet): boolean {
  return changes.added.size + changes.updated.size + changes.removed.size === 0;
}

/** The ids a change set touches. */
export function* touchedIds(changes: ChangeSet): Generator<Id> {
  yield* changes.added.keys();
  yield* changes.updated.keys();
  yield* changes.removed.keys();
}

/** Tells whether two field values are the same; lists and plain objects by their contents, in whatever order keys stand. */
export function sameValue(a: unknown, b: unknown): boolean {
  return a === b || dequal(a, b);
}

/** The fields in which two records differ, or undefined when they are the same. */
export function fieldChange(from: PensumRecord, to: PensumRecord): FieldChange | undefined {
  if (from === to) return undefined;
  return narrow(from as unknown as Fields, to as unknown as Fields);
}

function narrow(from: Fields, to: Fields): FieldChange | undefined {
  const before: Record<string, unknown> = {};
  const after: Record<string, unknown> = {};
  let differs = false;
  for (const key of new Set([...Object.keys(from), ...Object.keys(to)])) {
    if (sameValue(from[key], to[key])) continue;
    before[key] = from[key];
    after[key] = to[key];
    differs = true;
  }
  return differs ? [before, after] : undefined;
}

/** Tells whether a record has just these values in these fields; undefined means absent. */
export function hasFields(record: PensumRecord, fields: Fields): boolean {
  for (const key in fields) if (!sameValue((record as unknown as Fields)[key], fields[key])) return false;
  return true;
}

/** A record with some fields set; a field set to undefined is taken out. */
export function withFields<R extends PensumRecord>(record: R, fields: Fields): R {
  const next: Record<string, unknown> = { ...record, ...fields };
  for (const key of Object.keys(fields)) if (fields[key] === undefined) delete next[key];
  return next as unknown as R;
}

/** Brings `sink` from the state before the act to the state after it. */
export function apply(sink: RecordSink, changes: ChangeSet): void {
  for (const id of changes.removed.keys()) sink.delete(id);
  for (const [id, record] of changes.added) sink.set(id, record);
  for (const [id, [, to]] of changes.updated) {
    const record = sink.get(id);
    if (record) sink.set(id, withFields(record, to));
  }
}

/** The change set that undoes `changes`. */
export function invert(changes: ChangeSet): ChangeSet {
  const updated = new Map<Id, FieldChange>();
  for (const [id, [from, to]] of changes.updated) updated.set(id, [to, from]);
  return { added: changes.removed, updated, removed: changes.added };
}

/** One change set with the effect of all of them in order. What was changed back drops out. */
export function squash(sequence: readonly ChangeSet[]): ChangeSet {
  const added = new Map<Id, PensumRecord>();
  const updated = new Map<Id, FieldChange>();
  const removed = new Map<Id, PensumRecord>();
  for (const changes of sequence) {
    for (const [id, record] of changes.removed) {
      const change = updated.get(id);
      updated.delete(id);
      if (!added.delete(id)) removed.set(id, change ? withFields(record, change[0]) : record);
    }
    for (const [id, record] of changes.added) {
      const before = removed.get(id);
      if (!before) {
        added.set(id, record);
        continue;
      }
      removed.delete(id);
      const change = fieldChange(before, record);
      if (change) updated.set(id, change);
    }
    for (const [id, change] of changes.updated) {
      const fresh = added.get(id);
      if (fresh) {
        added.set(id, withFields(fresh, change[1]));
        continue;
      }
      const earlier = updated.get(id);
      const whole = earlier ? narrow({ ...change[0], ...earlier[0] }, { ...earlier[1], ...change[1] }) : change;
      if (whole) updated.set(id, whole);
      else updated.delete(id);
    }
  }
  return { added, updated, removed };
}
