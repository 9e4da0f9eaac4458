import { isId } from "../ids";
import type { Id } from "../values";
import type { DefinedType } from "./describe";
import { linkFault } from "./faults";

/** A task. */
export const task: DefinedType<Id> = {
  short: "link",
  cell: "link",
  merge: "value",
  editor: "offered",
  attribute: "text",
  isList: false,
  fault: linkFault(isId),
  convert: () => undefined,
};
