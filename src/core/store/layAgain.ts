import { Refusal, type Id, type PensumRecord } from "../model";
import type { Act } from "./act";
import { touchedIds } from "./changeSet";
import type { Store } from "./store";

/** An act as it turned out where it was laid. */
export interface LaidAct {
  readonly act: Act;
  /** Why it cannot be done as things are; absent where it is done. */
  readonly refused?: string;
}

/** The records that acts touch, as they stand now: as those who did the acts had them. */
export function recordsOf(store: Store, acts: readonly Act[]): (id: Id) => PensumRecord | undefined {
  const records = new Map<Id, PensumRecord | undefined>();
  for (const act of acts) for (const id of touchedIds(act.changes)) records.set(id, store.get(id));
  return (id) => records.get(id);
}

/**
 * Does acts again, one after the other, on records that are others by now: each by running its command, or by merging what it
 * changed, as the command says.
 * @param ours the records as they were when all acts had been done before
 * @param refused what becomes of an act that its command refuses now: it is merged all the same, or stays undone and says why
 */
export function layAgain(
  store: Store,
  acts: readonly Act[],
  ours: (id: Id) => PensumRecord | undefined,
  refused: "merge" | "leave",
): readonly LaidAct[] {
  return acts.map((act) => {
    if (act.call?.command.again !== "run") return { act: store.mergeAgain(act, ours) };
    try {
      return { act: store.callAgain(act, act.call) };
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      return refused === "merge" ? { act: store.mergeAgain(act, ours) } : { act, refused: error.message };
    }
  });
}
