import type { PensumRecord } from "../model";
import type { Cell } from "../register";
import { compareKeys, type OrderKey } from "./order";

/** A group of a lens, or the only one where it does not group; shared by all entries in it. */
export interface Place {
  /** The keys of the group, from the outer to the inner; an empty text for the group of what has none. */
  readonly groups: readonly string[];
  /** By what each of these is put in order. */
  readonly order: readonly OrderKey[];
  /** The name of this group and of those around it, among totals. */
  readonly names: readonly string[];
}

/** A record at one place of a lens; one that has several people stands in the group of each. */
export interface Entry {
  readonly record: PensumRecord;
  readonly place: Place;
  /** By what it is put in order within its place. */
  readonly order: readonly OrderKey[];
  /** What stood in the columns that are added up when it was counted. */
  readonly cells: readonly Cell[];
}

/** Below zero where the group `a` stands before `b`. */
export function comparePlaces(a: Place, b: Place): number {
  for (let at = 0; at < a.groups.length; at++) {
    const order = compareKeys(a.order[at], b.order[at]);
    if (order !== 0) return order;
    const [mine, theirs] = [a.groups[at] as string, b.groups[at] as string];
    if (mine !== theirs) return mine < theirs ? -1 : 1;
  }
  return 0;
}

/** Below zero where `a` stands before `b`; records with all keys alike stand by their ids, so that every order is one. */
export function compareEntries(a: Entry, b: Entry, descending: readonly boolean[]): number {
  if (a.place !== b.place) {
    const order = comparePlaces(a.place, b.place);
    if (order !== 0) return order;
  }
  for (let at = 0; at < descending.length; at++) {
    const order = compareKeys(a.order[at], b.order[at], descending[at]);
    if (order !== 0) return order;
  }
  return a.record.id < b.record.id ? -1 : a.record.id > b.record.id ? 1 : 0;
}
