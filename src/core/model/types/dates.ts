import { isDate, type DateText } from "../../time";
import type { DefinedType } from "./describe";

/** Several days. */
export const dates: DefinedType<readonly DateText[]> = {
  short: "dates",
  cell: "options",
  merge: "set",
  editor: "text",
  attribute: "text",
  isList: true,
  fault: ({ label }, value) =>
    Array.isArray(value) && value.every(isDate) ? undefined : `${label} contains a value that is not a date.`,
  convert: () => undefined,
};
