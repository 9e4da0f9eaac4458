import { addDays, usualDayMinutes, type DateText, type WorkingWeek } from "../../time/index";

/**
 * The date that leaves a task so many working days of slack beyond what is open of it. `sums` is the free time from today
 * up to the end of each day, in minutes; beyond its last day nothing is known, and less than none is yesterday.
 */
export function dateWithSlack(
  today: DateText,
  slackDays: number,
  leftMinutes: number,
  sums: Float64Array,
  week: WorkingWeek,
): DateText {
  if (slackDays < 0) return addDays(today, -1);
  const wanted = slackDays * usualDayMinutes(week) + leftMinutes;
  const at = sums.findIndex((minutes) => minutes >= wanted);
  return addDays(today, at < 0 ? sums.length - 1 : at);
}
