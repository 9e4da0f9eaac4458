import { addMinutes } from "../../time";
import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** A stretch of time that was worked: an entry of the work log. One that runs has no end yet. */
export const work = describeKind({
  kind: "work",
  name: "Entry",
  register: { id: "work", title: "Work log", one: "Entry" },
  folder: "work/",
  links: true,
  day: "itself",
  done: "never",
  fields: [
    /** What was done, where nothing else says it. */
    { name: "title", label: "What", type: "title" },
    common.start,
    { name: "end", label: "End", type: "moment" },
    { name: "task", label: "Task", type: "task", target: "tasks" },
    { name: "event", label: "Event", type: "link", target: "events" },
    common.theme,
    /** Who worked; the person themselves where nobody is named. */
    { name: "person", label: "Who", type: "link", target: "people" },
    { name: "length", label: "Length", type: "formula", kept: true, formula: "end - start" },
  ],
  beside: [
    common.createdAt,
    /**
     * The instants at which the clock noted its start and its end, in milliseconds since 1970: they tell which of two half
     * past twos is meant when clocks go back. Absent where the time was typed.
     */
    { name: "startedAt", label: "Started at", type: "number", kept: true },
    { name: "endedAt", label: "Ended at", type: "number", kept: true },
  ],
  fresh: (now) => ({ start: addMinutes(now, -30), end: now }),
});
export type Work = RecordFrom<typeof work>;
