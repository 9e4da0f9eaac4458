import { estimateText, parseDuration } from "../time";
import type { Found } from "./found";

const shape =
  /(?<![\p{L}])remind(?:er)?(?: me)?(?: (?<length>\d{1,4}(?:[.,]\d{1,2})?\s?(?:minutes?|mins?|min|hours?|hrs?|h)(?:\s?\d{1,2}\s?(?:min)?)?|\d{1,2} days?|an hour|half an hour|a day|a week) (?:before(?:hand)?|ahead|early|earlier)| (?:then|at the time))(?![\p{L}])/giu;
const summaryShape =
  /(?<![\p{L}])remind(?:er)?(?: me)? in the (?:week(?:['’]s)?|weekly) (?:summary|review)(?![\p{L}])/giu;
const spoken: Readonly<Record<string, number>> = { "an hour": 60, "half an hour": 30, "a day": 1440, "a week": 10_080 };

const daysBefore = (words: string): number | undefined => {
  const days = /^(\d{1,2}) days?$/.exec(words);
  return days ? Number(days[1]) * 1440 : undefined;
};

/** When to be reminded of what a line says: "remind me 10 min before", "reminder an hour ahead", "remind me then", "remind me in the week's summary". */
export function* remindParts(text: string): Generator<Found> {
  for (const found of text.matchAll(summaryShape))
    yield {
      what: "remind",
      fills: ["remind"],
      from: found.index,
      to: found.index + found[0].length,
      meaning: "in the week’s summary",
      apply: (draft) => void (draft.inSummary = true),
    };
  for (const found of text.matchAll(shape)) {
    const words = found.groups?.length?.toLowerCase();
    const minutes = words === undefined ? 0 : (spoken[words] ?? daysBefore(words) ?? parseDuration(words));
    if (minutes === undefined || minutes > 60_000) continue;
    yield {
      what: "remind",
      fills: ["remind"],
      from: found.index,
      to: found.index + found[0].length,
      meaning: minutes === 0 ? "rings then" : `rings ${estimateText(minutes)} before`,
      apply: (draft) => void (draft.remindMinutes = minutes),
    };
  }
}
