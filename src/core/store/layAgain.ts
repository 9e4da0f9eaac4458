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
 * Does acts again, one after the other, on records that are others by now. With `merge`, what each changed is merged, field by field:
 * nothing that it added is lost, whatever others did meanwhile. With `run`, each command is run that says so, and comes to what was
 * meant on things as they are; one that refuses stays undone and says why.
 * @param ours the records as they were when all acts had been done before
 */
export function layAgain(
  store: Store,
  acts: readonly Act[],
  ours: (id: Id) => PensumRecord | undefined,
  way: "merge" | "run",
): readonly LaidAct[] {
  return acts.map((act) => {
    if (way === "merge" || act.call?.command.again !== "run") return { act: store.mergeAgain(act, ours) };
    try {
      return { act: store.callAgain(act, act.call) };
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      return { act, refused: error.message };
    }
  });
}
