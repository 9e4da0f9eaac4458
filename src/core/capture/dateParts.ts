import { casual, GB } from "chrono-node/en";
import {
  addDays,
  clockText,
  dateFromParts,
  dateOf,
  dateText,
  minuteOf,
  minuteOfParts,
  momentAt,
  monthNames,
  monthNumber,
  rangeText,
  type DateText,
  type MomentText,
  type TimeStyle,
} from "../time";
import type { PartKind } from "./draft";
import { feastDays } from "./feasts";
import { earliestHour, prefixLength, type CaptureContext, type Found, type Mutable } from "./found";
import { daysOfMonth, dottedDays, nearDays, type ReadDate } from "./nearDays";

const dayAndMonth = new RegExp(
  `(?<![\\d.])(\\d{1,2})(?:st|nd|rd|th)?(?:\\s+of)?\\s+(${monthNames})\\b(?:,?\\s+(\\d{4}))?|\\b(\\d{4})-(\\d{2})-(\\d{2})\\b`,
  "gi",
);
/** Dates with a day that the calendar does not have: they stay words, and are remarked upon. */
function missingDates(text: string, thisYear: number): { from: number; to: number; words: string }[] {
  const missing = [];
  for (const found of text.matchAll(dayAndMonth)) {
    const [words, day, month, year, isoYear, isoMonth, isoDay] = found;
    const exists = isoYear
      ? dateFromParts(Number(isoYear), Number(isoMonth), Number(isoDay))
      : (dateFromParts(Number(year ?? thisYear), monthNumber(month!), Number(day)) ??
        (year ? undefined : dateFromParts(thisYear + 4 - (thisYear % 4), monthNumber(month!), Number(day))));
    if (!exists) missing.push({ from: found.index, to: found.index + words.length, words });
  }
  return missing;
}

const zoneBehind =
  /(?<=\d(?:\s?[ap]m)?)(\s+\(?)((?:UTC|GMT|CET|CEST|EET|EEST|WET|WEST|MSK|IST|JST|[AECMP][SD]T|[AECMP]T|BST)(?:[+-]\d{1,2}(?::?\d{2})?)?)(?![\p{L}\d])/gu;
const partOfDayBehind = /(?:^|\s+)(?:in\s+the\s+|this\s+)?(?:morning|afternoon|evening|night)$|^tonight$/i;

/** What dates are understood against: also the half of the day that the rest of the line says. */
type DateContext = CaptureContext & { readonly half?: Found["half"] };

/**
 * Days, clock times, due dates and days of rest in a line. Dates that do not exist stay words, and go to `remarks`.
 * @param repeats whether what the line says comes again, so that "until" is its last day
 */
export function* dateParts(text: string, context: DateContext, remarks: string[], repeats: boolean): Generator<Found> {
  const { now, style } = context;
  // A zone that is named stays in the title: the hour is taken as it stands, and nobody is to believe that it was moved.
  let readable = text.replace(zoneBehind, (_, space: string, zone: string) => space + "·".repeat(zone.length));
  const blank = (from: number, to: number) => {
    readable = readable.slice(0, from) + "·".repeat(to - from) + readable.slice(to);
  };
  for (const { from, to, words } of missingDates(text, Number(now.slice(0, 4)))) {
    remarks.push(`${words} is not a valid date, so it is kept as text.`);
    blank(from, to);
  }
  // What has a word before it that says what the date is for is read by itself.
  for (const { what, shape } of leads)
    for (const lead of readable.matchAll(shape)) {
      if (what === "until" && !repeats) continue;
      // "Two days before the fair" is reckoned from a day, and is not it.
      if (/^before/i.test(lead[0]) && /\b(?:hours?|days?|weeks?|months?)\s+$/i.test(readable.slice(0, lead.index)))
        continue;
      const at = lead.index + lead[0].length;
      const [date] = datesIn(readable.slice(at, at + longestDate), context, true);
      if (date?.from !== 0 || !date.day) continue;
      const span = { from: lead.index, to: at + date.to };
      // "Tomorrow before noon" is due on the day of the line.
      const isOfLine = what === "due" && !date.hasDay && date.minute !== undefined;
      const ofLine = isOfLine ? saidDay(readable, span, context) : undefined;
      if (what === "due") yield { ...span, ...duePart(ofLine ?? date.day, date.minute, style) };
      else yield { ...span, ...(what === "rest" ? restPart : untilPart)(date.day, style) };
      blank(span.from, span.to);
    }
  for (const { day, minute, endMinute, hasDay, ...span } of datesIn(readable, context)) {
    const lead =
      prefixLength(readable, span.from, leadsOfDays) ||
      (minute === undefined ? 0 : prefixLength(readable, span.from, leadsOfTimes)) ||
      // "For 12 May" is said of what stands before it where nothing more follows.
      (/^\s*(?:$|[,;.!?)·])/.test(readable.slice(span.to)) ? prefixLength(readable, span.from, /\bfor\s+$/i) : 0);
    const from = span.from - lead;
    yield { from, to: span.to, ...dayPart(hasDay ? day : undefined, minute, endMinute, style) };
  }
}

