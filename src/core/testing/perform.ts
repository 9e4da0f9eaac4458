import { Refusal, type Id, type PensumRecord } from "../model";
import type { Store } from "../store";
import { deeds, Hand, type Deed } from "./deeds";

/** Does something at random by its name, `undo` and `redo` too. What is refused is not done. */
export function perform(store: Store, name: string, seed: number): void {
  try {
    if (name === "undo") store.undo();
    else if (name === "redo") store.redo();
    else (deeds[name] as Deed)(new Hand(store, seed));
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
  }
}

/** All records in the order of their ids, however they stand. */
export function inOrderOfIds(records: Iterable<PensumRecord>): PensumRecord[] {
  return [...records].toSorted((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
}

/** The records of a store as they stand now. */
export function stateOf(store: Store): Map<Id, PensumRecord> {
  return new Map([...store.records()].map((record) => [record.id, record]));
}
