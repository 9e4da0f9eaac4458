import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** A part of life that goals, projects and hours belong to. */
export const area = describeKind({
  kind: "area",
  name: "Area",
  register: { id: "areas", title: "Areas", one: "Area" },
  folder: "areas/",
  links: true,
  day: "due",
  done: "never",
  fields: [common.title],
});
export type Area = RecordFrom<typeof area>;
