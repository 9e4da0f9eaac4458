import { dateOf, isDate, isMoment, type DateText } from "../../time";
import type { OwnDefinedType } from "./describe";

/** A day. */
export const date: OwnDefinedType<DateText> = {
  called: "Date",
  short: "date",
  cell: "date",
  merge: "value",
  editor: "day",
  attribute: "text",
  isList: false,
  fault: (_field, value) => (isDate(value) ? undefined : `“${String(value)}” is not a valid date.`),
  convert: ({ words: [first = ""] }) => (isMoment(first) ? dateOf(first) : isDate(first) ? first : undefined),
};
