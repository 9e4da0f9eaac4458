import type { DefinedType } from "./describe";
import { longestText, tooLong } from "./faults";

/** What a record is called. */
export const title: DefinedType<string> = {
  short: "text",
  cell: "text",
  merge: "value",
  editor: "words",
  attribute: "text",
  isList: false,
  fault: (field, value) => {
    if (typeof value !== "string" || (value.trim() === "" && field.required)) return `${field.label} cannot be empty.`;
    return tooLong(field, value, longestText);
  },
  convert: ({ words }) => words.join(", "),
};
