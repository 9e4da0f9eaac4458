import type { Id, PensumRecord } from "../model";
import { fieldChange, sameValue, withFields, type ChangeSet, type FieldChange, type Fields } from "./changeSet";
import { mergeText } from "./mergeText";

/**
 * The change set that does to the present state what `changes` did to the state it was made on.
 *
 * Field by field: a field that the present state has otherwise takes the value of `changes`, which comes later in the
 * log; the `text` of a record is merged, so that no words are lost. Removing what is already gone does nothing. An
 * edit of a record that somebody removed meanwhile brings it back as `ours` had it: an edit outlasts a removal.
 *
 * @param read the present state
 * @param ours the record as the writer of `changes` had it after them; undefined where that is not known
 */
export function mergeOnto(
  read: (id: Id) => PensumRecord | undefined,
  changes: ChangeSet,
  ours: (id: Id) => PensumRecord | undefined = () => undefined,
): ChangeSet {
  const added = new Map<Id, PensumRecord>();
  const updated = new Map<Id, FieldChange>();
  const removed = new Map<Id, PensumRecord>();

  for (const id of changes.removed.keys()) {
    const present = read(id);
    if (present) removed.set(id, present);
  }
  for (const [id, record] of changes.added) {
    const present = read(id);
    if (!present) {
      added.set(id, record);
      continue;
    }
    const change = fieldChange(
      present,
      withFields(record, mergedText(present, "", record.kind === "settings" ? undefined : record.text)),
    );
    if (change) updated.set(id, change);
  }
  for (const [id, [from, to]] of changes.updated) {
    const present = read(id);
    if (!present) {
      const record = ours(id);
      if (record) added.set(id, record);
      continue;
    }
    const change = mergedFields(present, from, to);
    if (change) updated.set(id, change);
  }
  return { added, updated, removed };
}

function mergedText(present: PensumRecord, from: unknown, to: unknown): Fields {
  if (!("text" in present) || typeof from !== "string" || typeof to !== "string") return {};
  return { text: mergeText(from, present.text, to) };
}

function mergedFields(present: PensumRecord, from: Fields, to: Fields): FieldChange | undefined {
  const before: Record<string, unknown> = {};
  const after: Record<string, unknown> = {};
  const merged: Fields = "text" in to ? { ...to, ...mergedText(present, from.text, to.text) } : to;
  for (const key of Object.keys(merged)) {
    const now = (present as unknown as Fields)[key];
    if (sameValue(now, merged[key])) continue;
    before[key] = now;
    after[key] = merged[key];
  }
  return Object.keys(after).length > 0 ? [before, after] : undefined;
}
