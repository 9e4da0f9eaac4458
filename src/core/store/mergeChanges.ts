import { mergeRuleOf, type Id, type PensumRecord } from "../model";
import { fieldChange, sameValue, withFields, type ChangeSet, type FieldChange, type Fields } from "./changeSet";
import { mergeValue } from "./mergeParts";

/**
 * The change set that does to the present state what `changes` did to the state it was made on.
 *
 * Field by field, as each field says (`mergeRuleOf`): a field of one value that the present state has otherwise takes the value of
 * `changes`, which comes later in the log; lists, maps and texts keep what either writer put in. Removing what is already gone does nothing. An
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
    // Both made it, as two tabs make the page of one day: what only the other's has stays.
    const made = record as unknown as Fields;
    const change = fieldChange(present, withFields(present, { ...made, ...mergedParts(present, {}, made) }));
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

/** The fields of `to` in which parts are merged; those of one value stay as they are. */
function mergedParts(present: PensumRecord, from: Fields, to: Fields): Fields {
  const merged: Record<string, unknown> = {};
  for (const field of Object.keys(to)) {
    const now = (present as unknown as Fields)[field];
    const rule = mergeRuleOf(present, field, to[field] ?? from[field] ?? now);
    if (rule !== "value")
      merged[field] = mergeValue(rule, from[field] ?? (rule === "text" ? "" : undefined), now, to[field]);
  }
  return merged;
}

function mergedFields(present: PensumRecord, from: Fields, to: Fields): FieldChange | undefined {
  const before: Record<string, unknown> = {};
  const after: Record<string, unknown> = {};
  const merged: Fields = { ...to, ...mergedParts(present, from, to) };
  for (const key of Object.keys(merged)) {
    const now = (present as unknown as Fields)[key];
    if (sameValue(now, merged[key])) continue;
    before[key] = now;
    after[key] = merged[key];
  }
  return Object.keys(after).length > 0 ? [before, after] : undefined;
}
