import type { OwnDefinedType } from "./describe";
import { computedFault } from "./faults";

/** What a formula comes to; nothing of it is stored. */
export const formula: OwnDefinedType<never> = {
  called: "Formula",
  short: "formula",
  cell: "text",
  merge: "value",
  editor: "text",
  attribute: "text",
  isList: false,
  fault: computedFault,
  convert: () => undefined,
};
