import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** Something done again and again, so many times a week. */
export const habit = describeKind({
  kind: "habit",
  name: "Habit",
  register: { id: "habits", title: "Habits", one: "Habit" },
  folder: "habits/",
  links: true,
  day: "itself",
  done: "never",
  fields: [
    common.title,
    { name: "timesAWeek", label: "Times a week", type: "number", required: true, decimals: 0, least: 0, most: 100 },
    /** On which days it is meant, counted from the day it was made; absent where any day will do. */
    common.repeat,
    /** How long it takes, and when on a day it is best. */
    { name: "lengthMinutes", label: "Length", type: "minutes" },
    {
      name: "partOfDay",
      label: "Part of the day",
      type: "level",
      options: [
        { id: "morning", title: "Morning" },
        { id: "midday", title: "Midday" },
        { id: "afternoon", title: "Afternoon" },
        { id: "evening", title: "Evening" },
      ],
    },
    { name: "findsHours", label: "Finds its hours by itself", type: "yesNo" },
    common.theme,
    common.area,
    /** The days on which it was done; on which some of it was; and on which it was left out for a reason, which is in its note. */
    { name: "marks", label: "Done on", type: "dates", kept: true },
    { name: "partMarks", label: "Partly done on", type: "dates", kept: true },
    { name: "skips", label: "Skipped on", type: "dates", kept: true },
    /** The last day for which it found its hours by itself, so that hours that were taken away stay away. */
    { name: "foundOn", label: "Found its hours on", type: "date", kept: true, hidden: true },
    common.createdAt,
  ],
  usual: { timesAWeek: 7 },
});
export type Habit = RecordFrom<typeof habit>;
