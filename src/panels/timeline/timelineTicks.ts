import {
  utcDay,
  utcHour,
  utcMinute,
  utcMonday,
  utcMonth,
  utcSunday,
  utcYear,
  type CountableTimeInterval,
  type TimeInterval,
} from "d3-time";
import { addDays, clockText, dateText, startOfWeek, weekNumber, type DateText, type TimeStyle } from "@/core/time";

/** A unit in which the timeline is divided, and how its divisions are called. */
interface Unit {
  readonly minutes: number;
  readonly interval: TimeInterval;
  words(at: Date, style: TimeStyle): string;
  /** What is said before the words in large type, as the day of the month. */
  head?(at: Date): string;
}

const dateOfDate = (at: Date): DateText => at.toISOString().slice(0, 10);
const minuteOfDate = (at: Date) => at.getUTCHours() * 60 + at.getUTCMinutes();
const every = (interval: CountableTimeInterval, step: number) => interval.every(step) as TimeInterval;
const clock = (at: Date, style: TimeStyle) => clockText(minuteOfDate(at), style);

/** The units from the finest to the coarsest. */
export function unitsOf(firstWeekday: number): readonly Unit[] {
  const week = firstWeekday === 7 ? utcSunday : utcMonday;
  const month = (at: Date, style: TimeStyle) => dateText(dateOfDate(at), "month", style).replace(/\s?\d{4}/, "");
  const weekWords = (at: Date, style: TimeStyle) => {
    const date = dateOfDate(at);
    const thursday = addDays(startOfWeek(date, 1), firstWeekday === 7 ? 10 : 3);
    return `${month(at, style).slice(0, 3)}, week ${weekNumber(thursday)}`;
  };
  return [
    { minutes: 15, interval: every(utcMinute, 15), words: clock },
    { minutes: 60, interval: utcHour, words: clock },
    { minutes: 360, interval: every(utcHour, 6), words: clock },
    {
      minutes: 1440,
      interval: utcDay,
      head: (at) => String(at.getUTCDate()),
      words: (at, style) => dateText(dateOfDate(at), "weekday", style),
    },
    { minutes: 10_080, interval: week, head: (at) => String(at.getUTCDate()), words: weekWords },
    {
      minutes: 43_200,
      interval: utcMonth,
      words: (at, style) => (at.getUTCMonth() === 0 ? `${month(at, style)} ${at.getUTCFullYear()}` : month(at, style)),
    },
    {
      minutes: 129_600,
      interval: every(utcMonth, 3),
      words: (at, style) => `${month(at, style).slice(0, 3)} ${at.getUTCFullYear()}`,
    },
    { minutes: 525_600, interval: utcYear, words: (at) => String(at.getUTCFullYear()) },
    { minutes: 5_256_000, interval: every(utcYear, 10), words: (at) => String(at.getUTCFullYear()) },
  ];
}

/** The finest unit whose divisions are at least so many pixels apart. */
export function unitFor(units: readonly Unit[], pixelsPerMinute: number, least: number): Unit {
  return units.find(({ minutes }) => minutes * pixelsPerMinute >= least) ?? (units[units.length - 1] as Unit);
}

/** Local minutes since 1970 as the date D3 divides: in UTC, where no clock changes. */
export const asDate = (minutes: number) => new Date(minutes * 60_000);
