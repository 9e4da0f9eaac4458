import { dyes, type Dye } from "../values";
import type { DefinedType } from "./describe";

/** A colour. */
export const dye: DefinedType<Dye> = {
  short: "colour",
  cell: "option",
  merge: "value",
  editor: "dye",
  attribute: "text",
  isList: false,
  fault: (_field, value) =>
    (dyes as readonly unknown[]).includes(value) ? undefined : `“${String(value)}” is not a colour Pensum has.`,
  convert: () => undefined,
};
