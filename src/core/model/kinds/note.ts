import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** A page with a title of its own. */
export const note = describeKind({
  kind: "note",
  name: "Note",
  register: { id: "notes", title: "Notes", one: "Note" },
  folder: "notes/",
  links: true,
  day: "due",
  done: "never",
  fields: [
    common.title,
    /** Where it stands among the notes, "Reaches/Reach 4"; absent at the top. */
    { name: "folder", label: "Folder", type: "text", longest: 1000 },
    /** Whether it stands before all others. */
    { name: "pinned", label: "Pinned", type: "yesNo" },
    common.tags,
    common.createdAt,
  ],
});
export type Note = RecordFrom<typeof note>;
