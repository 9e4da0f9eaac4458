import type { OwnDefinedType } from "./describe";
import { textFault } from "./faults";

/** A text of several lines. */
export const longText: OwnDefinedType<string> = {
  called: "Long text",
  short: "long text",
  cell: "text",
  merge: "value",
  editor: "text",
  attribute: "text",
  isList: false,
  fault: textFault,
  convert: ({ words }) => words.join(", "),
};
