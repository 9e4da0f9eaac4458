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
  type DateText,
  type MomentText,
  type TimeStyle,
} from "../time";
import type { PartKind } from "./draft";
import { prefixLength, type CaptureContext, type Found, type Mutable } from "./found";

const monthNames =
  "jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?";
const dayAndMonth = new RegExp(
  `(?<![\\d.])(\\d{1,2})(?:st|nd|rd|th)?(?:\\s+of)?\\s+(${monthNames})\\b(?:,?\\s+(\\d{4}))?|\\b(\\d{4})-(\\d{2})-(\\d{2})\\b`,
  "gi",
);
const monthNumber = (name: string) =>
  "janfebmaraprmayjunjulaugsepoctnovdec".indexOf(name.slice(0, 3).toLowerCase()) / 3 + 1;

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

/** Days, clock times and due dates in a line. Dates that do not exist stay words, and go to `remarks`. */
export function* dateParts(text: string, context: CaptureContext, remarks: string[]): Generator<Found> {
  const { now, style } = context;
  let readable = text;
  for (const { from, to, words } of missingDates(text, Number(now.slice(0, 4)))) {
    remarks.push(`${words} is not a date that exists, so it stays as words.`);
    readable = readable.slice(0, from) + "·".repeat(to - from) + readable.slice(to);
  }
  for (const result of chronoResults(readable, now, style)) {
    const { start, end, index } = result;
    const hasDay = start.isCertain("day") || start.isCertain("weekday");
    const hasTime = start.isCertain("hour");
    if (!hasDay && !hasTime) continue;
    const words = result.text.trimEnd();
    if (isRatherAWord(words, index) || words.includes("·")) continue;
    if (/[-–/.:\d]$/.test(readable.slice(0, index)) || /^(?:[-–/\d]|:\d)/.test(readable.slice(index + words.length)))
      continue;
    const minute = hasTime ? minuteOfParts(start.get("hour") ?? 0, start.get("minute") ?? 0) : undefined;
    const dated = dateFromParts(start.get("year") ?? 0, start.get("month") ?? 0, start.get("day") ?? 0);
    const day = hasDay ? dated : minute !== undefined && minute < minuteOf(now) ? addDays(dateOf(now), 1) : dateOf(now);
    if (!day || (hasTime && minute === undefined)) continue;
    const due = prefixLength(readable, index, /\b(?:due(?:\s+(?:on|by|at))?|by|before|until)\s+$/i);
    const from = index - (due || prefixLength(readable, index, /\b(?:on|at|from)\s+$/i));
    const span = { from, to: index + words.length };
    if (due) yield { ...span, ...duePart(day, minute, style) };
    else {
      const endMinute = end?.isCertain("hour")
        ? minuteOfParts(end.get("hour") ?? 0, end.get("minute") ?? 0)
        : undefined;
      yield { ...span, ...dayPart(hasDay ? day : undefined, minute, endMinute, style) };
    }
  }
}

/** "sat" and "sun" are days with a capital inside a line; "may" and "now" alone never are; "90m" is not a moment. */
function isRatherAWord(words: string, at: number): boolean {
  if (/^(?:now|may|mar)$/i.test(words)) return true;
  if (/(?:hours?|hrs?|h|minutes?|mins?|min|m)$/i.test(words) && !/^in\b/i.test(words) && !/\d\s?[ap]m$/i.test(words))
    return true;
  return /^(?:sun|sat)$/i.test(words) && (at === 0 || words[0] === "s");
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
    minute === undefined ? "" : ` ${clockText(minute, style)}${endMinute ? ` to ${clockText(endMinute, style)}` : ""}`;
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
