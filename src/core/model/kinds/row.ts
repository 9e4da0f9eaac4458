import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** The value of a field that a person made. A range is its start and its end. */
export type OwnValue = string | number | boolean | readonly string[];

/** A record of a register of the person's own. */
export const row = describeKind({
  kind: "row",
  name: "Record",
  folder: undefined,
  links: true,
  day: "due",
  done: "register",
  fields: [common.title, common.createdAt],
  beside: [{ name: "register", label: "Register", type: "link", required: true, kept: true }],
});
export type Row = RecordFrom<typeof row> & { readonly [name: `f_${string}`]: OwnValue };
