import { readTimeRange, type TimeRange } from "../page";
import { countsBefore } from "./dateParts";
import { minuteOfParts, rangeText } from "../time";
import { prefixLength, type CaptureContext, type Found } from "./found";

/** Stretches of clock time in a line: "9:30-10:15", "from 2 to 3 pm", "Friday 14-15". */
export function* rangeParts(text: string, { style }: CaptureContext): Generator<Found> {
  for (const found of text.matchAll(
    /(?<![\d:.\p{L}])\d{1,2}(?:[:.]\d{2})?\s?(?:am|pm)?\s?(?:-|–|—|to|until)\s?\d{1,2}/giu,
  )) {
    const range =
      readTimeRange(text.slice(found.index, found.index + 40)) ?? bareRange(text, found.index, found[0].length);
    if (!range) continue;
    const from = found.index - prefixLength(text, found.index, /\b(?:from|at)\s+$/i);
    const to = found.index + range.length;
    const meaning = rangeText(range.startMinute, range.endMinute, style);
    yield {
      what: "time",
      fills: ["time"],
      from,
      to,
      meaning,
      apply(draft) {
        draft.startMinute = range.startMinute;
        draft.endMinute = range.endMinute;
      },
    };
  }
}

const dayWord = "(?:mon|tues?|wed(?:nes)?|thu(?:rs)?|fri|sat(?:ur)?|sun)(?:day)?|today|tomorrow|tonight";
const dayBefore = new RegExp(`\\b(?:${dayWord})[\\s,]+(?:at\\s+|from\\s+)?$|\\b(?:from|between)\\s+$`, "i");
const dayAfter = new RegExp(`^[\\s,]+(?:on\\s+)?(?:next\\s+|this\\s+)?(?:${dayWord})\\b`, "i");

/** "Friday 14-15": bare hours are a stretch of time only beside a day. Before seven they are of the afternoon. */
function bareRange(text: string, at: number, length: number): TimeRange | undefined {
  const hours = /^(\d{1,2})\s?(?:-|–|—|to|until)\s?(\d{1,2})$/i.exec(text.slice(at, at + length));
  if (
    !hours ||
    countsBefore.test(text.slice(0, at)) ||
    !(dayBefore.test(text.slice(0, at)) || dayAfter.test(text.slice(at + length)))
  )
    return undefined;
  const afternoon = Number(hours[2]) < 7 ? 12 : 0;
  const startMinute = minuteOfParts(Number(hours[1]) + afternoon, 0);
  const endMinute = minuteOfParts(Number(hours[2]) + afternoon, 0);
  if (startMinute === undefined || endMinute === undefined || endMinute <= startMinute) return undefined;
  return { startMinute, endMinute, length };
}
