import { readTimeRange, type TimeRange } from "../page";
import { countsBefore } from "./dateParts";
import { minuteOfParts, parseClock, rangeText } from "../time";
import { prefixLength, type CaptureContext, type Found } from "./found";

const hourOrNoon = "(noon|midday|midnight|\\d{1,2}(?:[:.]\\d{2})?\\s?(?:am|pm)?)";
const beside = new RegExp(
  `(?<![\\d:.\\p{L}])${hourOrNoon}\\s?(?:-|–|—|to|until)\\s?${hourOrNoon}(?![\\d:.\\p{L}])`,
  "giu",
);

const between = new RegExp(
  `(?<![\\d:.\\p{L}])between\\s+${hourOrNoon}\\s+and\\s+${hourOrNoon}(?![\\d:.\\p{L}])`,
  "giu",
);

/** "noon-1pm", "10 to midday", "8pm to midnight": a stretch with an end that has a name, in minutes since midnight. */
function namedRange(first: string, last: string): { startMinute: number; endMinute: number } | undefined {
  const minuteOfEnd = (words: string, isEnd: boolean): number | undefined => {
    const name = words.toLowerCase();
    if (name === "midnight") return isEnd ? 1440 : 0;
    if (name === "noon" || name === "midday") return 720;
    return parseClock(name);
  };
  const isNamed = (words: string) => /^[nm]/i.test(words);
  if (!isNamed(first) && !isNamed(last)) return undefined;
  let [startMinute, endMinute] = [minuteOfEnd(first, false), minuteOfEnd(last, true)];
  if (startMinute === undefined || endMinute === undefined) return undefined;
  // "Noon to 2" ends in the afternoon, "8 to midnight" begins in the evening.
  if (endMinute <= startMinute && endMinute < 720) endMinute += 720;
  if (endMinute === 1440 && startMinute < 720 && startMinute > 0 && !/am$/i.test(first)) startMinute += 720;
  return endMinute > startMinute ? { startMinute, endMinute } : undefined;
}

/** Stretches of clock time in a line: "9:30-10:15", "from 2 to 3 pm", "Friday 14-15", "noon-1pm". */
export function* rangeParts(text: string, context: CaptureContext): Generator<Found> {
  for (const { 0: words, 1: first, 2: last, index } of text.matchAll(beside)) {
    const range = namedRange(first!, last!);
    if (range) yield rangePart(text, index, { ...range, length: words.length }, context);
  }
  for (const { 0: words, 1: first, 2: last, index } of text.matchAll(between)) {
    const half = /[ap]m$/i.exec(last!)?.[0] ?? "";
    // "Between 2 and 4 pm" says its half once.
    const range = namedRange(first!, last!) ?? readTimeRange(`${first}-${last}`) ?? hoursOf(`${first}-${last}`);
    if (range && (half || /[:.]/.test(words) || /noon|mid/i.test(words) || isBesideDay(text, index, words.length)))
      yield rangePart(text, index, { ...range, length: words.length }, context);
  }
  yield* clockRanges(text, context);
}

function rangePart(
  text: string,
  at: number,
  { startMinute, endMinute, length }: TimeRange,
  { style }: CaptureContext,
): Found {
  return {
    what: "time",
    fills: ["time"],
    from: at - prefixLength(text, at, /\b(?:from|at)\s+$/i),
    to: at + length,
    meaning: rangeText(startMinute, endMinute, style),
    apply(draft) {
      draft.startMinute = startMinute;
      draft.endMinute = endMinute;
    },
  };
}

function* clockRanges(text: string, context: CaptureContext): Generator<Found> {
  for (const found of text.matchAll(
    /(?<![\d:.\p{L}])\d{1,2}(?:[:.]\d{2})?\s?(?:am|pm)?\s?(?:-|–|—|to|until)\s?\d{1,2}/giu,
  )) {
    const range =
      readTimeRange(text.slice(found.index, found.index + 40)) ?? bareRange(text, found.index, found[0].length);
    if (!range) continue;
    yield rangePart(text, found.index, range, context);
  }
}

const dayWord = "(?:mon|tues?|wed(?:nes)?|thu(?:rs)?|fri|sat(?:ur)?|sun)(?:day)?|today|tomorrow|tonight";
const dayBefore = new RegExp(`\\b(?:${dayWord})[\\s,]+(?:at\\s+|from\\s+)?$|\\b(?:from|between)\\s+$`, "i");
const dayAfter = new RegExp(`^[\\s,]+(?:on\\s+)?(?:next\\s+|this\\s+)?(?:${dayWord})\\b`, "i");

function isBesideDay(text: string, at: number, length: number): boolean {
  return dayBefore.test(text.slice(0, at)) || dayAfter.test(text.slice(at + length));
}

/** "Friday 14-15": bare hours are a stretch of time only beside a day. Before seven they are of the afternoon. */
function bareRange(text: string, at: number, length: number): TimeRange | undefined {
  const range = hoursOf(text.slice(at, at + length));
  return range && !countsBefore.test(text.slice(0, at)) && isBesideDay(text, at, length) ? range : undefined;
}

/** "14-15": two bare hours. */
function hoursOf(words: string): TimeRange | undefined {
  const hours = /^(\d{1,2})\s?(?:-|–|—|to|until)\s?(\d{1,2})$/i.exec(words);
  if (!hours) return undefined;
  const afternoon = Number(hours[2]) < 7 ? 12 : 0;
  const startMinute = minuteOfParts(Number(hours[1]) + afternoon, 0);
  const endMinute = minuteOfParts(Number(hours[2]) + afternoon, 0);
  if (startMinute === undefined || endMinute === undefined || endMinute <= startMinute) return undefined;
  return { startMinute, endMinute, length: words.length };
}
