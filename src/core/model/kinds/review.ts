import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** A look back or ahead that was gone through step by step; its text is what came of it. */
export const review = describeKind({
  kind: "review",
  name: "Review",
  register: { id: "reviews", title: "Reviews", one: "Review" },
  folder: undefined,
  links: true,
  day: "due",
  done: "never",
  fields: [
    common.title,
    {
      name: "way",
      label: "Of what",
      type: "level",
      required: true,
      kept: true,
      options: [
        { id: "opening", title: "Opening the day" },
        { id: "closing", title: "Closing the day" },
        { id: "week", title: "The week" },
        { id: "month", title: "The month" },
        { id: "project", title: "A project" },
      ],
    },
    { name: "project", label: "Project", type: "link", target: "projects", kept: true },
    /** The days that it is of. */
    { name: "from", label: "From", type: "date", required: true, kept: true },
    { name: "to", label: "To", type: "date", required: true, kept: true },
    { name: "beganAt", label: "Begun", type: "moment", kept: true },
    { name: "endedAt", label: "Ended", type: "moment", kept: true },
    /** The steps that were gone through, and those that were passed over, by their names. */
    { name: "steps", label: "Steps done", type: "tags", kept: true, hidden: true },
    { name: "skipped", label: "Steps skipped", type: "tags", kept: true, hidden: true },
  ],
  beside: [common.createdAt],
  usual: { way: "opening" },
  fresh: (now) => ({ from: now.slice(0, 10), to: now.slice(0, 10), beganAt: now }),
});
export type Review = RecordFrom<typeof review>;
