import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** Something to be reached, within a week or within a life. */
export const goal = describeKind({
  kind: "goal",
  name: "Goal",
  register: { id: "goals", title: "Goals", one: "Goal" },
  folder: "goals/",
  links: true,
  day: "due",
  done: "state",
  fields: [
    common.title,
    {
      name: "span",
      label: "Span",
      type: "level",
      required: true,
      options: [
        { id: "life", title: "Life" },
        { id: "year", title: "Year" },
        { id: "quarter", title: "Quarter" },
        { id: "month", title: "Month" },
        { id: "week", title: "Week" },
      ],
    },
    common.state,
    common.area,
    /** The larger goal it serves. */
    { name: "parent", label: "Serves", type: "link", target: "goals" },
    /** When work on it began; where it is left out, with its period or when it was made, whichever is later. */
    { name: "start", label: "Begins", type: "date" },
    common.due,
    /** By what it is seen how far it has come. */
    {
      name: "measure",
      label: "Measured by",
      type: "level",
      options: [
        { id: "tasks", title: "Tasks done" },
        { id: "minutes", title: "Hours given" },
        { id: "number", title: "A number" },
        { id: "milestones", title: "Goals under it" },
        { id: "yesNo", title: "Reached or not" },
      ],
    },
    /** What it is to get, where it is measured by hours. */
    { name: "targetMinutes", label: "Hours wanted", type: "minutes", most: 6_000_000 },
    /** Where it is measured by a number: from what, to what, and where it stands. */
    { name: "startNumber", label: "Number at first", type: "number" },
    { name: "targetNumber", label: "Number wanted", type: "number" },
    { name: "number", label: "Number now", type: "number" },
    /** A field of the person's own that tells the number: a summary of any register, or a formula. */
    { name: "numberField", label: "Number from field", type: "text", longest: 200, namesNumber: true },
    /** How far it should have come by a day. */
    {
      name: "course",
      label: "Course",
      type: "level",
      options: [
        { id: "even", title: "Even over working time" },
        { id: "milestones", title: "By the goals under it" },
        { id: "effort", title: "By the effort planned" },
      ],
    },
    {
      name: "tasks",
      label: "Tasks",
      type: "summary",
      kept: true,
      summary: { register: "tasks", link: "goal", way: "count" },
    },
    common.doneAt,
    common.createdAt,
  ],
  usual: { span: "quarter", state: "open" },
});
export type Goal = RecordFrom<typeof goal>;
