import { Temporal } from "temporal-polyfill";
import { dateFromParts, dateOfDayNumber, dayNumber } from "../time";
import { DaysDuration, FeelDate, FeelDateTime, FeelTime, MonthsDuration, type FeelZone } from "./values";

const dateShape = /^(-?\d{4,9})-(\d{2})-(\d{2})$/;
const timeShape = /^(\d{2}):(\d{2}):(\d{2}(?:\.\d{1,9})?)([Zz]|[+-]\d{2}:\d{2}(?::\d{2})?|@[A-Za-z_+\-/0-9]+)?$/;
const durationShape = /^(-)?P(?:(\d+)Y)?(?:(\d+)M)?(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+(?:\.\d+)?)S)?)?$/;

/** The date of a text like `2026-11-24`, in the years 1000 to 9998; null when there is no such date. */
export function dateOfText(text: string): FeelDate | null {
  const parts = dateShape.exec(text);
  return parts ? dateOfParts(Number(parts[1]), Number(parts[2]), Number(parts[3])) : null;
}

export function dateOfParts(year: number, month: number, day: number): FeelDate | null {
  const date = [year, month, day].every(Number.isInteger) ? dateFromParts(year, month, day) : undefined;
  return date === undefined ? null : new FeelDate(dayNumber(date));
}

/** The time of a text like `10:15:00`, with or without a zone; null when it is none. */
export function timeOfText(text: string, day = 0): FeelTime | null {
  const parts = timeShape.exec(text);
  if (!parts) return null;
  const [hours, minutes, seconds] = [Number(parts[1]), Number(parts[2]), Number(parts[3])];
  const ofDay = hours * 3600 + minutes * 60 + seconds;
  if (hours > 23 || minutes > 59 || seconds >= 60) return null;
  if (!parts[4]) return new FeelTime(ofDay);
  const zone = zoneOf(parts[4], day, ofDay);
  return zone && new FeelTime(ofDay, zone);
}

/** The moment of a text like `2026-11-24T10:15:00`; a date alone is its midnight. Null when it is none. */
export function dateTimeOfText(text: string): FeelDateTime | null {
  const [date, time] = text.split("T") as [string, string | undefined];
  const day = dateOfText(date);
  if (!day) return null;
  if (time === undefined) return new FeelDateTime(day.day, 0);
  const of = timeOfText(time, day.day);
  return of && new FeelDateTime(day.day, of.seconds, of.zone);
}

/** The duration of a text like `P1Y2M` or `P1DT2H`; null when it is none, or mixes months with days. */
export function durationOfText(text: string): DaysDuration | MonthsDuration | null {
  const parts = durationShape.exec(text);
  if (!parts || /[PT]$/.test(text)) return null;
  const part = (at: number) => Number(parts[at] ?? 0);
  const sign = parts[1] ? -1 : 1;
  const isMonths = parts[2] !== undefined || parts[3] !== undefined;
  if (isMonths && [4, 5, 6, 7].some((at) => parts[at] !== undefined)) return null;
  if (isMonths) return new MonthsDuration(sign * (part(2) * 12 + part(3)) || 0);
  return new DaysDuration(sign * (part(4) * 86_400 + part(5) * 3600 + part(6) * 60 + part(7)) || 0);
}

/** What stands in quotes after an `@`. */
export function atLiteral(text: string): FeelDate | FeelTime | FeelDateTime | DaysDuration | MonthsDuration | null {
  if (/^-?P/.test(text)) return durationOfText(text);
  if (text.includes("T") && dateShape.test(text.split("T")[0]!)) return dateTimeOfText(text);
  return dateOfText(text) ?? timeOfText(text);
}

function zoneOf(text: string, day: number, seconds: number): FeelZone | null {
  if (text === "Z" || text === "z") return { offsetSeconds: 0 };
  if (text.startsWith("@")) return namedZone(text.slice(1), day, seconds);
  const [hours, minutes, rest = 0] = text.slice(1).split(":").map(Number) as [number, number, number?];
  if (hours > 18 || minutes > 59) return null;
  return { offsetSeconds: (text[0] === "-" ? -1 : 1) * (hours * 3600 + minutes * 60 + rest) };
}

/** A zone by its name, with the offset that it has at a local time; null where there is no such zone. */
export function namedZone(name: string, day: number, seconds: number): FeelZone | null {
  try {
    const local = Temporal.PlainDateTime.from(dateOfDayNumber(day)).add({ seconds: Math.floor(seconds) });
    return { offsetSeconds: local.toZonedDateTime(name).offsetNanoseconds / 1e9, name };
  } catch {
    return null;
  }
}

/** The local time in a named zone at an instant, in seconds since 1970 in UTC. */
export function localIn(name: string, utc: number): FeelDateTime {
  const whole = Math.floor(utc);
  const at = Temporal.Instant.fromEpochMilliseconds(whole * 1000).toZonedDateTimeISO(name);
  const seconds = at.hour * 3600 + at.minute * 60 + at.second + (utc - whole);
  const zone = { offsetSeconds: at.offsetNanoseconds / 1e9, name };
  return new FeelDateTime(dayNumber(at.toPlainDate().toString()), seconds, zone);
}

/** A date so many months after another: the last day of the month where it has no such day. */
export function addMonths(day: number, months: number): number | null {
  const date = dateOfDayNumber(day);
  const all = Number(date.slice(0, 4)) * 12 + Number(date.slice(5, 7)) - 1 + months;
  const [year, month] = [Math.floor(all / 12), (((all % 12) + 12) % 12) + 1];
  for (let of = Number(date.slice(8, 10)); of > 27; of--) {
    const found = dateFromParts(year, month, of);
    if (found) return dayNumber(found);
  }
  const found = dateFromParts(year, month, Number(date.slice(8, 10)));
  return found === undefined ? null : dayNumber(found);
}

/** Whole months from one date to another, with the time of day counted; negative when the second is earlier. */
export function monthsBetween(from: FeelDate | FeelDateTime, to: FeelDate | FeelDateTime): number {
  const at = (value: FeelDate | FeelDateTime) => {
    const date = dateOfDayNumber(value.day);
    const seconds = value instanceof FeelDateTime ? value.seconds : 0;
    return {
      months: Number(date.slice(0, 4)) * 12 + Number(date.slice(5, 7)),
      rest: Number(date.slice(8, 10)) * 86_400 + seconds,
    };
  };
  const [a, b] = [at(from), at(to)];
  const months = b.months - a.months;
  if (months > 0 && b.rest < a.rest) return months - 1;
  if (months < 0 && b.rest > a.rest) return months + 1;
  return months;
}
