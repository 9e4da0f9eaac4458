import { daysBetween, weekday, type DateText } from "./dates";

/** The working hours of one weekday, minutes since midnight, and how many minutes of work the day may hold. */
export interface WorkingDay {
  startMinute: number;
  endMinute: number;
  capacityMinutes: number;
}

/** Seven entries, Monday first; null is a day without work. */
export type WorkingWeek = readonly (WorkingDay | null)[];

/** 8:00 to 17:30 from Monday to Friday, eight hours of work a day. */
export const usualWeek: WorkingWeek = [1, 2, 3, 4, 5, 6, 7].map((day) =>
  day <= 5 ? { startMinute: 480, endMinute: 1050, capacityMinutes: 480 } : null,
);

/** The working hours of a date, or null when it is free. */
export function workingDay(week: WorkingWeek, date: DateText): WorkingDay | null {
  return week[weekday(date) - 1] ?? null;
}

/** Minutes of work a date may hold; 0 on a day without work. */
export function capacityMinutes(week: WorkingWeek, date: DateText): number {
  return workingDay(week, date)?.capacityMinutes ?? 0;
}

/** Minutes of work that a week may hold. */
export function weekMinutes(week: WorkingWeek): number {
  return week.reduce((sum, day) => sum + (day?.capacityMinutes ?? 0), 0);
}

/** Minutes of work that the days from `from` up to `to`, itself left out, may hold. Whole weeks are not gone through day by day. */
export function workingMinutesBetween(week: WorkingWeek, from: DateText, to: DateText): number {
  const days = daysBetween(from, to);
  if (days <= 0) return 0;
  const first = weekday(from) - 1;
  let minutes = Math.floor(days / 7) * weekMinutes(week);
  for (let day = 0; day < days % 7; day++) minutes += week[(first + day) % 7]?.capacityMinutes ?? 0;
  return minutes;
}

/** How many minutes a working day has in the mean; 480 where none is worked. */
export function usualDayMinutes(week: WorkingWeek): number {
  const days = week.filter((day) => day !== null);
  return days.reduce((sum, day) => sum + day.capacityMinutes, 0) / Math.max(1, days.length) || 480;
}
