import { isId } from "../ids";
import type { Id } from "../values";
import type { DefinedType } from "./describe";
import { linkFault } from "./faults";

/** The theme that something belongs to. */
export const theme: DefinedType<Id> = {
  short: "link",
  cell: "link",
  merge: "value",
  editor: "theme",
  attribute: "text",
  isList: false,
  fault: linkFault(isId),
  convert: () => undefined,
};
