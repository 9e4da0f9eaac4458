import type { OwnDefinedType } from "./describe";
import { computedFault } from "./faults";

/** What the values of linked records come to; nothing of it is stored. */
export const summary: OwnDefinedType<never> = {
  called: "Summary of linked records",
  short: "summary",
  cell: "text",
  merge: "value",
  editor: "text",
  attribute: "text",
  isList: false,
  fault: computedFault,
  convert: () => undefined,
};
