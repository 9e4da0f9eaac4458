import { isId } from "../ids";
import type { Id } from "../values";
import type { OwnDefinedType } from "./describe";
import { linkFault } from "./faults";

/** Another record, or several. */
export const link: OwnDefinedType<Id | readonly Id[]> = {
  called: "Link to records",
  short: "link",
  cell: "link",
  merge: "value",
  editor: "offered",
  attribute: "text",
  isList: false,
  fault: linkFault(isId),
  convert: ({ words, link, many }) => {
    const ids = words.map(link);
    if (ids.length === 0 || ids.includes(undefined)) return undefined;
    return many ? (ids as Id[]) : ids.length === 1 ? ids[0] : undefined;
  },
};
