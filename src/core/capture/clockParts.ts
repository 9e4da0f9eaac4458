import { addDays, addMinutes, clockText, dateOf, dateText, minuteOf, parseDuration, weekday } from "../time";
import { earliestHour, prefixLength, type CaptureContext, type Found, type Mutable } from "./found";

const hourWords = ["one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"];
const minuteWords: Readonly<Record<string, number>> = {
  five: 5,
  ten: 10,
  quarter: 15,
  twenty: 20,
  "twenty-five": 25,
  half: 30,
};
const spokenClock = new RegExp(
  `(?<![\\p{L}\\d])(?:(?<half>half)\\s+(?:past\\s+)?|(?:a\\s+)?(?<minutes>five|ten|quarter|twenty|twenty[ -]five)\\s+(?<side>past|to)\\s+)(?<hour>${hourWords.join("|")}|\\d{1,2})(?![\\p{L}\\d:.])(?:\\s*(?<half2>am|pm)\\b|\\s+in\\s+the\\s+(?<part>morning|afternoon|evening))?`,
  "giu",
);

/** "half past three", "quarter to nine": clock times as they are spoken. */
export function* spokenClockParts(text: string, { style }: CaptureContext): Generator<Found> {
  for (const found of text.matchAll(spokenClock)) {
    const { half, minutes = "half", side, hour: said, half2, part } = found.groups!;
    const word = said!.toLowerCase();
    const hour = hourWords.includes(word) ? hourWords.indexOf(word) + 1 : Number(word);
    if (hour < 1 || hour > 23 || (half && half2 && hour > 12)) continue;
    const isMorning = half2?.toLowerCase() === "am" || part?.toLowerCase() === "morning";
    const isLater = half2?.toLowerCase() === "pm" || (part !== undefined && !isMorning);
    const full = (isLater && hour < 12) || (!isMorning && !isLater && hour < earliestHour) ? hour + 12 : hour;
    const past = minuteWords[minutes.toLowerCase().replace(" ", "-")] ?? 0;
    const minute = (full * 60 + (side?.toLowerCase() === "to" ? -past : past) + 1440) % 1440;
    const from = found.index - prefixLength(text, found.index, /\b(?:at|from)\s+$/i);
    yield {
      ...{ what: "time", fills: ["time"], from, to: found.index + found[0].length, meaning: clockText(minute, style) },
      apply: (draft) => void (draft.startMinute = minute),
    };
  }
}

const hourMark =
  /(?<![\d.,:\p{L}/-])(?<hour>[01]?\d|2[0-3])(?:h(?<minute>[0-5]\d)?|:(?<past>[0-5]\d)\s?h)(?![\p{L}\d:.,])/iu;

/**
 * Whether "18h30", "19h" or "15:00h" is a time and no length: nothing takes so long. Before one in the afternoon a bare "8h"
 * is a length; with minutes, from eight in the morning on, a time.
 */
export function isHourMark(words: string): boolean {
  const { hour, minute, past } = hourMark.exec(words)?.groups ?? {};
  if (hour === undefined) return false;
  return Number(hour) > 12 || ((minute ?? past) !== undefined && Number(hour) >= 8);
}

const everyMark = new RegExp(hourMark.source, "giu");
const lengthBefore = /\b(?:for|in|takes?|about)\s+$/i;

/** A text of the same length in which "18h30" is written with a colon, as what reads times expects it. */
export function withColons(text: string): string {
  return text.replace(everyMark, (words, ...rest) => {
    const { hour, minute } = rest.at(-1) as Record<string, string | undefined>;
    const isLength = !isHourMark(words) || lengthBefore.test(text.slice(0, rest.at(-3) as number));
    return isLength || minute === undefined ? words : `${hour}:${minute}`;
  });
}

