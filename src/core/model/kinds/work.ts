import { addMinutes } from "../../time";
import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** A stretch of time that was worked: an entry of the work log. */
export const work = describeKind({
  kind: "work",
  name: "Work",
  register: { id: "work", title: "Work log", one: "Entry" },
  fields: [
    /** What was done, where no task says it. */
    { name: "title", label: "What", type: "title" },
    common.start,
    common.end,
    { name: "task", label: "Task", type: "task", target: "tasks" },
    common.theme,
    /** Who worked. */
    { name: "person", label: "Who", type: "link", target: "people" },
    { name: "length", label: "Length", type: "formula", kept: true, formula: "end - start" },
  ],
  beside: [common.createdAt],
  hours: (now) => ({ start: addMinutes(now, -30), end: now }),
});
export type Work = RecordFrom<typeof work>;
