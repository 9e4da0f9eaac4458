import type { OwnDefinedType } from "./describe";
import { isAddress, longestText } from "./faults";

/** An address on the web, of mail, or of a telephone. */
export const url: OwnDefinedType<string> = {
  called: "Web address",
  short: "address",
  cell: "text",
  merge: "value",
  editor: "text",
  attribute: "text",
  isList: false,
  fault: (_field, value) =>
    typeof value === "string" && isAddress(value) && value.length <= longestText
      ? undefined
      : `“${String(value).slice(0, 200)}” is not a web address. Enter one like https://example.org.`,
  convert: ({ words }) => words.join(", "),
};
