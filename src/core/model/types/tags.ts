import type { DefinedType } from "./describe";
import { isListOf } from "./faults";

const mostTags = 500;

/** Words by which things are found together. */
export const tags: DefinedType<readonly string[]> = {
  short: "tags",
  cell: "options",
  merge: "set",
  editor: "offered",
  attribute: "text",
  isList: true,
  fault: (field, value) =>
    isListOf(value, mostTags, (tag) => typeof tag === "string")
      ? undefined
      : `${field.label} is a list of up to ${mostTags} tags.`,
  convert: () => undefined,
};
