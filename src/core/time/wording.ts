import { dateOf, minuteOf, type MomentText } from "./moments";
import { dateOfDayNumber, daysBetween, isDate, type DateText } from "./dates";

/** How dates and clock times are written: the person's locale and the choice of 12 or 24 hours. */
export interface TimeStyle {
  locale: string;
  hour12: boolean;
}

/** A clock time, minutes since midnight: `9:30`, or `9:30 am` on a 12-hour clock. 1440 is written as midnight. */
export function clockText(minute: number, style: TimeStyle): string {
  const inDay = ((minute % 1440) + 1440) % 1440;
  const hours = Math.floor(inDay / 60);
  const minutes = String(Math.round(inDay % 60)).padStart(2, "0");
  if (!style.hour12) return minute === 1440 ? "24:00" : `${hours}:${minutes}`;
  return `${hours % 12 === 0 ? 12 : hours % 12}:${minutes} ${hours < 12 ? "am" : "pm"}`;
}

/** A clock time without its half of the day, beside hours that say theirs: `9:30`. */
export function bareClockText(minute: number, style: TimeStyle): string {
  return clockText(minute, style).split(" ")[0] as string;
}

/** A stretch of one day: `10:15 to 11:45`; on a 12-hour clock the half of the day is said once where it is one. */
export function rangeText(startMinute: number, endMinute: number, style: TimeStyle): string {
  const start = clockText(startMinute, style);
  const end = clockText(endMinute, style);
  const isOneHalf = style.hour12 && endMinute > startMinute && start.slice(-3) === end.slice(-3) && endMinute < 1440;
  return `${isOneHalf ? start.slice(0, -3) : start} to ${end}`;
}

type DateLook = "full" | "weekday" | "dayName" | "short" | "dayMonth" | "day" | "month";
const looks: Record<DateLook, Intl.DateTimeFormatOptions> = {
  full: { weekday: "long", day: "numeric", month: "long" },
  weekday: { weekday: "short" },
  dayName: { weekday: "long" },
  short: { weekday: "short", day: "numeric", month: "short" },
  dayMonth: { day: "numeric", month: "short" },
  day: { day: "numeric", month: "short", year: "numeric" },
  month: { month: "long", year: "numeric" },
};
const formats = new Map<string, Intl.DateTimeFormat>();

/** A date in the person's locale, in one of seven looks; `full` is "Tuesday 24 November". */
export function dateText(date: DateText, look: DateLook, style: TimeStyle): string {
  const key = `${style.locale} ${look}`;
  let format = formats.get(key);
  if (!format)
    formats.set(
      key,
      (format = new Intl.DateTimeFormat(style.locale, {
        ...looks[look],
        timeZone: "UTC",
      })),
    );
  const text = format.format(Date.parse(`${date}T00:00:00Z`));
  return style.locale.startsWith("en") && look !== "day" ? text.replace(/,/g, "") : text;
}

/**
 * A stretch of time in local minutes since the beginning of 1970: `Thu 26 Nov to Fri 4 Dec` where it is of whole days or
 * where days are all that can be told apart (`coarse`), else `Thu 26 Nov 9:00 to 11:30`, with the last day where that is another.
 */
export function stretchText(
  { start, end }: { readonly start: number; readonly end: number },
  style: TimeStyle,
  coarse = false,
): string {
  const dayOf = (minute: number) => Math.floor(minute / 1440);
  const inDay = (minute: number) => minute - dayOf(minute) * 1440;
  const day = (minute: number) => dateText(dateOfDayNumber(dayOf(minute)), "short", style);
  const last = Math.max(start, end - 1);
  const isOneDay = dayOf(start) === dayOf(last);
  if (coarse || (inDay(start) === 0 && inDay(end) === 0))
    return isOneDay ? day(start) : `${day(start)} to ${day(last)}`;
  if (isOneDay) return `${day(start)} ${rangeText(inDay(start), end - dayOf(start) * 1440, style)}`;
  return `${day(start)} ${clockText(inDay(start), style)} to ${day(end)} ${clockText(inDay(end), style)}`;
}

/** A date with its weekday, and with its year where that is not this one: `Mon 23 Nov`, `Mon 24 Nov 2025`. */
export function datedText(date: DateText, today: DateText, style: TimeStyle): string {
  const year = date.slice(0, 4) === today.slice(0, 4) ? "" : ` ${date.slice(0, 4)}`;
  return dateText(date, "short", style) + year;
}

/** A date as seen from today: "today", "tomorrow", "yesterday", a weekday within the week, else `Fri 4 Dec`. */
export function relativeDateText(date: DateText, today: DateText, style: TimeStyle): string {
  const days = daysBetween(today, date);
  if (days === 0) return "today";
  if (days === 1) return "tomorrow";
  if (days === -1) return "yesterday";
  if (days > 1 && days < 7) return dateText(date, "weekday", style);
  return date.slice(0, 4) === today.slice(0, 4) ? dateText(date, "short", style) : dateText(date, "day", style);
}

/** A date or a moment as seen from today, with the clock time where there is one: `Thu 9:30`. */
export function relativeMomentText(value: DateText | MomentText, today: DateText, style: TimeStyle): string {
  const day = relativeDateText(dateOf(value), today, style);
  return value.length > 10 ? `${day} ${clockText(minuteOf(value), style)}` : day;
}

/** What an act said, with the dates and the clock times in it as this person writes them. */
export function spokenText(text: string, style: TimeStyle): string {
  return text
    .replace(/\b\d{4}-\d{2}-\d{2}\b/g, (date) => (isDate(date) ? dateText(date, "short", style) : date))
    .replace(/\bT([01]\d|2[0-3]):([0-5]\d)\b/g, (_, hours, minutes) =>
      clockText(Number(hours) * 60 + Number(minutes), style),
    );
}
