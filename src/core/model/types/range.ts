import type { OwnDefinedType } from "./describe";
import { isRange } from "./faults";

/** From when to when. */
export const range: OwnDefinedType<readonly [string, string]> = {
  called: "Date range",
  short: "range",
  cell: "range",
  merge: "value",
  editor: "text",
  attribute: "text",
  isList: false,
  fault: ({ label }, value) =>
    isRange(value) ? undefined : `${label} needs two dates, with the start not after the end.`,
  convert: ({ words: [first = ""] }) => {
    const [start, end = start] = first.split(" to ");
    return start && end ? [start, end] : undefined;
  },
};
