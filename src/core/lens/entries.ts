import type { PensumRecord } from "../model";
import type { Cell, Column } from "../register";
import { compareKeys, type OrderKey } from "./order";

/** A group of a lens, or the only one where it does not group; shared by all entries in it. */
export interface Place {
  /** The keys of the group, from the outer to the inner; an empty text for the group of what has none. */
  readonly groups: readonly string[];
  /** By what each of these is put in order. */
  readonly order: readonly OrderKey[];
  /** The name of this group and of those around it, among totals. */
  readonly names: readonly string[];
  /** Its number among all places of its lens. */
  readonly number: number;
}

/** A record at one place of a lens; one that has several people stands in the group of each. */
export interface Entry {
  /** As it is now; only a record that keeps its place while it is worked on gets another one here. */
  record: PensumRecord;
  readonly place: Place;
  /** Its row in the columns of the lens. */
  readonly row: number;
}

/** By what entries stand in order within their place: the cells of a column, as keys, and in which direction. */
export interface Ordering {
  readonly column: Column;
  key(cell: Cell): OrderKey;
  readonly descending: boolean;
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
export function compareEntries(a: Entry, b: Entry, orderings: readonly Ordering[]): number {
  if (a.place !== b.place) {
    const order = comparePlaces(a.place, b.place);
    if (order !== 0) return order;
  }
  for (const { column, key, descending } of orderings) {
    const [mine, theirs] = [column.numberAt(a.row), column.numberAt(b.row)];
    if (mine === theirs) continue;
    const order = compareKeys(key(column.cells[mine]), key(column.cells[theirs]), descending);
    if (order !== 0) return order;
  }
  return a.record.id < b.record.id ? -1 : a.record.id > b.record.id ? 1 : 0;
}