/** "19h", "15:00h": hours with a mark behind them. */
export function* hourMarkParts(text: string, { style }: CaptureContext): Generator<Found> {
  for (const found of text.matchAll(everyMark)) {
    const { hour, minute, past } = found.groups!;
    if (minute !== undefined || !isHourMark(found[0])) continue;
    if (lengthBefore.test(text.slice(0, found.index))) continue;
    const startMinute = Number(hour) * 60 + Number(past ?? 0);
    const lead = prefixLength(text, found.index, /\bat\s+$/i);
    yield {
      ...{ what: "time", fills: ["time"], from: found.index - lead, to: found.index + found[0].length },
      meaning: clockText(startMinute, style),
      apply: (draft) => void (draft.startMinute = startMinute),
    };
  }
}

const fromNow =
  /(?<![\p{L}\d])in\s+(?<length>an\s+hour(?:\s+and\s+a\s+half)?|half\s+an\s+hour|a\s+quarter\s+of\s+an\s+hour|\d{1,3}(?:[.,]\d)?\s?(?:hours?|hrs?|h)(?:\s?\d{1,2}(?:\s?(?:minutes?|mins?|min))?)?|\d{1,3}\s?(?:minutes?|mins?|min))(?![\p{L}\d])/giu;
const spokenLengths: readonly (readonly [RegExp, number])[] = [
  [/half$/i, 90],
  [/^half/i, 30],
  [/^a\s/i, 15],
  [/^an/i, 60],
];

/** "in 2 h", "in half an hour": a time from now. */
export function* fromNowParts(text: string, { now, style }: CaptureContext): Generator<Found> {
  for (const found of text.matchAll(fromNow)) {
    const words = found.groups!.length!;
    const minutes = spokenLengths.find(([shape]) => shape.test(words))?.[1] ?? parseDuration(words);
    if (!minutes) continue;
    const at = addMinutes(now, minutes);
    const isToday = dateOf(at) === dateOf(now);
    yield {
      what: "time",
      fills: ["time", "day"],
      from: found.index,
      to: found.index + found[0].length,
      meaning: `${isToday ? "" : `${dateText(dateOf(at), "short", style)} `}${clockText(minuteOf(at), style)}`,
      apply(draft) {
        draft.day = dateOf(at);
        draft.startMinute = minuteOf(at);
      },
    };
  }
}

export type PartOfDay = "morning" | "lunch" | "afternoon" | "evening";
const noon = 720;
const lunchEnds = 780;
const eveningBegins = 1080;
const eveningEnds = 1320;
const usualHours = { startMinute: 480, endMinute: 1050 };

/** A part of a day in minutes: what lies before noon, after lunch and after work, by the working hours of that day. */
export function stretchOf(part: PartOfDay, day: string, context: CaptureContext): readonly [from: number, to: number] {
  const { startMinute, endMinute } = context.workingHours?.(day) ?? usualHours;
  if (part === "morning") return [Math.min(startMinute, noon - 60), noon];
  if (part === "lunch") return [noon, lunchEnds];
  if (part === "afternoon") return [lunchEnds, Math.min(eveningBegins, Math.max(endMinute, lunchEnds + 60))];
  return [Math.max(eveningBegins, Math.min(endMinute, eveningEnds - 60)), eveningEnds];
}

const partOfDay =
  /(?<![\p{L}\d])(?:in\s+the\s+|during\s+the\s+|this\s+|(?<=\b(?:today|tomorrow|mon(?:day)?|tue(?:s(?:day)?)?|wed(?:nesday)?|thu(?:r(?:s(?:day)?)?)?|fri(?:day)?|sat(?:urday)?|sun(?:day)?|\d{1,2}(?:st|nd|rd|th)?\s+\p{L}{3,9}|\p{L}{3,9}\s+\d{1,2})\s+))(?<part>morning|afternoon|evening|night)(?!\p{L})|(?<![\p{L}\d])(?<tonight>tonight)(?!\p{L})|(?<![\p{L}\d])(?<first>first\s+thing)(?:\s+in\s+the\s+morning)?(?=\s+(?:today|tomorrow|on|mon|tue|wed|thu|fri|sat|sun|next)|\s*$)|(?<!\b(?:hours?|half|min(?:utes?|s)?|\d\s?h)\s+)(?<![\p{L}\d])(?<meal>(?:right\s+|straight\s+)?after|before|at|over|during)\s+lunch(?:\s?time)?(?!\p{L})/giu;
