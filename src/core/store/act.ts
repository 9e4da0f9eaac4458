import type { Id } from "../model";
import type { ChangeSet } from "./changeSet";
import type { Call } from "./command";

/** One act that was done: an entry of the change log, a message to other tabs, a step of undo. */
export interface Act {
  readonly changes: ChangeSet;
  /** The command that was called, and with what; none for what came as changes alone. */
  readonly call?: Call;
  /** "Placed Order 400 willow stakes at 14:00": what happened, for people. */
  readonly said: string;
  /** Whether it undid or redid an earlier act, and what that had said. */
  readonly turn?: "undo" | "redo";
  readonly turned?: string;
  /** The group of a burst of typing, which is one step of undo. */
  readonly group?: string;
  /** Set for what keeps the books and is nobody's act. */
  readonly isBookkeeping?: true;
  /** The standing orders that called it up, one after the other; none for what a person did. */
  readonly causes?: readonly Id[];
}
