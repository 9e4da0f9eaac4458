import { addDays, addMonths, startOfWeek, type DateText } from "../../time/index";

/** Days that are shown together, in order. */
interface DayRange {
  readonly first: DateText;
  readonly last: DateText;
  readonly dates: readonly DateText[];
}

function rangeFrom(first: DateText, days: number): DayRange {
  const dates = Array.from({ length: days }, (_, at) => addDays(first, at));
  return { first, last: dates[dates.length - 1] ?? first, dates };
}

/** So many days from a date on; seven are its week, from the first weekday on. */
export function daysFrom(date: DateText, days: number, firstWeekday: number): DayRange {
  return rangeFrom(days === 7 ? startOfWeek(date, firstWeekday) : date, days);
}

/** The whole weeks that the month of a date touches. */
export function weeksOfMonth(date: DateText, firstWeekday: number): DayRange {
  const first = startOfWeek(`${date.slice(0, 8)}01`, firstWeekday);
  const end = addMonths(`${date.slice(0, 8)}01`, 1);
  let days = 28;
  while (addDays(first, days) < end) days += 7;
  return rangeFrom(first, days);
}
