import { isZone } from "../../time";
import type { DefinedType } from "./describe";

/** A time zone, by its IANA name. */
export const zone: DefinedType<string> = {
  short: "zone",
  cell: "text",
  merge: "value",
  editor: "zone",
  attribute: "text",
  isList: false,
  fault: (_field, value) =>
    isZone(value) ? undefined : `“${String(value)}” is not a time zone. Enter one like Europe/Lisbon.`,
  convert: () => undefined,
};
