import { spend } from "./budget";
import {
  DaysDuration,
  FeelDate,
  FeelDateTime,
  FeelRange,
  FeelTime,
  isContext,
  isList,
  MonthsDuration,
  type FeelValue,
} from "./values";

/**
 * Whether two values are the same (DMN 1.5, 10.3.2.13): null where they are of kinds that cannot be compared. Null is
 * the same as null only.
 */
export function equal(a: FeelValue, b: FeelValue): boolean | null {
  spend();
  if (a === b) return true;
  if (a === null || b === null) return false;
  if (typeof a !== "object" || typeof b !== "object") return typeof a === typeof b ? false : null;
  if (isList(a) && isList(b)) return a.length === b.length && a.every((one, at) => equal(one, b[at]!) === true);
  if (a instanceof FeelRange && b instanceof FeelRange) return equalRanges(a, b);
  if (isContext(a) && isContext(b)) {
    if (a.identity !== undefined || b.identity !== undefined) return a.identity === b.identity;
    const names = a.names();
    if (names.length !== b.names().length) return false;
    return names.every((name) => {
      const other = b.get(name);
      return other !== undefined && equal(a.get(name) as FeelValue, other) === true;
    });
  }
  const order = compare(a, b);
  return order === null ? null : order === 0;
}

function equalRanges(a: FeelRange, b: FeelRange): boolean {
  const sameEnd = (one: FeelValue | undefined, other: FeelValue | undefined) =>
    one === undefined || other === undefined ? one === other : equal(one, other) === true;
  return (
    a.startIncluded === b.startIncluded &&
    a.endIncluded === b.endIncluded &&
    sameEnd(a.start, b.start) &&
    sameEnd(a.end, b.end)
  );
}

/** Below zero where `a` comes before `b`, above where after; null where the two have no order. */
export function compare(a: FeelValue, b: FeelValue): number | null {
  if (typeof a === "number" && typeof b === "number") return a - b;
  if (typeof a === "string" && typeof b === "string") return a < b ? -1 : a > b ? 1 : 0;
  if (a instanceof FeelDate && b instanceof FeelDate) return a.day - b.day;
  if (isDateLike(a) && isDateLike(b)) return secondsOf(a) - secondsOf(b);
  if (a instanceof FeelTime && b instanceof FeelTime) return utcSeconds(a) - utcSeconds(b);
  if (a instanceof DaysDuration && b instanceof DaysDuration) return a.seconds - b.seconds;
  if (a instanceof MonthsDuration && b instanceof MonthsDuration) return a.months - b.months;
  return null;
}

/** A date is its midnight beside a date with a time. */
function isDateLike(value: FeelValue): value is FeelDate | FeelDateTime {
  return value instanceof FeelDate || value instanceof FeelDateTime;
}

/** Seconds since 1970, in UTC where a zone is known and as the clock shows where none is. */
export function secondsOf(value: FeelDate | FeelDateTime): number {
  if (value instanceof FeelDate) return value.day * 86_400;
  return value.day * 86_400 + value.seconds - (value.zone?.offsetSeconds ?? 0);
}

export function utcSeconds(value: FeelTime): number {
  return value.seconds - (value.zone?.offsetSeconds ?? 0);
}

/** Whether a value lies in a range; null where it cannot be compared with the ends. */
export function isWithin(value: FeelValue, range: FeelRange): boolean | null {
  if (range.start !== undefined) {
    const order = compare(value, range.start);
    if (order === null) return null;
    if (order < 0 || (order === 0 && !range.startIncluded)) return false;
  }
  if (range.end !== undefined) {
    const order = compare(value, range.end);
    if (order === null) return null;
    if (order > 0 || (order === 0 && !range.endIncluded)) return false;
  }
  return true;
}
