import { addMinutes } from "../../time";
import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** A stretch of time set aside on the rail, for a task, for a theme, or for the plain text of its title. */
export const block = describeKind({
  kind: "block",
  name: "Block",
  folder: "blocks/",
  links: true,
  day: "itself",
  done: "never",
  fields: [
    /** Plain text; empty for a task's block, which shows the task's title. */
    { name: "title", label: "Title", type: "title" },
    common.start,
    common.end,
    common.repeat,
    { name: "task", label: "Task", type: "task", target: "tasks" },
    common.theme,
    { name: "habit", label: "Habit", type: "link", target: "habits" },
    common.remindMinutes,
    /** Of a time box: the tasks that are put into it, in the order in which they are worked off. */
    { name: "holds", label: "Holds", type: "held", kept: true, hidden: true },
  ],
  beside: [...common.occurrence, common.page, common.createdAt],
  fresh: (now) => ({ start: now, end: addMinutes(now, 30) }),
});
export type Block = RecordFrom<typeof block>;
