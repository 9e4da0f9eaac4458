import { isId } from "../ids";
import type { Id } from "../values";
import type { DefinedType } from "./describe";
import { linkFault } from "./faults";

/** People. */
export const people: DefinedType<readonly Id[]> = {
  short: "links",
  cell: "links",
  merge: "set",
  editor: "people",
  attribute: "text",
  isList: true,
  fault: linkFault(isId),
  convert: () => undefined,
};
