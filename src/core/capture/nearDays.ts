import {
  addDays,
  addMonths,
  dateFromParts,
  dateOf,
  dayNames,
  monthNames,
  startOfWeek,
  weekday,
  weekdayNumber,
  type DateText,
  type MomentText,
} from "../time";
import type { CaptureContext } from "./found";

/** A day or a time that stands in a text. */
export interface ReadDate {
  readonly from: number;
  readonly to: number;
  readonly day: DateText | undefined;
  /** Whether the day was said, and not only a time of it. */
  readonly hasDay: boolean;
  readonly minute: number | undefined;
  readonly endMinute: number | undefined;
}

const nearShape = new RegExp(
  `(?<![\\p{L}\\d])(?:(?<after>(?:the\\s+)?day\\s+after\\s+tomorrow)|(?:the\\s+)?end\\s+of\\s+(?:the\\s+)?(?<end>(?:this\\s+|next\\s+)?(?:day|week|month|year))|(?<short>eod|eow)|(?:(?:the\\s+)?(?:start|beginning)\\s+of\\s+)?next\\s+(?<unit>week|month)|(?:in\\s+)?(?:a\\s+)?week\\s+(?:(?:on|from)\\s+(?<weekOn>${dayNames}|today|tomorrow)|(?<weekNear>today|tomorrow))|(?<=\\bon\\s+)(?<dayWeek>${dayNames})\\s+week|(?<lastWords>${dayNames})\\s+week(?=\\s*$)|in\\s+(?<ahead>an?|one|two|three|four|five|six|nine|twelve|\\d{1,2})\\s+(?<aheadUnit>day|week|month|year)s?(?:['’]s?\\s+time)?)(?!\\p{L})`,
  "giu",
);

const dottedShape = /(?<![\d.,:/-])(\d{1,2})\.\s?(\d{1,2})\.(?:\s?(\d{4}|\d{2}))?(?![\d.,]|\p{L})/gu;

/** A day of a month with dots, day first wherever it is written so: "1.12.2026"; behind "due" or "on" or before a time also "1.12.". */
export function* dottedDays(text: string, now: MomentText, isLed: boolean): Generator<ReadDate> {
  for (const { 0: words, 1: day, 2: month, 3: year, index } of text.matchAll(dottedShape)) {
    const before = text.slice(0, index);
    const isBeforeClock = /^\s*,?\s*(?:at\s+)?\d{1,2}:\d{2}/.test(text.slice(index + words.length));
    if (year?.length !== 4 && !(isLed && index === 0) && !isBeforeClock && !/\b(?:on|from)\s+$/i.test(before)) continue;
    const today = dateOf(now);
    const inYear = (number: number) => dateFromParts(number, Number(month), Number(day));
    const thisYear = Number(today.slice(0, 4));
    const near = inYear(thisYear);
    const date = year
      ? inYear(year.length === 2 ? 2000 + Number(year) : Number(year))
      : near && near >= today
        ? near
        : inYear(thisYear + 1);
    if (!date) continue;
    const span = { from: index, to: index + words.trimEnd().length };
    yield { ...span, day: date, hasDay: true, minute: undefined, endMinute: undefined };
  }
}

const dayOfMonth = new RegExp(
  `(?<![\\p{L}\\d])(?:(?<name>${dayNames}),?\\s+)?(?:the\\s+)?(?<day>\\d{1,2})(?:st|nd|rd|th)(?![\\p{L}\\d]|\\s+(?:of|${monthNames}|floor|street|avenue|road|row|grade|year|century|edition|chapter|time|attempt|quarter|place|draft|round|part(?:y|ies)|person|hand)(?!\\p{L}))`,
  "giu",
);

/** "Saturday 28th", and behind "due", "by" or "on" also "the 15th": the next such day, where no further word makes it a floor. */
export function* daysOfMonth(text: string, now: MomentText, isLed: boolean): Generator<ReadDate> {
  const today = dateOf(now);
  for (const found of text.matchAll(dayOfMonth)) {
    const { name, day } = found.groups!;
    const [from, to] = [found.index, found.index + found[0].length];
    const before = text.slice(0, from);
    const isSaid = (isLed && from === 0) || /\b(?:on|from)\s+$/i.test(before);
    // "By 3rd parties" is no day, "by the 15th pay" and "on the 15th pay" at the beginning of a line are.
    const begins = isLed ? /^the\s/i.test(found[0]) : /^\s*on\s+$/i.test(before);
    const isAlone = begins || /^\s*(?:$|[,;:.!?)·\d]|(?:at|from|in)\s)/.test(text.slice(to));
    if (!name && !(isSaid && isAlone)) continue;
    const date = nextOfMonth(Number(day), today, name && weekdayNumber(name));
    if (date) yield { from, to, day: date, hasDay: true, minute: undefined, endMinute: undefined };
  }
}

