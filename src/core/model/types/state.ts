import { states, type State } from "../values";
import type { DefinedType } from "./describe";

/** How it stands with a task or a goal. */
export const state: DefinedType<State> = {
  short: "choice",
  cell: "option",
  merge: "value",
  editor: "state",
  attribute: "text",
  isList: false,
  fault: (_field, value) =>
    (states as readonly unknown[]).includes(value) ? undefined : `“${String(value)}” is not a state.`,
  convert: () => undefined,
};
