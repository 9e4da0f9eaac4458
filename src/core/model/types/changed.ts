import type { MomentText } from "../../time";
import type { OwnDefinedType } from "./describe";
import { momentFault } from "./faults";

/** When the record was last changed, which Pensum keeps. */
export const changed: OwnDefinedType<MomentText> = {
  called: "Last changed",
  short: "last changed",
  cell: "text",
  merge: "value",
  editor: "text",
  attribute: "text",
  isList: false,
  fault: momentFault,
  convert: () => undefined,
};
