import type { Task } from "../model";
import type { Store } from "../store";

/** What the plan says of an open task, in numbers. The plan stands on a floor above the registers, and gives it to the store. */
export interface WholePlan {
  /** How strongly it asks to be next, from 0 to 100. */
  pull(task: Task): number;
  /** Minutes that are planned on its day; undefined where it has none. */
  dayLoad(task: Task): number | undefined;
}

const noPlan = (): { plan?: WholePlan } => ({});

/** Lets the fields of a store's tasks say what the plan says of them. */
export function givePlan(store: Store, plan: WholePlan): void {
  store.derived(noPlan).plan = plan;
}

export function planOf(store: Store): WholePlan | undefined {
  return store.derived(noPlan).plan;
}
