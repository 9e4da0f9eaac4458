import { addDays, dateOfDayNumber, dayNumber, weekday, type DateText } from "../dates";
import { dateOf, isMoment, moveZone, type MomentText } from "../moments";
import type { RepeatRule } from "./rule";

/** A local start (moment, or date of a whole day) and the rule by which it comes again. */
export interface Series {
  readonly start: DateText | MomentText;
  readonly rule: RepeatRule;
  /** The IANA zone its times are told in, for an end that is told in UTC; none for times without a zone. */
  readonly zone?: string | undefined;
}

const lastYear = 9990;

type Expander = (series: Series, from: DateText, to: DateText) => string[];
let library: Expander | undefined;

/**
 * Brings in the library for the standard, which expands the rules that are rare: by hours, by weeks of the year and the
 * like. Before, such a series has its own start only.
 */
export async function needLibrary(): Promise<void> {
  library ??= (await import("./byLibrary")).byLibrary;
}

/** Tells whether rare rules are expanded already. What was worked out before that has to be worked out again. */
export function hasLibrary(): boolean {
  return library !== undefined;
}

/**
 * The starts of a series on the days from `from` to `to`, in order, in the same local time as its own start. The own
 * start always is the first (RFC 5545, 3.3.10). Exceptions are not taken out here.
 */
export function occurrences({ start, rule, zone }: Series, from: DateText, to: DateText): string[] {
  const first = dateOf(start);
  if (to < first || to > `${lastYear}-12-31`) return [];
  if (rule.isRare) return library?.({ start, rule, zone }, from, to) ?? (first >= from ? [start] : []);
  const time = start.slice(10);
  const end = lastDayOf({ start, rule, zone });
  const last = Math.min(dayNumber(to), end);
  const days = daysOf(rule, dayNumber(first), Math.max(dayNumber(first), dayNumber(from)), last);
  return days.map((day) => dateOfDayNumber(day) + time);
}

/** The last day on which a series can begin; the end of time where it goes on. */
const ends = new WeakMap<RepeatRule, Map<string, number>>();
function lastDayOf({ start, rule, zone }: Series): number {
  if (rule.until !== undefined) return dayNumber(untilDate(rule.until, start, zone));
  if (rule.count === undefined) return Number.POSITIVE_INFINITY;
  let known = ends.get(rule);
  if (!known) ends.set(rule, (known = new Map()));
  let end = known.get(dateOf(start));
  if (end === undefined) known.set(dateOf(start), (end = dayOfCount(rule, dayNumber(dateOf(start)))));
  return end;
}

function dayOfCount(rule: RepeatRule, first: number): number {
  const wanted = rule.count as number;
  // Looked for in growing stretches: a count of 10 weeks is near, one of 500 leap days far.
  for (let reach = 400, most = dayNumber(`${lastYear}-12-31`); ; reach *= 4) {
    const days = daysOf(rule, first, first, Math.min(most, first + reach));
    if (days.length >= wanted) return days[wanted - 1] as number;
    if (first + reach >= most) return days[days.length - 1] ?? first;
  }
}

/** The last date whose start is not behind the end of the rule. */
function untilDate(until: string, start: string, zone: string | undefined): DateText {
  const date = `${until.slice(0, 4)}-${until.slice(4, 6)}-${until.slice(6, 8)}`;
  if (until.length === 8 || !isMoment(start)) return date;
  const written = `${date}T${until.slice(9, 11)}:${until.slice(11, 13)}`;
  const local = until.endsWith("Z") && zone !== undefined ? moveZone(written, "UTC", zone) : written;
  return local.slice(11) >= start.slice(11) ? dateOf(local) : addDays(dateOf(local), -1);
}

/** The days of a rule from `from` to `to`, as day numbers; `first`, the day of its own start, is one of them. */
function daysOf(rule: RepeatRule, first: number, from: number, to: number): number[] {
  const found: number[] = first >= from && first <= to ? [first] : [];
  for (const period of periodsOf(rule, first, from, to)) {
    const days = rule.positions.length > 0 ? atPositions(period, rule.positions) : period;
    for (const day of days) if (day > first && day >= from && day <= to) found.push(day);
  }
  return found;
}

