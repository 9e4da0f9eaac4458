import type { OwnDefinedType } from "./describe";

/** Yes or no. */
export const yesNo: OwnDefinedType<boolean> = {
  called: "Yes or no",
  short: "yes or no",
  cell: "yesNo",
  merge: "value",
  editor: "text",
  attribute: "yesNo",
  isList: false,
  fault: ({ label }, value) => (typeof value === "boolean" ? undefined : `${label} must be yes or no.`),
  convert: ({ words: [first = ""], was }) => {
    if (typeof was === "number") return was !== 0;
    return /^(yes|true|1|x|✓)$/i.test(first) ? true : /^(no|false|0|-)$/i.test(first) ? false : undefined;
  },
};
