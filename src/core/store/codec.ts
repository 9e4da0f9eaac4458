import type { Id, PensumRecord } from "../model";
import type { ChangeSet, FieldChange, Fields } from "./changeSet";
import { spliceBetween } from "./mergeText";

/*
 * How change sets are written to the log: as JSON text. A change of a long text is written as the one replacement it
 * is, so that a keystroke on a page of 100 kB costs a few bytes; it reads back exactly, since every entry of the log was
 * made on the state the entries before it left behind.
 */

type SpliceText = readonly [at: number, removed: string, inserted: string];

interface StoredChanges {
  added?: PensumRecord[];
  removed?: PensumRecord[];
  updated?: Record<Id, Record<string, [from: unknown, to: unknown]>>;
  spliced?: Record<Id, Record<string, SpliceText>>;
}

const shortText = 80;

/** A change set as JSON text. */
export function encodeChanges(changes: ChangeSet): string {
  const stored: StoredChanges = {};
  if (changes.added.size) stored.added = [...changes.added.values()];
  if (changes.removed.size) stored.removed = [...changes.removed.values()];
  for (const [id, [from, to]] of changes.updated)
    for (const key of Object.keys(to)) {
      const before = from[key];
      const after = to[key];
      if (typeof before === "string" && typeof after === "string" && before.length + after.length > shortText) {
        const { at, removed, inserted } = spliceBetween(before, after);
        ((stored.spliced ??= {})[id] ??= {})[key] = [at, removed, inserted];
      } else ((stored.updated ??= {})[id] ??= {})[key] = [before ?? null, after ?? null];
    }
  return JSON.stringify(stored);
}

/**
 * The change set of JSON text that `encodeChanges` wrote. `read` gives the records as they stood before it.
 * @throws SyntaxError when the text is not JSON; RangeError when a text is not what it was when the entry was written
 */
export function decodeChanges(json: string, read: (id: Id) => PensumRecord | undefined): ChangeSet {
  return decoded(json, (id, key, [at, removed, inserted]) => {
    const before = textIn(read(id), key);
    return fits(before, at, removed) ? [before, replaced(before, at, removed, inserted)] : undefined;
  });
}

/**
 * The same change set, where the records are known as they stood after it.
 * @throws what `decodeChanges` throws
 */
export function decodeBackwards(json: string, read: (id: Id) => PensumRecord | undefined): ChangeSet {
  return decoded(json, (id, key, [at, removed, inserted]) => {
    const after = textIn(read(id), key);
    return fits(after, at, inserted) ? [replaced(after, at, inserted, removed), after] : undefined;
  });
}

function textIn(record: PensumRecord | undefined, key: string): unknown {
  return (record as unknown as Fields | undefined)?.[key];
}

function fits(text: unknown, at: number, part: string): text is string {
  return typeof text === "string" && text.slice(at, at + part.length) === part;
}

function replaced(text: string, at: number, part: string, by: string): string {
  return text.slice(0, at) + by + text.slice(at + part.length);
}

function decoded(
  json: string,
  sidesOf: (id: Id, key: string, splice: SpliceText) => readonly [before: string, after: string] | undefined,
): ChangeSet {
  const stored = JSON.parse(json) as StoredChanges;
  const updated = new Map<Id, FieldChange>();
  const sides = (id: Id) => {
    const known = updated.get(id) as [Record<string, unknown>, Record<string, unknown>] | undefined;
    const change: [Record<string, unknown>, Record<string, unknown>] = known ?? [{}, {}];
    updated.set(id, change);
    return change;
  };
  for (const [id, fields] of Object.entries(stored.updated ?? {}))
    for (const [key, [from, to]] of Object.entries(fields)) {
      const [before, after] = sides(id);
      before[key] = from ?? undefined;
      after[key] = to ?? undefined;
    }
  for (const [id, fields] of Object.entries(stored.spliced ?? {}))
    for (const [key, splice] of Object.entries(fields)) {
      const texts = sidesOf(id, key, splice);
      if (!texts) throw new RangeError(`The log does not fit the record ${id}: its ${key} is not what it was.`);
      const [before, after] = sides(id);
      [before[key], after[key]] = texts;
    }
  return { added: byId(stored.added), updated, removed: byId(stored.removed) };
}

/** What an entry of the log says of one record, for its history: the fields and, for long texts, only what changed. */
export function changesOf(
  json: string,
  id: Id,
): { what: "added" | "removed" | "updated"; fields: string[] } | undefined {
  const stored = JSON.parse(json) as StoredChanges;
  if (stored.added?.some((record) => record.id === id)) return { what: "added", fields: [] };
  if (stored.removed?.some((record) => record.id === id)) return { what: "removed", fields: [] };
  const fields = [...Object.keys(stored.updated?.[id] ?? {}), ...Object.keys(stored.spliced?.[id] ?? {})];
  return fields.length > 0 ? { what: "updated", fields } : undefined;
}

/** What an entry of the log made of a field of a record, long texts left out; undefined where it did not touch it. */
export function valueAfter(json: string, id: Id, field: string): { readonly value: unknown } | undefined {
  if (!json.includes(`"${field}"`)) return undefined;
  const stored = JSON.parse(json) as StoredChanges;
  const added = stored.added?.find((record) => record.id === id) as Fields | undefined;
  if (added) return field in added ? { value: added[field] } : undefined;
  const change = stored.updated?.[id]?.[field];
  return change && { value: change[1] ?? undefined };
}

/** The records that an entry of the log removed, as they last stood. */
export function removedBy(json: string): readonly PensumRecord[] {
  return json.includes('"removed"') ? ((JSON.parse(json) as StoredChanges).removed ?? []) : [];
}

function byId(records: readonly PensumRecord[] = []): Map<Id, PensumRecord> {
  return new Map(records.map((record) => [record.id, record]));
}