function atPositions(days: readonly number[], positions: readonly number[]): number[] {
  const chosen = positions.map((at) => days[at > 0 ? at - 1 : days.length + at]).filter((day) => day !== undefined);
  return [...new Set(chosen)].sort((a, b) => a - b);
}

/** The days that each step of a rule gives, step by step, from the one that holds `from`. */
function* periodsOf(rule: RepeatRule, first: number, from: number, to: number): Generator<readonly number[]> {
  const { interval, frequency } = rule;
  if (frequency === "DAILY") {
    const holds = dayTest(rule);
    const skipped = Math.max(0, Math.floor((from - first) / interval));
    for (let day = first + skipped * interval; day <= to; day += interval) yield holds(day) ? [day] : [];
  } else if (frequency === "WEEKLY") {
    const weekdays = rule.days.length > 0 ? rule.days.map((one) => one.weekday) : [weekdayOf(first)];
    const offsets = [...new Set(weekdays.map((one) => (one - rule.weekStart + 7) % 7))].sort((a, b) => a - b);
    const begin = first - ((weekdayOf(first) - rule.weekStart + 7) % 7);
    const skipped = Math.max(0, Math.floor((from - begin) / 7 / interval));
    for (let week = begin + skipped * 7 * interval; week <= to; week += 7 * interval)
      yield offsets.map((offset) => week + offset).filter((day) => isInMonths(rule, day));
  } else {
    const start = civil(first);
    const months = frequency === "MONTHLY";
    const at = civil(Math.max(first, from));
    const gone = months ? (at.year - start.year) * 12 + at.month - start.month : at.year - start.year;
    for (let step = Math.floor(gone / interval); ; step++) {
      const month = months ? start.month - 1 + step * interval : 0;
      const year = months ? start.year + Math.floor(month / 12) : start.year + step * interval;
      if (year > lastYear || dayOf(year, months ? (month % 12) + 1 : 1, 1) > to) return;
      yield months ? daysOfMonth(rule, year, (month % 12) + 1, start.day) : daysOfYear(rule, year, start);
    }
  }
}

interface Civil {
  readonly year: number;
  /** 1 to 12. */
  readonly month: number;
  readonly day: number;
}

function civil(day: number): Civil {
  // Days to civil in the proleptic Gregorian calendar, in whole numbers: a year begins in March.
  const shifted = day + 719_468;
  const era = Math.floor(shifted / 146_097);
  const ofEra = shifted - era * 146_097;
  const yearOfEra = Math.floor(
    (ofEra - Math.floor(ofEra / 1460) + Math.floor(ofEra / 36_524) - Math.floor(ofEra / 146_096)) / 365,
  );
  const ofYear = ofEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const shiftedMonth = Math.floor((5 * ofYear + 2) / 153);
  const month = shiftedMonth < 10 ? shiftedMonth + 3 : shiftedMonth - 9;
  return {
    year: yearOfEra + era * 400 + (month <= 2 ? 1 : 0),
    month,
    day: ofYear - Math.floor((153 * shiftedMonth + 2) / 5) + 1,
  };
}

function dayOf(year: number, month: number, day: number): number {
  const shifted = month <= 2 ? year - 1 : year;
  const era = Math.floor(shifted / 400);
  const yearOfEra = shifted - era * 400;
  const ofYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  const ofEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + ofYear;
  return era * 146_097 + ofEra - 719_468;
}

function monthLength(year: number, month: number): number {
  return month === 12 ? 31 : dayOf(year, month + 1, 1) - dayOf(year, month, 1);
}

/** 1 for Monday to 7 for Sunday. */
function weekdayOf(day: number): number {
  return ((((day + 3) % 7) + 7) % 7) + 1;
}

function isInMonths({ months }: RepeatRule, day: number): boolean {
  return months.length === 0 || months.includes(civil(day).month);
}

