import type { DayItem } from "./dayItems";

/** A gap shorter than this is no sitting: what is put there is meant to lie over what follows. */
const shortestSitting = 15;

/**
 * How long a task is that is put at `startMinute` among the items of a day (by their beginning): as long as `minutes`,
 * or as the free time there where that is shorter. Hours of a theme that wait for tasks are free.
 */
export function sittingMinutes(items: readonly DayItem[], startMinute: number, minutes: number): number {
  const taken = items.filter(({ record }) => record.kind === "event" || record.task !== undefined || !record.theme);
  if (taken.some((item) => item.startMinute <= startMinute && startMinute < item.endMinute)) return minutes;
  const next = taken.find((item) => item.startMinute > startMinute);
  const gap = next ? next.startMinute - startMinute : minutes;
  return gap >= shortestSitting ? Math.min(gap, minutes) : minutes;
}
