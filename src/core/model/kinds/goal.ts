import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** Something to be reached, within a week or within a life. */
export const goal = describeKind({
  kind: "goal",
  name: "Goal",
  register: { id: "goals", title: "Goals", one: "Goal" },
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
    common.due,
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
