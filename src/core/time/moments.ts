import { addDays, daysBetween, isDate, twoDigits, type DateText } from "./dates";
import { loadedTemporal } from "./temporal";

/**
 * A local clock time on a date, `2026-11-24T09:30`, without a zone: half past nine wherever the person is. Compares
 * and sorts as text. Zones enter only where an event has one, or where true elapsed time is asked for.
 */
export type MomentText = string;

export const minutesPerDay = 1440;

const momentShape = /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):([0-5]\d)$/;

/** Tells whether `value` is a moment on a date that exists. */
export function isMoment(value: unknown): value is MomentText {
  if (typeof value !== "string") return false;
  const parts = momentShape.exec(value);
  return parts !== null && isDate(parts[1]);
}

/** The date of a moment, or of a date itself. */
export function dateOf(value: MomentText | DateText): DateText {
  return value.slice(0, 10);
}

/** Minutes since midnight of a moment's clock time, 0 to 1439. */
export function minuteOf(value: MomentText): number {
  return twoDigits(value, 11) * 60 + twoDigits(value, 14);
}

/** The moment `minute` minutes after midnight of `date`; minutes below 0 or above 1439 lead into other days. */
export function momentAt(date: DateText, minute: number): MomentText {
  const days = Math.floor(minute / minutesPerDay);
  const rest = Math.round(minute - days * minutesPerDay);
  const hours = String(Math.floor(rest / 60)).padStart(2, "0");
  return `${days === 0 ? date : addDays(date, days)}T${hours}:${String(rest % 60).padStart(2, "0")}`;
}

/** The moment `minutes` minutes of clock time after `moment`. */
export function addMinutes(moment: MomentText, minutes: number): MomentText {
  return momentAt(dateOf(moment), minuteOf(moment) + minutes);
}

/** Minutes of clock time from `start` to `end`; negative when `end` is earlier. Knows nothing of clock changes. */
export function minutesBetween(start: MomentText, end: MomentText): number {
  return daysBetween(dateOf(start), dateOf(end)) * minutesPerDay + minuteOf(end) - minuteOf(start);
}

/** Minutes from midnight of `date` to `moment`: negative before it, above 1440 after it. */
export function minuteOn(date: DateText, moment: MomentText): number {
  return daysBetween(date, dateOf(moment)) * minutesPerDay + minuteOf(moment);
}

/**
 * Minutes that really pass from `start` to `end` in `zone` (an IANA name): a night over a clock change is an hour
 * shorter or longer than its clock times say. A time the clock skips counts as the same distance after the skip, a
 * time it shows twice as its first showing (Temporal's "compatible").
 */
export function elapsedMinutes(start: MomentText, end: MomentText, zone: string): number {
  return minutesBetween(start, end) + offsetMinutes(start, zone) - offsetMinutes(end, zone);
}

/** The zone's distance from UTC at a local moment, in minutes. */
function offsetMinutes(moment: MomentText, zone: string): number {
  const key = `${zone} ${moment.slice(0, 13)}`;
  const known = offsets.get(key);
  if (known !== undefined) return known;
  const zoned = loadedTemporal()
    .PlainDateTime.from(`${moment.slice(0, 13)}:00`)
    .toZonedDateTime(zone);
  const local = Date.UTC(...(partsOf(moment) as [number, number, number, number]));
  const offset = Math.round((local - zoned.epochMilliseconds) / 60_000);
  if (offsets.size > 5000) offsets.clear();
  offsets.set(key, offset);
  return offset;
}
/** One asking of a zone costs about 30 microseconds, a day's load some forty askings: kept by zone and hour. */
const offsets = new Map<string, number>();

function partsOf(moment: MomentText): number[] {
  return [
    Number(moment.slice(0, 4)),
    Number(moment.slice(5, 7)) - 1,
    Number(moment.slice(8, 10)),
    Number(moment.slice(11, 13)),
  ];
}