/** The next day of this number, on a weekday where one is named; none where none comes within a year. */
function nextOfMonth(day: number, today: DateText, onWeekday: number | "" | undefined): DateText | undefined {
  for (let month = 0; month < 12; month++) {
    const [year, of] = addMonths(`${today.slice(0, 8)}01`, month)
      .split("-")
      .map(Number) as [number, number];
    const date = dateFromParts(year, of, day);
    if (date && date >= today && (!onWeekday || weekday(date) === onWeekday)) return date;
  }
  return undefined;
}

/** "the day after tomorrow", "next week": its first day, "next month": its first, "the end of the week", "a week on Friday". */
export function nearDays(text: string, context: CaptureContext, isLed: boolean): ReadDate[] {
  return [...text.matchAll(nearShape)].flatMap((found) => {
    if (found.groups?.end && !(isLed && found.index === 0) && !isEndSaid(text, found)) return [];
    const { unit, end, short, weekOn, weekNear, dayWeek, lastWords, ahead, aheadUnit } = found.groups ?? {};
    const nextWeek = weekOn ?? weekNear ?? dayWeek ?? lastWords;
    const said = end ?? (short && (short.toLowerCase() === "eod" ? "day" : "week"));
    const day = ahead
      ? fromToday(ahead, aheadUnit!, context)
      : said
        ? endOf(said, context)
        : nextWeek
          ? inAWeek(nextWeek, context)
          : beginOf(unit, context);
    const span = { from: found.index, to: found.index + found[0].length };
    return { ...span, day, hasDay: true, minute: undefined, endMinute: undefined };
  });
}

const spelt: Readonly<Record<string, number>> = {
  ...{ a: 1, an: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, nine: 9, twelve: 12 },
};

function fromToday(count: string, unit: string, { now }: CaptureContext): DateText {
  const number = spelt[count.toLowerCase()] ?? Number(count);
  const today = dateOf(now);
  if (/^(?:day|week)/i.test(unit)) return addDays(today, number * (/^week/i.test(unit) ? 7 : 1));
  return addMonths(today, number * (/^year/i.test(unit) ? 12 : 1));
}

/** "At the end of the week", "end of day: …": a day; "the end of day report" speaks of one. */
function isEndSaid(text: string, { 0: words, index }: RegExpMatchArray & { index: number }): boolean {
  const before = text.slice(0, index);
  const behind = text.slice(index + words.length);
  return (
    /\b(?:at|by|before|until|till|towards?|from)\s+$/i.test(before) ||
    /^\s*(?:$|[.!?)·])/.test(behind) ||
    (before.trim() === "" && /^\s*[:,;]/.test(behind))
  );
}

function beginOf(unit: string | undefined, { now, firstWeekday = 1 }: CaptureContext): DateText {
  const today = dateOf(now);
  if (!unit) return addDays(today, 2);
  return unit.toLowerCase() === "week"
    ? addDays(startOfWeek(today, firstWeekday), 7)
    : addMonths(`${today.slice(0, 8)}01`, 1);
}

/** The last day of "week", "next month" and the like: of a week the last one on which there is work. */
function endOf(said: string, { now, firstWeekday = 1, workingHours }: CaptureContext): DateText {
  const today = dateOf(now);
  const isNext = /^next/i.test(said);
  if (/day$/i.test(said)) return addDays(today, isNext ? 1 : 0);
  if (/year$/i.test(said)) return `${Number(today.slice(0, 4)) + (isNext ? 1 : 0)}-12-31`;
  if (/month$/i.test(said)) return addDays(addMonths(`${today.slice(0, 8)}01`, isNext ? 2 : 1), -1);
  const begins = addDays(startOfWeek(today, firstWeekday), isNext ? 7 : 0);
  const days = Array.from({ length: 7 }, (_, at) => addDays(begins, at));
  const isWork = (day: DateText) => (workingHours ? workingHours(day) !== undefined : weekday(day) < 6);
  return days.findLast((day) => isWork(day) && day >= today) ?? days[6]!;
}

/** The day a week after the next one of a name. */
function inAWeek(name: string, { now }: CaptureContext): DateText {
  const today = dateOf(now);
  const near = ["today", "tomorrow"].indexOf(name.toLowerCase());
  if (near >= 0) return addDays(today, near + 7);
  return addDays(today, ((weekdayNumber(name) - weekday(today) + 7) % 7) + 7);
}
