import { addMinutes } from "../../time";
import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** Something that happens at its time whether one works or not, and that others count on. */
export const event = describeKind({
  kind: "event",
  name: "Event",
  register: { id: "events", title: "Events", one: "Event" },
  folder: "events/",
  links: true,
  day: "due",
  done: "never",
  fields: [
    common.title,
    /** A moment; for an event of whole days, its first date. */
    { name: "start", label: "Start", type: "dateOrMoment", required: true },
    /** A moment after `start`; for an event of whole days, its last date. */
    { name: "end", label: "End", type: "dateOrMoment", required: true },
    common.repeat,
    /** The IANA zone its times are told in; absent where the person's own is meant. */
    { name: "zone", label: "Time zone", type: "zone" },
    { name: "place", label: "Place", type: "text", required: true },
    /** The name of the calendar it stands in; absent for the person's own. */
    { name: "calendar", label: "Calendar", type: "text", longest: 500 },
    common.theme,
    common.people,
    common.remindMinutes,
    common.inSummary,
    /** The page of what was said there. */
    { name: "notes", label: "Notes page", type: "link", target: "notes" },
    common.createdAt,
  ],
  beside: common.occurrence,
  fresh: (now) => {
    const start = `${now.slice(0, 13)}:00`;
    return { start, end: addMinutes(start, 60) };
  },
});
export type Event = RecordFrom<typeof event>;
