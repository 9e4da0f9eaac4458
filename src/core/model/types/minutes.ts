import { parseDuration } from "../../time";
import type { OwnDefinedType } from "./describe";
import { minutesFault } from "./faults";

/** A length of time, in minutes. */
export const minutes: OwnDefinedType<number> = {
  called: "Duration",
  short: "duration",
  cell: "minutes",
  merge: "value",
  editor: "minutes",
  attribute: "number",
  isList: false,
  fault: minutesFault,
  convert: ({ words: [first = ""], was }) => (typeof was === "number" ? Math.round(was) : parseDuration(first)),
};
