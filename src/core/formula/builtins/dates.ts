import { dateOfDayNumber, daysBetween, weekday, weekNumber } from "../../time";
import { equal } from "../comparing";
import { dateOfParts, dateOfText, dateTimeOfText, durationOfText, monthsBetween, timeOfText } from "../literals";
import { nothing } from "../trouble";
import { DaysDuration, FeelDate, FeelDateTime, FeelTime, MonthsDuration, type FeelValue } from "../values";
import { define, defineAny } from "./define";

const weekdays = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
const months = [
  ...["January", "February", "March", "April", "May", "June", "July"],
  ...["August", "September", "October", "November", "December"],
];

function dateFrom(from: FeelValue): FeelValue {
  if (from instanceof FeelDate) return from;
  if (from instanceof FeelDateTime) return new FeelDate(from.day);
  if (typeof from !== "string") return nothing("A date needs a text, a date or three numbers.");
  return dateOfText(from) ?? nothing(`“${from}” is not a valid date.`);
}

function timeFrom(from: FeelValue): FeelValue {
  if (from instanceof FeelTime) return from;
  if (from instanceof FeelDateTime) return new FeelTime(from.seconds, from.zone);
  if (from instanceof FeelDate) return new FeelTime(0, { offsetSeconds: 0 });
  if (typeof from !== "string") return nothing("A time needs a text, a date and time, or numbers.");
  return timeOfText(from) ?? nothing(`“${from}” is not a time of day.`);
}

/** The constructors of dates, times and durations (DMN 1.5, 10.3.4.1). */
export const temporalConstructors = {
  date: defineAny(
    define({ from: "any" }, ({ from }) => dateFrom(from)),
    define(
      { year: "number", month: "number", day: "number" },
      ({ year, month, day }) => dateOfParts(year, month, day) ?? nothing("This date does not exist."),
    ),
  ),
  time: defineAny(
    define({ from: "any" }, ({ from }) => timeFrom(from)),
    define(
      { hour: "number", minute: "number", second: "number", offset: "duration?" },
      ({ hour, minute, second, offset }): FeelValue => {
        const whole = [hour, minute].every(Number.isInteger);
        if (!whole || hour < 0 || hour > 23 || minute < 0 || minute > 59 || second < 0 || second >= 60)
          return nothing("This time of day does not exist.");
        const seconds = hour * 3600 + minute * 60 + second;
        return offset instanceof DaysDuration
          ? new FeelTime(seconds, { offsetSeconds: offset.seconds })
          : new FeelTime(seconds);
      },
    ),
    define({ hour: "number", minute: "number", second: "number" }, ({ hour, minute, second }): FeelValue =>
      temporalConstructors.time.call([hour, minute, second, null]),
    ),
  ),
  "date and time": defineAny(
    define({ from: "any" }, ({ from }): FeelValue => {
      if (from instanceof FeelDateTime) return from;
      if (from instanceof FeelDate) return new FeelDateTime(from.day, 0);
      if (typeof from !== "string") return nothing("A date and time needs a text, or a date and a time.");
      return dateTimeOfText(from) ?? nothing(`“${from}” is not a valid date and time.`);
    }),
    define({ date: "date", time: "any" }, ({ date, time }): FeelValue => {
      if (!(time instanceof FeelTime)) return nothing("“time” must be a time of day.");
      return new FeelDateTime(date.day, time.seconds, time.zone);
    }),
  ),
  duration: define({ from: "any" }, ({ from }): FeelValue => {
    if (from instanceof DaysDuration || from instanceof MonthsDuration) return from;
    if (typeof from !== "string") return nothing("A duration needs a text, like P1M or PT30M.");
    return durationOfText(from) ?? nothing(`“${from}” is not a duration. Use a text like P1M or PT30M.`);
  }),
  "years and months duration": define(
    { from: "date", to: "date" },
    ({ from, to }) => new MonthsDuration(monthsBetween(from, to)),
  ),
};

const textOf = (date: FeelDate | FeelDateTime) => dateOfDayNumber(date.day);

/** Functions of dates (DMN 1.5, 10.3.4.11 and 10.3.4.13). */
export const dateFunctions = {
  "day of year": define(
    { date: "date" },
    ({ date }) => 1 + daysBetween(`${textOf(date).slice(0, 4)}-01-01`, textOf(date)),
  ),
  "day of week": define({ date: "date" }, ({ date }) => weekdays[weekday(textOf(date)) - 1] as string),
  "month of year": define({ date: "date" }, ({ date }) => months[Number(textOf(date).slice(5, 7)) - 1] as string),
  "week of year": define({ date: "date" }, ({ date }) => weekNumber(textOf(date))),
  is: define({ value1: "any", value2: "any" }, ({ value1, value2 }) => {
    if (value1 === value2) return true;
    if (value1 === null || value2 === null || typeof value1 !== "object" || typeof value2 !== "object") return false;
    if (value1.constructor !== value2.constructor) return false;
    if (value1 instanceof FeelTime && value2 instanceof FeelTime)
      return value1.seconds === value2.seconds && value1.zone?.offsetSeconds === value2.zone?.offsetSeconds;
    // The same instant told in two zones is not the same value.
    if (value1 instanceof FeelDateTime && value2 instanceof FeelDateTime)
      return (
        value1.day === value2.day &&
        value1.seconds === value2.seconds &&
        value1.zone?.offsetSeconds === value2.zone?.offsetSeconds
      );
    return equal(value1, value2) === true;
  }),
};

/** A property of a date, a time or a duration (DMN 1.5, table 65); undefined where it has none of that name. */
export function temporalProperty(value: FeelValue, name: string): FeelValue | undefined {
  if (value instanceof FeelDate || value instanceof FeelDateTime) {
    if (name === "year") return Number(textOf(value).slice(0, 4));
    if (name === "month") return Number(textOf(value).slice(5, 7));
    if (name === "day") return Number(textOf(value).slice(8, 10));
    if (name === "weekday") return weekday(textOf(value));
  }
  if (value instanceof FeelTime || value instanceof FeelDateTime) {
    if (name === "hour") return Math.floor(value.seconds / 3600);
    if (name === "minute") return Math.floor(value.seconds / 60) % 60;
    // To the nanosecond that a text can say: 10:15:00.123 has 0.123 seconds, and no dust behind it.
    if (name === "second") return Math.round((value.seconds % 60) * 1e9) / 1e9;
    if (name === "time offset") return value.zone ? new DaysDuration(value.zone.offsetSeconds) : null;
    if (name === "timezone") return value.zone?.name ?? null;
  }
  if (value instanceof MonthsDuration) {
    if (name === "years") return Math.trunc(value.months / 12);
    if (name === "months") return value.months % 12;
  }
  if (value instanceof DaysDuration) {
    const size = Math.abs(value.seconds);
    const sign = value.seconds < 0 ? -1 : 1;
    if (name === "days") return sign * Math.floor(size / 86_400);
    if (name === "hours") return sign * (Math.floor(size / 3600) % 24);
    if (name === "minutes") return sign * (Math.floor(size / 60) % 60);
    if (name === "seconds") return sign * (size % 60);
  }
  return undefined;
}
