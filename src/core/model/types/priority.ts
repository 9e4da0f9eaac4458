import type { DefinedType } from "./describe";

/** One of the priorities that the person has named. */
export const priority: DefinedType<string> = {
  short: "level",
  cell: "option",
  merge: "value",
  editor: "priority",
  attribute: "text",
  isList: false,
  fault: ({ label }, value) =>
    typeof value === "string" && value.length <= 64 ? undefined : `${label} is one of your priorities.`,
  convert: () => undefined,
};