/** The day that a line says beside one of its stretches. */
function saidDay(text: string, { from, to }: { from: number; to: number }, context: DateContext): DateText | undefined {
  const rest = text.slice(0, from) + "·".repeat(to - from) + text.slice(to);
  for (const { day, hasDay } of datesIn(rest, context)) if (hasDay) return day;
  return undefined;
}

/** What may stand before a day without saying more than that it is meant. */
const leadsOfDays =
  /\b(?:(?:(?:starting|beginning)(?:\s+(?:on|at|from))?|on(?:\s+the)?|at|from|later|(?:(?:in|on)\s+)?(?:the\s+)?week(?:end)?\s+of(?:\s+the)?)\s+)$/i;
const leadsOfTimes = /\b(?:at\s+)?(?:about|around)\s+$/i;
const longestDate = 40;
const leads = [
  {
    what: "rest",
    shape: /(?<![\p{L}\d])(?:(?:hide|hidden|rest|resting)(?:\s+it)?\s+(?:until|till)|not\s+before)\s+/giu,
  },
  { what: "until", shape: /(?<![\p{L}\d])(?:until|till|up\s+to|through)\s+/giu },
  {
    what: "due",
    shape:
      /(?<![\p{L}\d])(?:(?:deadline|due)(?:\s+(?:on|by|at|is)|:)?|by|before|until|till|no\s+later\s+than)\s+(?:(?:the\s+)?end\s+of\s+(?=today|tomorrow|mon|tue|wed|thu|fri|sat|sun))?/giu,
  },
] as const;

/** What bare numbers behind it count: "chapter 3-4", "pages 20 to 23". */
export const countsBefore =
  /\b(?:chapters?|pages?|pp?\.?|rooms?|reach(?:es)?|sections?|parts?|numbers?|no\.?|steps?|vol(?:ume)?s?\.?|grades?|lines?|fig(?:ure)?s?\.?|tables?|items?|questions?|exercises?|units?|weeks?|verses?|gauges?|levels?|versions?)\s+$/i;
/** What has hours behind it without a word between: "lunch 12-1". */
const meetingBefore =
  /\b(?:lunch|dinner|breakfast|brunch|coffee|meeting|call|stand-?up|workshop|lecture|class|seminar|shift)\s+$/i;
