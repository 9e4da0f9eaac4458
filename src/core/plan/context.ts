import type { LengthOf, Transaction } from "../store";

/**
 * What planning reads: the records, how long tasks count, the person's zone, the present moment and how they set things up
 * (who they are among it). A store is one, and so are a branch of it and the transaction of a command.
 */
export interface PlanContext extends Pick<
  Transaction,
  "get" | "find" | "list" | "lengthOf" | "zone" | "now" | "settings"
> {
  /** By what tasks count; another one when the lengths that are learnt have changed. */
  readonly lengths?: LengthOf | undefined;
}
