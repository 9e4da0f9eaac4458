import type { PlanContext } from "../context";
import { minutesPerDay, type DateText } from "../../time/index";
import { dayItems } from "./dayItems";

/** Hours of a day, 0 to 24. */
export interface HourRange {
  readonly firstHour: number;
  readonly lastHour: number;
}

export const wholeDay: HourRange = { firstHour: 0, lastHour: 24 };

/**
 * From which to which hour days are drawn: those that were chosen, and as far as anything on the days reaches, so that
 * nothing is ever hidden by the choice.
 * @param more what else has hours there, in minutes of a day
 */
export function drawnHours(
  store: PlanContext,
  dates: readonly DateText[],
  { firstHour, lastHour }: HourRange,
  more: readonly { readonly startMinute?: number | undefined; readonly endMinute?: number | undefined }[] = [],
): HourRange {
  if (firstHour <= 0 && lastHour >= 24) return wholeDay;
  let from = firstHour * 60;
  let to = lastHour * 60;
  const reach = (startMinute: number | undefined, endMinute: number | undefined) => {
    if (startMinute === undefined) return;
    from = Math.min(from, startMinute);
    to = Math.max(to, Math.min(minutesPerDay, endMinute ?? startMinute + 1));
  };
  for (const date of dates)
    for (const { startMinute, endMinute } of dayItems(store, date)) reach(startMinute, endMinute);
  for (const { startMinute, endMinute } of more) reach(startMinute, endMinute);
  return { firstHour: Math.floor(from / 60), lastHour: Math.ceil(to / 60) };
}