const bareHours = /^\d{1,2}(?:\s?(?:-|–|—|to|until)\s?\d{1,2})?$/i;
const bareHour = /(?:^|\s)\d{1,2}(?:\s+o['’]?clock)?$/i;

/**
 * The days and times that stand in a text, in order.
 * @param isLed whether the words before the text say that a date follows
 */
function* datesIn(text: string, context: DateContext, isLed = false): Generator<ReadDate> {
  const { now, style } = context;
  const today = dateOf(now);
  const near = [
    ...nearDays(text, context, isLed),
    ...daysOfMonth(text, now, isLed),
    ...dottedDays(text, now, isLed),
    ...feastDays(text, now, isLed),
  ].filter(({ from, to }) => !isSpokenOf(text, from, to));
  yield* near.filter(({ hasDay }) => hasDay);
  let readable = text;
  for (const { from, to } of near) readable = readable.slice(0, from) + "·".repeat(to - from) + readable.slice(to);
  for (const result of chronoResults(readable, now, style)) {
    const { start, end, index } = result;
    const hasDay = start.isCertain("day") || start.isCertain("weekday");
    const hasTime = start.isCertain("hour");
    if (!hasDay && !hasTime) continue;
    const said = result.text.replace(/[\s)\]]+$/, "");
    // A part of the day is read by itself.
    const words = hasTime ? said : said.replace(partOfDayBehind, "");
    const before = readable.slice(0, index);
    if (words === "" || isRatherAWord(words, index, readable) || words.includes("·")) continue;
    if (isSpokenOf(readable, index, index + words.length)) continue;
    if (/[-–/.:\d]$/.test(before) || /^(?:[-–/\d]|:\d)/.test(readable.slice(index + words.length))) continue;
    if (/\d\s$/.test(before) && /^\d{1,2}\/\d/.test(words)) continue;
    const isOfMeeting = /\d\s?(?:-|–|to)\s?\d/.test(words) && meetingBefore.test(before);
    const isLedHour = isOfMeeting || /\b(?:at|from|by|until|till)\s+$/i.test(before);
    if (bareHours.test(words) && (countsBefore.test(before) || !isLedHour)) continue;
    const hour = start.get("hour") ?? 0;
    const isBare = bareHour.test(words) || (/\bat\s+\d/i.test(words) && !/\d[:.]\d{2}|\b0\d/.test(words));
    const half = /\bmorning\b/i.test(words) ? "am" : context.half;
    const isLater =
      isBare && !start.isCertain("meridiem") && (half ? half === "pm" && hour < 12 : hour < earliestHour) && hour > 0;
    const minute = hasTime ? minuteOfParts(isLater ? hour + 12 : hour, start.get("minute") ?? 0) : undefined;
    const dated = dateFromParts(start.get("year") ?? 0, start.get("month") ?? 0, start.get("day") ?? 0);
    const day = hasDay ? dated : minute !== undefined && minute < minuteOf(now) ? addDays(today, 1) : today;
    if (!day || (hasTime && minute === undefined)) continue;
    const ends = end?.isCertain("hour") ? minuteOfParts(end.get("hour") ?? 0, end.get("minute") ?? 0) : undefined;
    // "From 9 to 5" ends in the afternoon.
    const isNextHalf = ends !== undefined && ends < 720 && ends <= (minute ?? 0) && !end?.isCertain("meridiem");
    const endMinute = isNextHalf ? ends + 720 : ends;
    yield { from: index, to: index + words.length, day, hasDay, minute, endMinute };
  }
}

/** What has a day behind it on which it came: "the email from Tuesday". */
const messageFrom =
  /\b(?:e-?mails?|mails?|letters?|notes?|messages?|minutes|reports?|photos?|invoices?|figures?|results?|leftovers)\s+from\s+$/i;

/**
 * Whether words that look like a day or a time are spoken of rather than said: "Friday's minutes", "at 9 or 10", "two days
 * before the fair", "last Friday".
 */