/** Whether a day of a daily rule is one that its other parts leave. */
function dayTest(rule: RepeatRule): (day: number) => boolean {
  const weekdays = new Set(rule.days.map((one) => one.weekday));
  return (day) => {
    if (weekdays.size > 0 && !weekdays.has(weekdayOf(day))) return false;
    if (rule.months.length === 0 && rule.monthDays.length === 0) return true;
    const { year, month, day: ofMonth } = civil(day);
    if (rule.months.length > 0 && !rule.months.includes(month)) return false;
    return rule.monthDays.length === 0 || isMonthDay(rule.monthDays, ofMonth, monthLength(year, month));
  };
}

function isMonthDay(monthDays: readonly number[], day: number, length: number): boolean {
  return monthDays.some((one) => (one > 0 ? one === day : length + 1 + one === day));
}

function daysOfMonth(rule: RepeatRule, year: number, month: number, startDay: number): number[] {
  if (rule.months.length > 0 && !rule.months.includes(month)) return [];
  const begin = dayOf(year, month, 1);
  const length = monthLength(year, month);
  if (rule.monthDays.length === 0 && rule.days.length === 0) return startDay <= length ? [begin + startDay - 1] : [];
  if (rule.monthDays.length === 0) return nthDays(rule, begin, length);
  const found: number[] = [];
  const weekdays = rule.days.length > 0 ? new Set(nthDays(rule, begin, length)) : undefined;
  for (let at = 0; at < length; at++)
    if (isMonthDay(rule.monthDays, at + 1, length) && (weekdays?.has(begin + at) ?? true)) found.push(begin + at);
  return found;
}

/** The weekdays of a rule in a stretch of days: each of them, or the nth. */
function nthDays(rule: RepeatRule, begin: number, length: number): number[] {
  const found = new Set<number>();
  for (const { weekday: wanted, nth } of rule.days) {
    const first = begin + ((wanted - weekdayOf(begin) + 7) % 7);
    const all = Math.ceil((begin + length - first) / 7);
    if (nth === 0) for (let at = 0; at < all; at++) found.add(first + at * 7);
    else {
      const at = nth > 0 ? nth - 1 : all + nth;
      if (at >= 0 && at < all) found.add(first + at * 7);
    }
  }
  return [...found].sort((a, b) => a - b);
}

function daysOfYear(rule: RepeatRule, year: number, start: Civil): number[] {
  const { months, monthDays, days } = rule;
  if (months.length === 0 && monthDays.length === 0 && days.length === 0)
    return start.day <= monthLength(year, start.month) ? [dayOf(year, start.month, start.day)] : [];
  // Without a month, the nth weekday is that of the year.
  if (months.length === 0 && monthDays.length === 0)
    return nthDays(rule, dayOf(year, 1, 1), dayOf(year + 1, 1, 1) - dayOf(year, 1, 1));
  const inMonths = months.length > 0 ? months.toSorted((a, b) => a - b) : Array.from({ length: 12 }, (_, at) => at + 1);
  const monthly = { ...rule, months: [] };
  if (months.length === 0 && days.some(({ nth }) => nth !== 0)) {
    const ofYear = new Set(nthDays(rule, dayOf(year, 1, 1), dayOf(year + 1, 1, 1) - dayOf(year, 1, 1)));
    return inMonths
      .flatMap((month) => daysOfMonth({ ...monthly, days: [] }, year, month, start.day))
      .filter((day) => ofYear.has(day));
  }
  return inMonths.flatMap((month) => daysOfMonth(monthly, year, month, start.day));
}

/** The weekday and which one of its month a date is, for rules like “the last Friday”. */
export function nthWeekday(date: DateText): { weekday: number; nth: number; isLast: boolean } {
  const day = Number(date.slice(8));
  return {
    weekday: weekday(date),
    nth: Math.ceil(day / 7),
    isLast: addDays(date, 7).slice(0, 7) !== date.slice(0, 7),
  };
}
