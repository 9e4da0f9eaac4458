import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** Something done again and again, so many times a week. */
export const habit = describeKind({
  kind: "habit",
  name: "Habit",
  register: { id: "habits", title: "Habits", one: "Habit" },
  fields: [
    common.title,
    { name: "timesAWeek", label: "Times a week", type: "number", required: true, decimals: 0, least: 0, most: 100 },
    /** On which days it is meant, counted from the day it was made; absent where any day will do. */
    common.repeat,
    common.theme,
    common.area,
    /** The days on which it was done. */
    { name: "marks", label: "Done on", type: "dates", kept: true },
    common.createdAt,
  ],
  usual: { timesAWeek: 7 },
});
export type Habit = RecordFrom<typeof habit>;
