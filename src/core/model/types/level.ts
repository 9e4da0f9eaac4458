import type { Id } from "../values";
import type { OwnDefinedType } from "./describe";
import { optionFault } from "./faults";

/** One of some options that have an order. */
export const level: OwnDefinedType<Id> = {
  called: "Level, from highest to lowest",
  short: "level",
  cell: "option",
  merge: "value",
  editor: "offered",
  attribute: "text",
  isList: false,
  fault: optionFault,
  convert: ({ words, option }) => (words.length === 1 ? option(words[0] as string) : undefined),
};
