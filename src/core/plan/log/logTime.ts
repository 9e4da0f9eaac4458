import { readTimeRange } from "../../page/index";
import { parseClock, parseDuration, type MomentText, dateOf, minuteOn, type DateText } from "../../time/index";
import type { WorkedDay } from "./workLog";

/** A stretch of a day as it was typed, in minutes since midnight; or what is wrong with it. */
export type LogTime = { readonly startMinute: number; readonly endMinute: number } | { readonly fault: string };

/** Where the next line of a day's log begins: where the last entry ended; undefined on a day without any. */
export function nextLogStart({ entries }: WorkedDay): number | undefined {
  const ends = entries.filter(({ isRunning }) => !isRunning).map(({ endMinute }) => endMinute);
  return ends.length === 0 ? undefined : Math.max(...ends);
}

/**
 * Reads when something was worked: from and to, "8:15 to 9:17", "8:15-9:17" or "815-917"; a length, "62 min", from where the line
 * begins; or only an end, "9:17".
 * @param from where the line begins, if anywhere: where the one before ended
 * @param until what is later is still to come
 */
export function readLogTime(text: string, from: number | undefined, until: number): LogTime {
  const words = withColons(text.trim().replace(/\s+to\s+/i, "-"));
  const range = /[-–—]/.test(words) ? readTimeRange(words.replace(/\s*[-–—]\s*/, "-")) : undefined;
  const stretch = range ? { startMinute: range.startMinute, endMinute: range.endMinute } : fromLine(words, from, until);
  const [first, last] = words.split(/\s*[-–—]\s*/).map(parseClock);
  if (!stretch && first !== undefined && last !== undefined) return { fault: "The end must be after the start." };
  if (!stretch) return { fault: "From and to, like 8:15 to 9:17, or a length, like 45 min." };
  if (stretch.endMinute <= stretch.startMinute) return { fault: "The end must be after the start." };
  if (stretch.endMinute > until) return { fault: "That is still to come." };
  return stretch;
}

/** Times as they are typed in haste, "1300-1345" or "9-10": of a single number only one with four digits is a time. */
function withColons(words: string): string {
  if (/^\d{1,2}\s*[-–—]\s*\d{1,2}$/.test(words)) return words.replace(/\d+/g, "$&:00");
  return /^\d{3,4}\s*[-–—]|[-–—]\s*\d{3,4}$/.test(words)
    ? words.replace(/(?<!\d)([01]?\d|2[0-3])([0-5]\d)(?!\d)/g, "$1:$2")
    : words.replace(/^([01]\d|2[0-3])([0-5]\d)$/, "$1:$2");
}

function fromLine(words: string, from: number | undefined, until: number) {
  // A bare number below a hundred is a length, as everywhere else; with a colon it is a time.
  const length = /[:.]\d\d|[ap]m$/i.test(words) ? undefined : parseDuration(words);
  if (length !== undefined && length > 0) {
    const startMinute = from ?? until - length;
    return startMinute < 0 ? undefined : { startMinute, endMinute: startMinute + length };
  }
  const end = parseClock(words);
  return end === undefined || from === undefined ? undefined : { startMinute: from, endMinute: end };
}

/** The last minute of a day that is over: all of a day that has passed, today up to now, none of a day to come. */
export function minutesOver(date: DateText, now: MomentText): number {
  if (date === dateOf(now)) return minuteOn(date, now);
  return date < dateOf(now) ? 1440 : 0;
}
