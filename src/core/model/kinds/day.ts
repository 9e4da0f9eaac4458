import { describeKind, type RecordFrom } from "./describe";

/** The page of one date. Its id follows from the date, so that two tabs never make two. */
export const day = describeKind({
  kind: "day",
  name: "Day page",
  register: { id: "days", title: "Day pages", one: "Day page" },
  folder: "days/",
  links: true,
  day: "itself",
  done: "never",
  fields: [
    { name: "date", label: "Date", type: "date", required: true, kept: true },
    /** The few tasks that were chosen for the day, in the order of working, with the minutes that each is to have. */
    { name: "portion", label: "Portion", type: "held", kept: true, hidden: true },
  ],
});
export type DayPage = RecordFrom<typeof day>;
