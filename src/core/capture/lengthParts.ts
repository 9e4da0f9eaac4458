import { estimateText, parseDuration } from "../time";
import { isHourMark } from "./clockParts";
import { prefixLength, type Found } from "./found";

const numberWords = ["one", "two", "three", "four", "five", "six", "seven", "eight"];
const speltMinutes: Readonly<Record<string, number>> = {
  ...{ five: 5, ten: 10, fifteen: 15, twenty: 20, thirty: 30, forty: 40, "forty-five": 45, ninety: 90 },
};
const spokenLengths: readonly (readonly [shape: string, minutes: (words: string) => number])[] = [
  ["(?:an|one) hour and a half", () => 90],
  ["half an hour|half hour", () => 30],
  ["(?:a )?quarter of an hour", () => 15],
  ["three quarters of an hour", () => 45],
  ["an hour", () => 60],
  [
    `(?:${numberWords.join("|")}) hours?`,
    (words) => 60 * (numberWords.indexOf(words.split(" ")[0]!.toLowerCase()) + 1),
  ],
  [
    `(?:${Object.keys(speltMinutes).join("|")}) min(?:ute)?s?`,
    (words) => speltMinutes[words.split(" ")[0]!.toLowerCase()]!,
  ],
];
const writtenLength =
  "\\d{1,4}(?:[.,]\\d{1,2})?\\s?(?:hours?|hrs?|h|minutes?|mins?|min)(?![\\p{L}])(?:\\s?(?:and\\s)?\\d{1,2}(?:\\s?(?:minutes?|mins?|min|m(?!\\p{L})))?(?![\\d:.,\\p{L}]|\\s?(?:h|hours?|min)(?!\\p{L})))?|\\d{1,2}:\\d{2}\\s?(?:hours?|hrs?|h)(?![\\p{L}])|\\d{1,2}h\\d{2}(?:m|min)?(?![\\d:.,\\p{L}])|(?<=\\bfor\\s+)\\d{1,3}m(?=\\s*(?:$|[,;.!?)])|\\s+(?:at|on|in|with|by|due|every|today|tomorrow|tonight|mon|tue|wed|thu|fri|sat|sun|\\d))";

const sittings = new RegExp(
  `(?<![\\d.,:\\p{L}])(?:(?:for|in|over)\\s+)?(?:(?<count>\\d{1,2})\\s*(?:sittings?|sessions?|times|x|×)|(?<word>${numberWords.join("|")})\\s+(?:sittings?|sessions?))\\s*(?:of\\s+|(?=\\d))(?<length>\\d{1,3}(?:[.,]\\d{1,2})?\\s?(?:hours?|hrs?|h|minutes?|mins?|min)(?:\\s?\\d{1,2}(?:\\s?(?:minutes?|mins?|min))?)?|an\\s+hour(?:\\s+and\\s+a\\s+half)?)(?![\\p{L}\\d])`,
  "giu",
);

/** "3 sittings of 90 min": the length of all of them. */
export function* sittingParts(text: string): Generator<Found> {
  for (const found of text.matchAll(sittings)) {
    const { count, word, length } = found.groups!;
    const times = count ? Number(count) : numberWords.indexOf(word!.toLowerCase()) + 1;
    const each = /^an/i.test(length!) ? (/half/i.test(length!) ? 90 : 60) : parseDuration(length!);
    if (!each || times < 1) continue;
    yield {
      ...{ what: "length", fills: ["length"], from: found.index, to: found.index + found[0].length },
      meaning: `${times} × ${estimateText(each)}, ${estimateText(times * each)}`,
      apply: (draft) => void (draft.estimateMinutes = times * each),
    };
  }
}

/** Lengths of time in a line: "20 min", "for 1 h 30", "half an hour". */
export function* lengthParts(text: string): Generator<Found> {
  for (const [shape, minutes] of [[writtenLength, undefined], ...spokenLengths] as const)
    for (const found of text.matchAll(new RegExp(`(?<![\\d.,:\\p{L}])(?:${shape})(?![\\p{L}])`, "giu"))) {
      const short = found[0].replace(/\s?(?:and\s)?\d{1,2}$/, "");
      const clock = /^(\d{1,2}):(\d{2})/.exec(found[0]);
      const spoken = clock ? `${clock[1]} h ${clock[2]}` : found[0];
      const whole = minutes ? minutes(found[0]) : parseDuration(spoken);
      const length = whole ? found[0].length : short.length;
      const estimate = whole ?? parseDuration(short);
      if (isHourMark(found[0]) && !/\b(?:for|takes?|about)\s+$/i.test(text.slice(0, found.index))) continue;
      if (!estimate || /\b(?:in|within|every|after)\s+$/i.test(text.slice(0, found.index))) continue;
      // "An hour before lunch" is a time that hangs on another.
      if (/^\s+(?:before|after|earlier|later|early|late|ahead)(?!\p{L})/iu.test(text.slice(found.index + length)))
        continue;
      // "30-45 min" takes the longer.
      const lead = prefixLength(text, found.index, /(?:\b(?:for|takes?|about)\s+|~\s?)?(?:\d{1,3}\s?(?:-|–|to)\s?)?$/i);
      const to = found.index + length;
      const of = lead === 0 ? (/^\s+of(?=\s+\S)/i.exec(text.slice(to))?.[0].length ?? 0) : 0;
      yield {
        what: "length",
        fills: ["length"],
        from: found.index - lead,
        to: to + of,
        meaning: estimateText(estimate),
        apply: (draft) => void (draft.estimateMinutes = estimate),
      };
    }
}