const partNames: Readonly<Record<string, PartOfDay>> = { night: "evening" };
const mealParts: Readonly<Record<string, PartOfDay>> = { after: "afternoon", before: "morning" };

/** "tomorrow morning", "in the evening", "after lunch": a part of the day, in which the first free time is meant. */
export function* partOfDayParts(text: string, context: CaptureContext): Generator<Found> {
  const today = dateOf(context.now);
  for (const found of text.matchAll(partOfDay)) {
    const { part, tonight, first, meal } = found.groups!;
    const named = part?.toLowerCase() ?? (first ? "morning" : "evening");
    const which: PartOfDay = meal
      ? (mealParts[meal.toLowerCase().replace(/^(?:right|straight)\s+/, "")] ?? "lunch")
      : (partNames[named] ?? (named as PartOfDay));
    const isToday = tonight !== undefined || /^this/i.test(found[0]);
    yield {
      what: "time",
      fills: isToday ? ["time", "day"] : ["time"],
      isPartOfDay: true,
      from: found.index,
      to: found.index + found[0].length,
      meaning: which === "lunch" ? "lunch time" : which,
      apply(draft) {
        if (isToday) draft.day = today;
        draft.partOfDay = (day) => stretchOf(which, day, context);
      },
    };
  }
}

/** Puts a draft into the part of its day that was said: an event fills it, a task has the first free time in it. */
export function settlePartOfDay(draft: Mutable, context: CaptureContext): void {
  const { partOfDay } = draft;
  if (!partOfDay || draft.startMinute !== undefined) return;
  const today = dateOf(context.now);
  const clock = minuteOf(context.now);
  if (context.dayOfHours) draft.day ??= context.dayOfHours;
  if (draft.day === undefined) {
    const [begins, to] = partOfDay(today);
    draft.day = clock > (begins + to) / 2 ? addDays(today, 1) : today;
  }
  const [begins, to] = partOfDay(draft.day);
  const soonest = Math.ceil(clock / roundMinutes) * roundMinutes;
  const from = draft.day === today ? Math.min(to, Math.max(begins, soonest)) : begins;
  if (draft.kind === "event") {
    draft.startMinute = begins;
    draft.endMinute = draft.estimateMinutes ? begins + draft.estimateMinutes : to;
    return;
  }
  const minutes = draft.estimateMinutes ?? usualMinutes;
  draft.startMinute =
    context.firstFree?.(draft.day, from, to, minutes) ?? Math.min(from, Math.max(begins, to - minutes));
}

const roundMinutes = 5;

/** How long a task's hours are where nothing is said of it, in minutes. */
export const usualMinutes = 30;

const weekend = /(?<![\p{L}])(?:(?:at|on|over|during)\s+(?:the|this)\s+|(?<which>this|next)\s+)week-?end(?!\p{L})/giu;

/** "at the weekend", "next weekend": its Saturday, or what is left of it. */
export function* weekendParts(text: string, { now, style }: CaptureContext): Generator<Found> {
  const today = dateOf(now);
  for (const found of text.matchAll(weekend)) {
    const isNow = weekday(today) >= 6;
    const first = isNow ? today : addDays(today, 6 - weekday(today));
    const day = found.groups?.which?.toLowerCase() === "next" ? addDays(today, 13 - weekday(today)) : first;
    yield {
      ...{ what: "day", fills: ["day"], from: found.index, to: found.index + found[0].length },
      meaning: dateText(day, "short", style),
      apply: (draft) => void (draft.day = day),
    };
  }
}
