import { weekdayCodes } from "./rule";

/** The names of weekdays and their short forms, as a pattern. */
export const dayNames =
  "mon(?:day)?|tue(?:s(?:day)?)?|wed(?:nesday)?|thu(?:r(?:s(?:day)?)?)?|fri(?:day)?|sat(?:urday)?|sun(?:day)?";
const ordinals = "first|second|third|fourth|last";
const units: Readonly<Record<string, string>> = { day: "DAILY", week: "WEEKLY", month: "MONTHLY", year: "YEARLY" };
const adverbs: Readonly<Record<string, string>> = {
  ...units,
  daily: "DAILY",
  weekly: "WEEKLY",
  monthly: "MONTHLY",
  yearly: "YEARLY",
};

/** What can stand behind "every": a unit, a count of them, weekdays, or the last Friday of the month. */
const behindEvery = [
  `(?<count>\\d{1,3}|other)\\s+(?<unit>day|week|month|year)s?`,
  `|(?<ordinal>${ordinals})\\s+(?<ordinalDay>${dayNames})(?:\\s+of\\s+(?:the|each|every)\\s+month)?`,
  `|(?<named>(?:${dayNames})s?(?:(?:\\s*,\\s*(?:and\\s+)?|\\s+and\\s+)(?:${dayNames})s?)*)`,
  `|(?<other>other\\s+(?:${dayNames}))`,
  `|(?<weekday>weekday|working\\s+day)`,
  `|(?<plain>day|week|month|year)(?:\\s+on\\s+the\\s+(?<monthDay>\\d{1,2})(?:st|nd|rd|th)?)?`,
].join("");

/** Finds "every Monday", "each 2 weeks", "every last Friday of the month" in a text. */
export function repeatPhrases(): RegExp {
  return new RegExp(`\\b(?:every|each)\\s+(?:${behindEvery})\\b`, "gi");
}

const codeOf = (name: string): string => name.slice(0, 2).toUpperCase();

/** The rule (RFC 5545) of a phrase that `repeatPhrases` found, by the groups of the match; undefined for none. */
export function ruleOfPhrase(groups: Readonly<Record<string, string | undefined>>): string | undefined {
  const { count, unit, ordinal, ordinalDay, named, other, weekday: working, plain, monthDay } = groups;
  if (count && unit) {
    const every = count.toLowerCase() === "other" ? 2 : Number(count);
    return every > 0 ? `FREQ=${units[unit.toLowerCase()]};INTERVAL=${every}` : undefined;
  }
  if (ordinal && ordinalDay) {
    const nth = ["first", "second", "third", "fourth"].indexOf(ordinal.toLowerCase()) + 1;
    return `FREQ=MONTHLY;BYDAY=${nth || -1}${codeOf(ordinalDay)}`;
  }
  if (named) {
    const found = named.split(/\s*,\s*(?:and\s+)?|\s+and\s+/i).map(codeOf);
    const codes = weekdayCodes.filter((code) => found.includes(code));
    return `FREQ=WEEKLY;BYDAY=${codes.join(",")}`;
  }
  if (other) return `FREQ=WEEKLY;INTERVAL=2;BYDAY=${codeOf(other.replace(/^other\s+/i, ""))}`;
  if (working) return "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR";
  if (!plain) return undefined;
  const of = plain.toLowerCase();
  if (monthDay && (of !== "month" || Number(monthDay) < 1 || Number(monthDay) > 31)) return undefined;
  return `FREQ=${units[of]}${monthDay ? `;BYMONTHDAY=${Number(monthDay)}` : ""}`;
}

/** The rule that words mean which say nothing else, "every Monday" or "weekly"; undefined where they are none. */
export function ruleOfWords(words: string): string | undefined {
  const text = words.trim().toLowerCase();
  const adverb = Object.hasOwn(adverbs, text) && text.endsWith("ly") ? adverbs[text] : undefined;
  if (adverb) return `FREQ=${adverb}`;
  const [found] = text.matchAll(repeatPhrases());
  return found && found[0].length === text.length ? ruleOfPhrase(found.groups ?? {}) : undefined;
}
