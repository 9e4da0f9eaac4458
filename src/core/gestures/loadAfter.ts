import { Refusal } from "../model";
import { loadOf, type Load } from "../plan";
import type { Store, Transaction } from "../store";
import type { Meaning } from "./meaningOf";

/**
 * The load that a day has once a gesture is done, or why it is refused. It is found by doing the very act and taking it
 * back: a preview cannot promise what the act does not do.
 */
export function loadAfter(
  store: Store,
  { act, date }: Meaning,
): { readonly load: Load } | { readonly refused: string } {
  let load: Load | undefined;
  const trial = {
    name: act.command.name,
    run(tx: Transaction) {
      const said = act.command.run(tx, act.input);
      load = loadOf(tx, date);
      return said;
    },
  };
  try {
    store.rehearse(trial, undefined);
  } catch (error) {
    if (error instanceof Refusal) return { refused: error.message };
    throw error;
  }
  return { load: load as Load };
}
