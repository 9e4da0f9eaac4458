import { checkTextLength } from "./budget";
import { addMonths, localIn, namedZone } from "./literals";
import { secondsOf, utcSeconds } from "./comparing";
import { nothing } from "./trouble";
import { DaysDuration, FeelDate, FeelDateTime, FeelTime, MonthsDuration, typeOf, type FeelValue } from "./values";

const secondsPerDay = 86_400;

/** A number that is one; null for what is beyond all numbers. */
function finite(value: number): number | null {
  return Number.isFinite(value)
    ? value
    : nothing("The result is not a number, for example because of a division by zero.");
}

function refuse(operator: string, a: FeelValue, b: FeelValue): null {
  return nothing(`Cannot use “${operator}” with ${typeOf(a)} and ${typeOf(b)}.`);
}

export function add(a: FeelValue, b: FeelValue): FeelValue {
  if (typeof a === "number" && typeof b === "number") return finite(a + b);
  if (typeof a === "string" && typeof b === "string") {
    checkTextLength(a.length + b.length);
    return a + b;
  }
  if (a instanceof DaysDuration && b instanceof DaysDuration) return new DaysDuration(a.seconds + b.seconds);
  if (a instanceof MonthsDuration && b instanceof MonthsDuration) return new MonthsDuration(a.months + b.months);
  if (b instanceof DaysDuration) return shift(a, b.seconds) ?? refuse("+", a, b);
  if (b instanceof MonthsDuration) return shiftMonths(a, b.months) ?? refuse("+", a, b);
  if (a instanceof DaysDuration) return shift(b, a.seconds) ?? refuse("+", a, b);
  if (a instanceof MonthsDuration) return shiftMonths(b, a.months) ?? refuse("+", a, b);
  return refuse("+", a, b);
}

export function subtract(a: FeelValue, b: FeelValue): FeelValue {
  if (typeof a === "number" && typeof b === "number") return finite(a - b);
  if (a instanceof DaysDuration && b instanceof DaysDuration) return new DaysDuration(a.seconds - b.seconds);
  if (a instanceof MonthsDuration && b instanceof MonthsDuration) return new MonthsDuration(a.months - b.months);
  if (b instanceof DaysDuration) return shift(a, -b.seconds) ?? refuse("-", a, b);
  if (b instanceof MonthsDuration) return shiftMonths(a, -b.months) ?? refuse("-", a, b);
  if (isDateLike(a) && isDateLike(b)) return new DaysDuration(secondsOf(a) - secondsOf(b));
  if (a instanceof FeelTime && b instanceof FeelTime) return new DaysDuration(utcSeconds(a) - utcSeconds(b));
  return refuse("-", a, b);
}

export function multiply(a: FeelValue, b: FeelValue): FeelValue {
  if (typeof a === "number") {
    if (typeof b === "number") return finite(a * b);
    if (b instanceof DaysDuration) return new DaysDuration(b.seconds * a);
    if (b instanceof MonthsDuration) return new MonthsDuration(Math.trunc(b.months * a));
  } else if (typeof b === "number" && (a instanceof DaysDuration || a instanceof MonthsDuration)) return multiply(b, a);
  return refuse("*", a, b);
}

export function divide(a: FeelValue, b: FeelValue): FeelValue {
  if (typeof b === "number") {
    if (typeof a === "number") return finite(a / b);
    if (b === 0) return finite(NaN);
    if (a instanceof DaysDuration) return new DaysDuration(a.seconds / b);
    if (a instanceof MonthsDuration) return new MonthsDuration(Math.trunc(a.months / b));
  }
  if (a instanceof DaysDuration && b instanceof DaysDuration) return finite(a.seconds / b.seconds);
  if (a instanceof MonthsDuration && b instanceof MonthsDuration) return finite(a.months / b.months);
  return refuse("/", a, b);
}

export function raise(a: FeelValue, b: FeelValue): FeelValue {
  return typeof a === "number" && typeof b === "number" ? finite(a ** b) : refuse("**", a, b);
}

export function negate(value: FeelValue): FeelValue {
  if (typeof value === "number") return -value;
  if (value instanceof DaysDuration) return new DaysDuration(-value.seconds);
  if (value instanceof MonthsDuration) return new MonthsDuration(-value.months);
  return nothing(`Cannot put a minus before ${typeOf(value)}.`);
}

function isDateLike(value: FeelValue): value is FeelDate | FeelDateTime {
  return value instanceof FeelDate || value instanceof FeelDateTime;
}

/** A date, a time or a moment so many seconds later; undefined where it is none of these. A date moves by whole days. */
function shift(value: FeelValue, seconds: number): FeelValue | undefined {
  if (value instanceof FeelDate)
    return inYears(new FeelDate(Math.floor((value.day * secondsPerDay + seconds) / secondsPerDay)));
  if (value instanceof FeelTime) {
    const rest = (value.seconds + seconds) % secondsPerDay;
    return new FeelTime(rest < 0 ? rest + secondsPerDay : rest, value.zone);
  }
  if (!(value instanceof FeelDateTime)) return undefined;
  const all = value.day * secondsPerDay + value.seconds + seconds;
  // In a zone that has a name, what passes is passed on its clock, which may be turned meanwhile.
  if (value.zone?.name !== undefined && isInYears(Math.floor(all / secondsPerDay)))
    return inYears(localIn(value.zone.name, all - value.zone.offsetSeconds));
  const day = Math.floor(all / secondsPerDay);
  return inYears(new FeelDateTime(day, all - day * secondsPerDay, value.zone));
}

function shiftMonths(value: FeelValue, months: number): FeelValue | undefined {
  if (!isDateLike(value)) return undefined;
  const day = addMonths(value.day, months);
  if (day === null) return nothing("The date is outside the years 1000 to 9998.");
  if (value instanceof FeelDate) return new FeelDate(day);
  const { seconds, zone } = value;
  return new FeelDateTime(day, seconds, zone?.name === undefined ? zone : (namedZone(zone.name, day, seconds) ?? zone));
}

const firstDay = Date.UTC(1000, 0, 1) / 86_400_000;
const lastDay = Date.UTC(9998, 11, 31) / 86_400_000;

const isInYears = (day: number) => day >= firstDay && day <= lastDay;

function inYears<T extends FeelDate | FeelDateTime>(value: T): T | null {
  return isInYears(value.day) ? value : nothing("The date is outside the years 1000 to 9998.");
}
