import type { OwnDefinedType } from "./describe";
import { isListOf, mostListed } from "./faults";

const keptFile = /^[a-z][a-z0-9-]{1,63} \S/;

/** Files: each its id and, behind a space, its name. */
export const files: OwnDefinedType<readonly string[]> = {
  called: "Files",
  short: "files",
  cell: "options",
  merge: "set",
  editor: "files",
  attribute: "text",
  isList: false,
  fault: (field, value) =>
    isListOf(value, mostListed(field), (one) => typeof one === "string" && keptFile.test(one))
      ? undefined
      : `${field.label} holds something that is not a file.`,
  convert: () => undefined,
};
