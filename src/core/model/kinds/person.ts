import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** Somebody one works with, or the person themselves; the title is the name. */
export const person = describeKind({
  kind: "person",
  name: "Person",
  register: { id: "people", title: "People", one: "Person" },
  folder: "people/",
  links: true,
  day: "due",
  done: "never",
  fields: [common.title, { name: "role", label: "Role", type: "text", required: true }],
});
export type Person = RecordFrom<typeof person>;
