import { isDate, isMoment, momentAt, type MomentText } from "../../time";
import type { OwnDefinedType } from "./describe";
import { momentFault } from "./faults";

/** A day with an hour, local. */
export const moment: OwnDefinedType<MomentText> = {
  called: "Date and time",
  short: "date and time",
  cell: "date",
  merge: "value",
  editor: "day",
  attribute: "text",
  isList: false,
  fault: momentFault,
  convert: ({ words: [first = ""] }) => (isMoment(first) ? first : isDate(first) ? momentAt(first, 0) : undefined),
};
