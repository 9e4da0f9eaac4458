import {
  addDays,
  dateOf,
  dayNames,
  repeatOf,
  repeatPhrases,
  repeatWords,
  ruleOfPhrase,
  startsOf,
  weekdayCodes,
  type DateText,
} from "../time";
import { stretchOf, type PartOfDay } from "./clockParts";
import type { CaptureContext, Found } from "./found";

/** The first day from `today` on that a rule (RFC 5545) has: today itself for one that names no day. */
export function firstDay(rule: string, today: DateText): DateText {
  if (!rule.includes(";BY")) return today;
  // From yesterday on, and each time: where a rule starts always counts as one of its days.
  const yesterday = addDays(today, -1);
  const repeat = repeatOf(`RRULE:${rule.replace(/;INTERVAL=\d+/, "")}`);
  const [first = today] = repeat ? startsOf(yesterday, repeat, today, addDays(today, 400)) : [];
  return dateOf(first);
}

const many = new RegExp(
  `(?<![\\p{L}\\d-])(?:on\\s+)?(?:(?:${dayNames})s?(?:(?:\\s*[,/&]\\s*(?:and\\s+)?|\\s+and\\s+|\\s+)(?:${dayNames})s?)+|(?:mon|tues|wednes|thurs|fri|satur|sun)days)(?![\\p{L}\\d-])`,
  "giu",
);
const perUnit =
  /(?<=\d\s+\p{L}{2,20}\s+|\b(?:once|twice|times)\s+)(?:a|per|each)\s+(?<unit>day|week|month|year)(?!\p{L})|(?<!\p{L})(?<adverb>daily|weekly|monthly|yearly|annually)(?=\s*$|\s*[,;]|\s+(?:at|from|on|until|till|for|by)\s|\s+\d)/giu;
const frequencies: Readonly<Record<string, string>> = {
  ...{ day: "DAILY", week: "WEEKLY", month: "MONTHLY", year: "YEARLY" },
  ...{ daily: "DAILY", weekly: "WEEKLY", monthly: "MONTHLY", yearly: "YEARLY", annually: "YEARLY" },
};

/** "mon wed fri", "on Thursdays", "30 pages a day", "weekly": what comes again without "every". */
export function* regularParts(text: string, { now, style }: CaptureContext): Generator<Found> {
  const part = (index: number, words: string, rule: string): Found | undefined => {
    const repeat = repeatOf(`RRULE:${rule}`);
    if (!repeat) return undefined;
    const first = firstDay(rule, dateOf(now));
    return {
      ...{ what: "repeat", fills: ["repeat"], from: index, to: index + words.length },
      meaning: repeatWords(repeat, style),
      apply(draft) {
        draft.repeat = `RRULE:${rule}`;
        draft.day ??= first;
      },
    };
  };
  for (const found of text.matchAll(many)) {
    const named =
      found[0]
        .replace(/^on\s+/i, "")
        .toLowerCase()
        .match(new RegExp(dayNames, "g")) ?? [];
    const codes = weekdayCodes.filter((code) => named.some((name) => name.startsWith(code.toLowerCase())));
    // Days in the middle of other words are what is spoken of: "compare Monday and Thursday figures".
    const isSaidOfAll =
      /^on\s/i.test(found[0]) ||
      /^\s*(?:$|[,;:·@#\d]|(?:at|from|until|till|for|by|with|in)(?!\p{L}))/iu.test(
        text.slice(found.index + found[0].length),
      );
    const isOneDay = codes.length < 2 && !/days$/i.test(found[0]);
    // "Tue/Wed" is one or the other.
    const isEither = codes.length === 2 && found[0].includes("/");
    if (isOneDay || isEither || !isSaidOfAll) continue;
    if (/\b(?:every|each|other|next|last|due|by|before)\s+$/i.test(text.slice(0, found.index))) continue;
    const taken = part(found.index, found[0], `FREQ=WEEKLY;BYDAY=${codes.join(",")}`);
    if (taken) yield taken;
  }
  for (const found of text.matchAll(perUnit)) {
    const unit = (found.groups!.unit ?? found.groups!.adverb)!.toLowerCase();
    const lead = /\bonce\s+$/i.exec(text.slice(0, found.index))?.[0].length ?? 0;
    if (found.groups!.adverb && found.index === 0) continue;
    const from = found.index - lead;
    const taken = part(from, text.slice(from, found.index + found[0].length), `FREQ=${frequencies[unit]}`);
    if (taken) yield taken;
  }
}

/** "every Monday", "every 2 weeks", "every last Friday of the month": how something comes again, and from when. */
export function* repeatParts(text: string, context: CaptureContext): Generator<Found> {
  const { now, style } = context;
  yield* dailyParts(text, context);
  for (const found of text.matchAll(repeatPhrases())) {
    const rule = ruleOfPhrase(found.groups ?? {});
    const repeat = rule === undefined ? undefined : repeatOf(`RRULE:${rule}`);
    if (!rule || !repeat || /^\s+(?:except|but)\b/i.test(text.slice(found.index + found[0].length))) continue;
    const first = firstDay(rule, dateOf(now));
    yield {
      what: "repeat",
      fills: ["repeat"],
      from: found.index,
      to: found.index + found[0].length,
      meaning: repeatWords(repeat, style),
      apply(draft) {
        draft.repeat = `RRULE:${rule}`;
        draft.day ??= first;
      },
    };
  }
}

const everyPart =
  /(?<![\p{L}\d])(?:every|each)\s+(?<part>morning|afternoon|evening|night)(?![\p{L}\d]|\s+(?:shift|person|people|worker|class|star|bird|except|but)(?!\p{L}))/giu;

/** "every morning", "each night": daily, in that part of the day where no hour is said. */
function* dailyParts(text: string, context: CaptureContext): Generator<Found> {
  for (const found of text.matchAll(everyPart)) {
    const said = found.groups!.part!.toLowerCase();
    const part = (said === "night" ? "evening" : said) as PartOfDay;
    yield {
      ...{ what: "repeat", fills: ["repeat"], from: found.index, to: found.index + found[0].length },
      half: part === "morning" ? "am" : "pm",
      meaning: `every day, ${part}`,
      apply(draft) {
        draft.repeat = "RRULE:FREQ=DAILY";
        draft.partOfDay ??= (day) => stretchOf(part, day, context);
      },
    };
  }
}
