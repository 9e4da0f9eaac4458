import { addDays, addMonths, daysBetween, startOfWeek, type DateText } from "../time";

/** A stretch of days that is looked at; both dates are part of it. */
export interface Span {
  readonly from: DateText;
  readonly to: DateText;
}

/** The spans that have a word of their own, in the order in which they are offered. */
export const spanNames = [
  "today",
  "thisWeek",
  "lastWeek",
  "fourWeeks",
  "thisMonth",
  "lastMonth",
  "thisQuarter",
  "thisYear",
  "twelveMonths",
  "all",
] as const;
export type SpanName = (typeof spanNames)[number];

/** What is looked at beside a span. */
export const besides = ["before", "yearBefore", "nothing"] as const;
export type Beside = (typeof besides)[number];

interface Asked {
  readonly today: DateText;
  /** 1 for Monday to 7 for Sunday. */
  readonly firstWeekday: number;
  /** From when to when there is anything at all. */
  readonly reach: Span;
}

/** The days that a word means today; whole weeks, months and years, of the present one its rest too. */
export function spanNamed(name: SpanName, { today, firstWeekday, reach }: Asked): Span {
  const week = startOfWeek(today, firstWeekday);
  const month = `${today.slice(0, 7)}-01`;
  switch (name) {
    case "today":
      return { from: today, to: today };
    case "thisWeek":
      return { from: week, to: addDays(week, 6) };
    case "lastWeek":
      return { from: addDays(week, -7), to: addDays(week, -1) };
    case "fourWeeks":
      return { from: addDays(week, -28), to: addDays(week, -1) };
    case "thisMonth":
      return { from: month, to: addDays(addMonths(month, 1), -1) };
    case "lastMonth":
      return { from: addMonths(month, -1), to: addDays(month, -1) };
    case "thisQuarter": {
      const from = addMonths(month, -((Number(month.slice(5, 7)) - 1) % 3));
      return { from, to: addDays(addMonths(from, 3), -1) };
    }
    case "thisYear":
      return { from: `${today.slice(0, 4)}-01-01`, to: `${today.slice(0, 4)}-12-31` };
    case "twelveMonths":
      return { from: addMonths(month, -12), to: addDays(month, -1) };
    case "all":
      return reach;
  }
}

/** A span as far as it lies within what anybody lives through: an absurd date in one entry must not make a question endless. */
export function boundedSpan({ from, to }: Span, today: DateText): Span {
  const [first, last] = [addMonths(today, -12 * mostYearsBack), addMonths(today, 12 * mostYearsAhead)];
  const start = from < first ? first : from > last ? last : from;
  return { from: start, to: to > last ? last : to < start ? start : to };
}
const [mostYearsBack, mostYearsAhead] = [30, 3];

/** How many days a span has. */
export function spanDays({ from, to }: Span): number {
  return daysBetween(from, to) + 1;
}

/**
 * The span to compare with: the one just before it, or the same a year earlier. Whole months are compared with whole
 * months; weeks a year earlier begin on the same weekday.
 */
export function spanBeside(span: Span, beside: Beside): Span | undefined {
  if (beside === "nothing") return undefined;
  const months = wholeMonths(span);
  if (months !== undefined) {
    const by = beside === "before" ? months : 12;
    const from = addMonths(span.from, -by);
    return { from, to: addDays(addMonths(from, months), -1) };
  }
  const by = beside === "before" ? spanDays(span) : 364;
  return { from: addDays(span.from, -by), to: addDays(span.to, -by) };
}

/** How many months a span is of, where it begins and ends with one. */
function wholeMonths({ from, to }: Span): number | undefined {
  const next = addDays(to, 1);
  if (!from.endsWith("-01") || !next.endsWith("-01")) return undefined;
  const count = (date: DateText) => Number(date.slice(0, 4)) * 12 + Number(date.slice(5, 7));
  return count(next) - count(from);
}