function isSpokenOf(text: string, from: number, to: number): boolean {
  return (
    /^(?:['’]s(?!\p{L})|\s+or\s+(?:\d|today|tomorrow|mon|tue|wed|thu|fri|sat|sun))/iu.test(text.slice(to)) ||
    (/(?:days?|weeks?|months?|years?)$/i.test(text.slice(from, to)) &&
      /^\s+(?:before|after)\b/i.test(text.slice(to))) ||
    /^\s+(?:to|until|till)\s+(?:today|tomorrow|mon|tue|wed|thu|fri|sat|sun)/i.test(text.slice(to)) ||
    /\b(?:mon|tue|wed|thu|fri|sat|sun)\p{L}*\s+(?:to|until|till)\s+$/iu.test(text.slice(0, from)) ||
    /\b(?:except|but\s+not|without)\s+(?:on\s+)?$/i.test(text.slice(0, from)) ||
    /(?:\d|day|\p{L}{3})\s+or\s+(?:at\s+|on\s+)?$/iu.test(text.slice(0, from)) ||
    (/^\p{L}+$/u.test(text.slice(from, to)) && messageFrom.test(text.slice(0, from))) ||
    /^last\s|\s(?:before|after)$/i.test(text.slice(from, to)) ||
    (/^\p{L}+$/u.test(text.slice(from, to)) &&
      /(?<!\p{L}|\b(?:on|by|from|until|till|before)\s)the\s+$/iu.test(text.slice(0, from)))
  );
}

/** "sat" and "sun" are days with a capital inside a line, or beside a time that was understood; "may" and "now" alone never are; "90m" is not a moment. */
function isRatherAWord(words: string, at: number, text: string): boolean {
  if (/^(?:now|may|mar|week-?end|weekdays?|in the week)$/i.test(words)) return true;
  if (
    /(?:\bhours?|\bhrs?|(?:\d|\s)h|\bminutes?|\bmins?|(?:\d|\s)m|\d(?:hours?|hrs?|minutes?|mins?))$/i.test(words) &&
    !/^in\b/i.test(words) &&
    !/\d\s?[ap]m$/i.test(words)
  )
    return true;
  const isBesideTime = /^\s+·/.test(text.slice(at + words.length));
  return /^(?:sun|sat)$/i.test(words) && (at === 0 || words[0] === "s") && !isBesideTime;
}

function chronoResults(text: string, now: MomentText, style: TimeStyle) {
  const [year, month, day] = dateOf(now).split("-").map(Number) as [number, number, number];
  const minute = minuteOf(now);
  const reference = new Date(year, month - 1, day, Math.floor(minute / 60), minute % 60);
  const parser = style.locale === "en-US" ? casual : GB;
  try {
    return parser.parse(text, reference, { forwardDate: true });
  } catch {
    return [];
  }
}

function restPart(day: DateText, style: TimeStyle) {
  return {
    what: "rest" as const,
    fills: ["rest"] as const,
    meaning: dateText(day, "short", style),
    apply: (draft: Mutable) => void (draft.restUntil = day),
  };
}

function untilPart(day: DateText, style: TimeStyle) {
  return {
    what: "until" as const,
    fills: ["until"] as const,
    meaning: dateText(day, "short", style),
    apply: (draft: Mutable) => void (draft.repeatUntil = day),
  };
}

function duePart(day: DateText, minute: number | undefined, style: TimeStyle) {
  const due = minute === undefined ? day : momentAt(day, minute);
  return {
    what: "due" as const,
    fills: ["due"] as const,
    meaning: `${dateText(day, "short", style)}${minute === undefined ? "" : ` ${clockText(minute, style)}`}`,
    apply: (draft: Mutable) => void (draft.due = due),
  };
}

function dayPart(
  day: DateText | undefined,
  minute: number | undefined,
  endMinute: number | undefined,
  style: TimeStyle,
) {
  const clock =
    minute === undefined ? "" : ` ${endMinute ? rangeText(minute, endMinute, style) : clockText(minute, style)}`;
  return {
    what: (minute === undefined ? "day" : "time") as PartKind,
    fills: [...(day ? ["day" as const] : []), ...(minute === undefined ? [] : ["time" as const])],
    meaning: `${day ? dateText(day, "short", style) : ""}${clock}`.trim(),
    apply(draft: Mutable) {
      if (day) draft.day = day;
      if (minute !== undefined) draft.startMinute = minute;
      if (endMinute !== undefined && minute !== undefined && endMinute > minute) draft.endMinute = endMinute;
    },
  };
}
