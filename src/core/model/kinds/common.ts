import type { Field } from "../fields";

/** Fields that records of several kinds have. */
export const title = { name: "title", label: "Title", type: "title", required: true } as const satisfies Field;
export const state = { name: "state", label: "State", type: "state", required: true } as const satisfies Field;
export const theme = { name: "theme", label: "Theme", type: "theme", target: "themes" } as const satisfies Field;
export const people = {
  name: "people",
  label: "People",
  type: "people",
  target: "people",
  many: true,
} as const satisfies Field;
export const area = { name: "area", label: "Area", type: "link", target: "areas" } as const satisfies Field;
export const goal = { name: "goal", label: "Goal", type: "link", target: "goals" } as const satisfies Field;
export const doneAt = { name: "doneAt", label: "Done at", type: "moment" } as const satisfies Field;
export const tags = { name: "tags", label: "Tags", type: "tags" } as const satisfies Field;
export const due = { name: "due", label: "Due", type: "date" } as const satisfies Field;
/** How it comes again: a rule of RFC 5545 with what is left out and what comes on top, as `readRepeat` reads it. */
export const repeat = { name: "repeat", label: "Repeat", type: "repeat" } as const satisfies Field;
export const start = { name: "start", label: "Start", type: "moment", required: true } as const satisfies Field;
export const end = { name: "end", label: "End", type: "moment", required: true } as const satisfies Field;
export const createdAt = {
  name: "createdAt",
  label: "Created",
  type: "moment",
  required: true,
  kept: true,
} as const satisfies Field;
/** So many minutes before it begins, or is due, the person is reminded of it; 0 at that very time. */
export const remindMinutes = {
  name: "remindMinutes",
  label: "Remind before",
  type: "minutes",
} as const satisfies Field;
/** When the person is reminded of it, whatever its own times are. */
export const remindAt = { name: "remindAt", label: "Remind at", type: "moment" } as const satisfies Field;
/** Whether the summary of a week's review brings it to mind. */
export const inSummary = { name: "inSummary", label: "In the week’s summary", type: "yesNo" } as const satisfies Field;
/** The page that holds its line. */
export const page = {
  name: "page",
  label: "Written on",
  type: "link",
  target: "notes",
  kept: true,
} as const satisfies Field;

/** Of what can come again: one occurrence that was moved, changed or done alone. */
export const occurrence = [
  /** The series it was taken out of. */
  { name: "series", label: "Series", type: "link", kept: true },
  /** When it was to start by the rule of its series. */
  { name: "occurrence", label: "Occurrence", type: "dateOrMoment", kept: true },
] as const satisfies readonly Field[];
