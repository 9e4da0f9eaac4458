import type { DefinedType } from "./describe";
import { minutesFault } from "./faults";

/** How often something was, from 0 on. */
export const count: DefinedType<number> = {
  short: "number",
  cell: "number",
  merge: "value",
  editor: "text",
  attribute: "number",
  isList: false,
  fault: minutesFault,
  convert: () => undefined,
};
