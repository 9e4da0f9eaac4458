import { isDate, isMoment, type DateText, type MomentText } from "../../time";
import type { DefinedType } from "./describe";

/** A day, with an hour or without. */
export const dateOrMoment: DefinedType<DateText | MomentText> = {
  short: "date",
  cell: "date",
  merge: "value",
  editor: "day",
  attribute: "text",
  isList: false,
  fault: (_field, value) => (isDate(value) || isMoment(value) ? undefined : `“${String(value)}” is not a valid date.`),
  convert: () => undefined,
};
