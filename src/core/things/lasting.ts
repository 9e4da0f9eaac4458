import type { Block, Event } from "../model";
import { addMinutes, isMoment, minutesBetween, type MomentText } from "../time";

/** How long an event is at first, in minutes. */
export const usualEventMinutes = 60;

/** Minutes from the start of hours to their end; the usual length of an event that has whole days. */
function lengthOf({ start, end }: Pick<Block | Event, "start" | "end">): number {
  return isMoment(start) && isMoment(end) ? minutesBetween(start, end) : usualEventMinutes;
}

/** Where hours end that are moved to begin at `start` and keep their length. */
export function endFrom(start: MomentText, hours: Pick<Block | Event, "start" | "end">): MomentText {
  return addMinutes(start, lengthOf(hours));
}
