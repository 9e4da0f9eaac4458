import type { Id } from "../values";
import type { OwnDefinedType } from "./describe";
import { optionFault } from "./faults";

/** One of some options. */
export const choice: OwnDefinedType<Id> = {
  called: "Choice",
  short: "choice",
  cell: "option",
  merge: "value",
  editor: "offered",
  attribute: "text",
  isList: false,
  fault: optionFault,
  convert: ({ words, option }) => (words.length === 1 ? option(words[0] as string) : undefined),
};
