import {
  addDays,
  dateFromParts,
  dateOf,
  dateText,
  dayNames,
  daysBetween,
  monthNames,
  monthNumber,
  weekday,
  weekdayNumber,
  type DateText,
  type TimeStyle,
} from "../time";
import type { CaptureContext, Found } from "./found";

const year = "(?:,?\\s+(\\d{4}))?";
/** An end of a stretch: a date, a day of a month, a weekday, or today and tomorrow. Each has seven groups. */
const end = [
  "(\\d{4})-(\\d{2})-(\\d{2})",
  `(?:(?:${dayNames}),?\\s+)?(\\d{1,2})(?:st|nd|rd|th)?(?:(?:\\s+of)?\\s+(${monthNames})\\b${year})?`,
  `(${monthNames})\\s+(\\d{1,2})(?:st|nd|rd|th)?\\b${year}`,
  `(${dayNames}|today|tomorrow)\\b`,
].join("|");
const stretch = new RegExp(
  `(?<![\\d:./\\p{L}-])(?:(?:from|between)\\s+)?(?:${end})(?:\\s*(?:-|–|—)\\s*|\\s+(?:to|until|till|through|and)\\s+)(?:${end})(?![\\d:/\\p{L}]|\\s?[ap]m\\b)`,
  "giu",
);

/** A stretch whose month is said once is no longer than a month, and soon. */
const mostDaysOfBare = 31;
const mostDaysAheadOfBare = 335;

interface End {
  readonly year?: number;
  readonly month?: number;
  readonly day?: number;
  /** Days from today, or a weekday from 1. */
  readonly near?: number;
  readonly weekday?: number;
}

function endOf(groups: readonly (string | undefined)[]): End {
  const [isoYear, isoMonth, isoDay, day, month, yearAfter, monthFirst, dayAfter, yearLast, word] = groups;
  if (isoYear) return { year: Number(isoYear), month: Number(isoMonth), day: Number(isoDay) };
  if (day)
    return {
      day: Number(day),
      ...(month ? { month: monthNumber(month) } : {}),
      ...(yearAfter ? { year: Number(yearAfter) } : {}),
    };
  if (monthFirst)
    return {
      day: Number(dayAfter),
      month: monthNumber(monthFirst),
      ...(yearLast ? { year: Number(yearLast) } : {}),
    };
  const near = ["today", "tomorrow"].indexOf(word!.toLowerCase());
  return near >= 0 ? { near } : { weekday: weekdayNumber(word!) };
}

/** The first such date on or after a day; of a month that is given, of this year or the next. */
function onOrAfter(one: End, from: DateText, today: DateText): DateText | undefined {
  if (one.near !== undefined) return addDays(today, one.near);
  if (one.weekday !== undefined) return addDays(from, (one.weekday - weekday(from) + 7) % 7);
  const { day = 0, month = Number(from.slice(5, 7)) } = one;
  if (one.year !== undefined) return dateFromParts(one.year, month, day);
  const thisYear = Number(from.slice(0, 4));
  const date = dateFromParts(thisYear, month, day);
  return date !== undefined && date >= from ? date : dateFromParts(thisYear + 1, month, day);
}

const numeric =
  /(?<![\d:./\p{L}-])(?:from\s+)?(\d{1,2})\/(\d{1,2})(?:\s*(?:-|–|—)\s*|\s+(?:to|until|till)\s+)(\d{1,2})\/(\d{1,2})(?![\d:/\p{L}])/giu;

/** "21/12 - 1/1", "12/12 to 15/12": two dates in figures, in the order in which the person writes day and month. */
function* numericSpans(text: string, { now, style }: CaptureContext): Generator<Found> {
  const today = dateOf(now);
  for (const found of text.matchAll(numeric)) {
    if (/\b(?:due|by|before|every|each)\s+$/i.test(text.slice(0, found.index))) continue;
    const [one, two, three, four] = found.slice(1).map(Number) as [number, number, number, number];
    const isMonthFirst = style.locale === "en-US";
    const first = isMonthFirst ? { month: one, day: two } : { day: one, month: two };
    const last = isMonthFirst ? { month: three, day: four } : { day: three, month: four };
    const from = onOrAfter(first, today, today);
    const until = from && onOrAfter(last, from, today);
    if (from && until && until > from) yield spanPart(found.index, found[0].length, from, until, style);
  }
}

function spanPart(at: number, length: number, from: DateText, until: DateText, style: TimeStyle): Found {
  return {
    ...{ what: "day", fills: ["day"], isSpan: true, from: at, to: at + length },
    meaning: `${dateText(from, "short", style)} to ${dateText(until, "short", style)}`,
    apply(draft) {
      draft.day = from;
      draft.endDay = until;
    },
  };
}

/** Stretches of days in a line: "20 December to 3 January", "from 20 to 23 Dec", "Mon to Wed". */
export function* spanParts(text: string, context: CaptureContext): Generator<Found> {
  yield* numericSpans(text, context);
  const { now, style } = context;
  const today = dateOf(now);
  const ends = 10;
  for (const found of text.matchAll(stretch)) {
    const before = text.slice(0, found.index);
    if (/\b(?:due|by|before|every|each)\s+$/i.test(before)) continue;
    // "Between" goes with "and"; without it, two dates with "and" are two dates.
    const joined = /\s+and\s+/i.test(found[0]);
    if (joined !== /^between\b/i.test(found[0])) continue;
    let first = endOf(found.slice(1, 1 + ends));
    const last = endOf(found.slice(1 + ends, 1 + 2 * ends));
    const isBare = first.day !== undefined && first.month === undefined;
    if (isBare && (last.day === undefined || last.month === undefined)) continue;
    if (last.day !== undefined && last.month === undefined && first.month === undefined) continue;
    if (isBare) {
      // "30 to 2 Jan" begins in the month before.
      const month = first.day! <= last.day! ? last.month! : ((last.month! + 10) % 12) + 1;
      const isYearBefore = month > last.month!;
      first = { ...first, month, ...(last.year ? { year: last.year - (isYearBefore ? 1 : 0) } : {}) };
    }
    const from = onOrAfter(first, today, today);
    const until =
      from &&
      onOrAfter(
        last.month === undefined && last.day !== undefined ? { ...last, month: Number(from.slice(5, 7)) } : last,
        from,
        today,
      );
    if (!from || !until || until <= from || (isBare && daysBetween(from, until) > mostDaysOfBare)) continue;
    if (isBare && last.year === undefined && daysBetween(today, from) > mostDaysAheadOfBare) continue;
    yield spanPart(found.index, found[0].length, from, until, style);
  }
}
