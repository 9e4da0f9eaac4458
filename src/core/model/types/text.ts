import type { OwnDefinedType } from "./describe";
import { textFault } from "./faults";

/** A text of one line. */
export const text: OwnDefinedType<string> = {
  called: "Text",
  short: "text",
  cell: "text",
  merge: "value",
  editor: "words",
  attribute: "text",
  isList: false,
  fault: textFault,
  convert: ({ words }) => words.join(", "),
};