/** The instant of a local moment in `zone`, in milliseconds since 1970. */
export function instantAt(moment: MomentText, zone: string): number {
  const asUtc = Date.UTC(...(partsOf(moment) as [number, number, number, number]), minuteOf(moment) % 60);
  return asUtc - offsetMinutes(moment, zone) * 60_000;
}

/**
 * The instant of a local moment of which somebody noted when it was: the one noted, where clocks in `zone` may tell the
 * moment then, as they do of two instants when they go back (of the hour that they show twice, and of the end of its first
 * showing); else, or where nobody noted it, the first at which they do.
 */
export function instantShown(moment: MomentText, noted: number | undefined, zone: string): number {
  const first = instantAt(moment, zone);
  if (noted === undefined || noted === first) return first;
  if (clockChange(dateOf(moment), zone) >= 0) return first;
  const isThen =
    momentOfInstant(noted, zone) === moment || addMinutes(momentOfInstant(noted - 60_000, zone), 1) === moment;
  return isThen ? noted : first;
}

/** The beginning of the minute in which an instant lies. */
export const minuteBegin = (instant: number): number => Math.floor(instant / 60_000) * 60_000;

/** The instant between two others, minutes that begin, at which the clocks in `zone` go back; undefined where they do not. */
export function clocksGoBack(from: number, to: number, zone: string): number | undefined {
  const offset = (instant: number) => minutesBetween(momentOfInstant(instant, "UTC"), momentOfInstant(instant, zone));
  const before = offset(from);
  if (offset(to) >= before) return undefined;
  let [early, late] = [from, to];
  while (late - early > 60_000) {
    const middle = minuteBegin((early + late) / 2);
    if (offset(middle) < before) late = middle;
    else early = middle;
  }
  return late;
}

/** The moment that the clocks in `zone` show at an instant, to the minute. */
export function momentOfInstant(instant: number, zone: string): MomentText {
  const utc = new Date(Math.floor(instant / 60_000) * 60_000).toISOString().slice(0, 16);
  return moveZone(utc, "UTC", zone);
}

/** What the clocks do in `zone` on `date`: minutes skipped (positive), shown twice (negative), or 0. */
export function clockChange(date: DateText, zone: string): number {
  return offsetMinutes(`${addDays(date, 1)}T00:00`, zone) - offsetMinutes(`${date}T00:00`, zone);
}

/** The dates from `from` to `to`, both included, on which the clocks in `zone` change. */
export function clockChanges(from: DateText, to: DateText, zone: string): DateText[] {
  const dates: DateText[] = [];
  const start = loadedTemporal()
    .PlainDateTime.from(`${addDays(from, -1)}T12:00`)
    .toZonedDateTime(zone);
  for (let next = start.getTimeZoneTransition("next"); next; next = next.getTimeZoneTransition("next")) {
    // The clocks show the new time at the transition; the day it falls on may only begin with it.
    const date = next.subtract({ nanoseconds: 1 }).toPlainDate().toString();
    const after = next.toPlainDate().toString();
    if (date > to) break;
    for (const one of date === after ? [date] : [date, after])
      if (one >= from && one <= to && clockChange(one, zone)) dates.push(one);
  }
  return dates;
}

/** Tells whether `value` is the IANA name of a zone that is known here. */
export function isZone(value: unknown): value is string {
  if (typeof value !== "string" || value === "") return false;
  try {
    return Boolean(new Intl.DateTimeFormat("en", { timeZone: value }));
  } catch {
    return false;
  }
}

/** The moment in `to` at which the clock in `from` shows `moment`. */
export function moveZone(moment: MomentText, from: string, to: string): MomentText {
  if (from === to) return moment;
  const zoned = loadedTemporal().PlainDateTime.from(moment).toZonedDateTime(from).withTimeZone(to);
  return zoned.toPlainDateTime().toString({ smallestUnit: "minute" });
}
