import type { Id } from "../values";
import type { OwnDefinedType } from "./describe";
import { isListOf, mostListed } from "./faults";

/** Several of some options. */
export const choices: OwnDefinedType<readonly Id[]> = {
  called: "Several choices",
  short: "choices",
  cell: "options",
  merge: "set",
  editor: "offered",
  attribute: "text",
  isList: false,
  fault: (field, value) =>
    isListOf(value, mostListed(field), (id) => field.options?.some((option) => option.id === id) ?? false)
      ? undefined
      : `${field.label} holds something that isn't one of its options.`,
  convert: ({ words, option }) =>
    words
      .flatMap((one) => one.split(/\s*[,;]\s*/))
      .filter(Boolean)
      .map(option),
};
