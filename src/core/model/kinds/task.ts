import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** Something to do. Its line on a page owns title, state mark and nesting; this record owns everything else. */
export const task = describeKind({
  kind: "task",
  name: "Task",
  register: { id: "tasks", title: "Tasks", one: "Task" },
  folder: "tasks/",
  links: true,
  day: "doDay",
  done: "state",
  fields: [
    common.title,
    common.state,
    /** The day it is meant to be done. */
    { name: "doDay", label: "Do day", type: "date" },
    /** The date or the moment after which it is late. */
    { name: "due", label: "Due", type: "dateOrMoment" },
    common.repeat,
    /** Out of sight until this day. */
    { name: "restUntil", label: "Rest until", type: "date" },
    { name: "estimateMinutes", label: "Estimate", type: "minutes" },
    /** How long it took in the end. */
    { name: "tookMinutes", label: "Took", type: "minutes" },
    /** The id of one of the levels in `Settings.priorities`. */
    { name: "priority", label: "Priority", type: "priority" },
    common.theme,
    common.goal,
    { name: "project", label: "Project", type: "link", target: "projects" },
    /** The task this one is a part of. */
    { name: "parent", label: "Part of", type: "task", target: "tasks" },
    /** The tasks that must be done before this one can begin. */
    { name: "after", label: "After", type: "link", target: "tasks", many: true },
    common.people,
    common.tags,
    common.remindMinutes,
    common.remindAt,
    common.inSummary,
    /** Gathered and not clarified yet: nobody has said what it is. */
    { name: "unclarified", label: "To clarify", type: "yesNo" },
    common.doneAt,
    /** How many times it was moved to another day unfinished. */
    { name: "carried", label: "Carried", type: "count", required: true, kept: true, most: Number.MAX_SAFE_INTEGER },
    common.page,
    { name: "folder", label: "Folder", type: "formula", kept: true, formula: "written on.folder" },
    {
      name: "logged",
      label: "Logged",
      type: "summary",
      kept: true,
      summary: { register: "work", link: "task", way: "sum", of: "length" },
    },
    { name: "hasHours", label: "Has hours", type: "formula", kept: true, ofPlan: "has" },
    { name: "firstHours", label: "First hours", type: "formula", kept: true, ofPlan: "first" },
    { name: "placed", label: "Placed", type: "formula", kept: true, ofPlan: "placed" },
    { name: "pull", label: "Pull", type: "formula", kept: true, ofPlan: "pull" },
    { name: "dayLoad", label: "Load of its day", type: "formula", kept: true, ofPlan: "load" },
    common.createdAt,
  ],
  beside: common.occurrence,
  usual: { state: "open", carried: 0 },
});
export type Task = RecordFrom<typeof task>;
