import type { OwnDefinedType } from "./describe";
import { numberFault } from "./faults";

/** A number, with a unit and limits where it has some. */
export const number: OwnDefinedType<number> = {
  called: "Number",
  short: "number",
  cell: "number",
  merge: "value",
  editor: "text",
  attribute: "number",
  isList: false,
  fault: numberFault,
  convert: ({ words: [first = ""], was }) => {
    if (typeof was === "number") return was;
    if (typeof was === "boolean") return was ? 1 : 0;
    return /^[-+]?\d*[.,]?\d+$/.test(first.trim()) ? Number(first.replace(",", ".")) : undefined;
  },
};
