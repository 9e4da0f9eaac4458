import { readRepeat } from "../../time";
import type { DefinedType } from "./describe";

const longestRepeat = 20_000;

/** How something comes again. */
export const repeat: DefinedType<string> = {
  short: "repeat rule",
  cell: "text",
  merge: "repeat",
  editor: "repeat",
  attribute: "text",
  isList: false,
  fault: ({ label }, value) => {
    if (typeof value !== "string" || value.length > longestRepeat) return `${label} is a repeat rule.`;
    const read = readRepeat(value);
    return "fault" in read ? `${label} is not a rule Pensum can follow: ${read.fault}` : undefined;
  },
  convert: () => undefined,
};
