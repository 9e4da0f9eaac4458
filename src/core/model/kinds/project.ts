import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** Work of several tasks with one outcome, looked over by a rhythm of its own. */
export const project = describeKind({
  kind: "project",
  name: "Project",
  register: { id: "projects", title: "Projects", one: "Project" },
  folder: "projects/",
  links: true,
  day: "due",
  done: "never",
  fields: [
    common.title,
    common.state,
    common.goal,
    common.area,
    common.theme,
    common.due,
    {
      name: "reviewEveryDays",
      label: "Review every",
      type: "number",
      unit: "days",
      decimals: 0,
      whole: true,
      least: 1,
      most: 3660,
    },
    { name: "reviewedOn", label: "Reviewed on", type: "date" },
    {
      name: "nextReview",
      label: "Next review",
      type: "formula",
      kept: true,
      formula: 'reviewed on + duration("P1D") * review every',
    },
    common.doneAt,
    common.createdAt,
  ],
  usual: { state: "open" },
});
export type Project = RecordFrom<typeof project>;
