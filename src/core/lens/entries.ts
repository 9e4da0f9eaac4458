import type { PensumRecord } from "../model";
import { compareKeys, type OrderKey } from "./order";

/** A record at one place of a lens; one that has several people stands in the group of each. */
export interface Entry {
  readonly record: PensumRecord;
  /** The keys of its groups, from the outer to the inner; an empty text for the group of what has none. */
  readonly groups: readonly string[];
  /** By what it is put in order: its groups first. */
  readonly order: readonly OrderKey[];
}

/** Below zero where `a` stands before `b`; records with all keys alike stand by their ids, so that every order is one. */
export function compareEntries(a: Entry, b: Entry, descending: readonly boolean[]): number {
  for (let at = 0; at < descending.length; at++) {
    const order = compareKeys(a.order[at], b.order[at], descending[at]);
    if (order !== 0) return order;
    const [mine, theirs] = [a.groups[at], b.groups[at]];
    if (mine !== theirs && mine !== undefined && theirs !== undefined) return mine < theirs ? -1 : 1;
  }
  return a.record.id < b.record.id ? -1 : a.record.id > b.record.id ? 1 : 0;
}
