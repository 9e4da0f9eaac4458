import { dateFromParts } from "../dates";
import { weekdayCodes } from "./rule";

/** The names of weekdays and their short forms, as a pattern. */
export const dayNames =
  "mon(?:day)?|tue(?:s(?:day)?)?|wed(?:nesday)?|thu(?:r(?:s(?:day)?)?)?|fri(?:day)?|sat(?:urday)?|sun(?:day)?";
/** 1 for any form of Monday to 7 for Sunday; 0 for what is no weekday. */
export const weekdayNumber = (name: string) =>
  weekdayCodes.findIndex((code) => name.toUpperCase().startsWith(code)) + 1;
const ordinals = "first|second|third|fourth|last";
const units: Readonly<Record<string, string>> = { day: "DAILY", week: "WEEKLY", month: "MONTHLY", year: "YEARLY" };
const adverbs: Readonly<Record<string, string>> = {
  ...units,
  daily: "DAILY",
  weekly: "WEEKLY",
  monthly: "MONTHLY",
  yearly: "YEARLY",
};

/** The names of months and their short forms, as a pattern. */
export const monthNames =
  "jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?";
/** 1 for any form of January. */
export const monthNumber = (name: string) =>
  "janfebmaraprmayjunjulaugsepoctnovdec".indexOf(name.slice(0, 3).toLowerCase()) / 3 + 1;

/** What can stand behind "every": a unit, a count of them, weekdays, a date of the year, or the last Friday of the month. */
const behindEvery = [
  `(?<yearDay>\\d{1,2})(?:st|nd|rd|th)?(?:\\s+of)?\\s+(?<yearMonth>${monthNames})`,
  `|(?<nth>\\d{1,2})(?:st|nd|rd|th)\\s+(?<nthUnit>day|week|month|year)|(?<spelt>second|third|fourth)\\s+(?<speltUnit>day|week|month|year)|(?<nthOfMonth>[1-4])(?:st|nd|rd|th)\\s+(?<nthWeekday>${dayNames})(?<nthIsOfMonth>\\s+of\\s+(?:the|each|every)\\s+month)?|(?<monthDayAlone>\\d{1,2})(?:st|nd|rd|th)(?:\\s+of\\s+the\\s+month|(?=\\s*(?:$|[,;:.!?)·])|\\s+(?:\\d|at|from|until|till|by|for)(?!\\p{L})))|`,
  `(?<count>\\d{1,3}|other)\\s+(?<unit>day|week|month|year)s?`,
  `|(?<ordinal>${ordinals})\\s+(?<ordinalDay>${dayNames})(?<ordinalIsOfMonth>\\s+of\\s+(?:the|each|every)\\s+month)?`,
  `|(?<named>(?:${dayNames})s?(?:(?:\\s*,\\s*(?:and\\s+)?|\\s+and\\s+)(?:${dayNames})s?)*)`,
  `|(?<other>other\\s+(?:${dayNames}))`,
  `|(?<weekday>weekday|working\\s+day)`,
  `|(?<plain>day|weekend|week|fortnight|month|quarter|year)(?:\\s+on\\s+the\\s+(?<monthDay>\\d{1,2})(?:st|nd|rd|th)?)?`,
].join("");

/** "On the 1st of every month", "on the last Friday of each month". */
const ofEveryMonth = `(?:on\\s+)?the\\s+(?:(?<dayOf>\\d{1,2})(?:st|nd|rd|th)|(?<lastDayOf>last\\s+day)|(?<ordinalOf>${ordinals})\\s+(?<weekdayOf>${dayNames}))\\s+of\\s+(?:every|each)\\s+month`;

/** Finds "every Monday", "each 2 weeks", "every last Friday of the month", "on the 1st of every month" in a text. */
export function repeatPhrases(): RegExp {
  return new RegExp(`\\b(?:(?:every|each)\\s+(?:${behindEvery})|${ofEveryMonth})\\b`, "gi");
}

/** 1 for "first" to 4 for "fourth"; 0 for others. */
const nthOf = (word: string): number => ["first", "second", "third", "fourth"].indexOf(word.toLowerCase()) + 1;
const codeOf = (name: string): string => name.slice(0, 2).toUpperCase();

/** The rule (RFC 5545) of a phrase that `repeatPhrases` found, by the groups of the match; undefined for none. */
export function ruleOfPhrase(groups: Readonly<Record<string, string | undefined>>): string | undefined {
  const { count, unit, named, other, weekday: working, plain, monthDay } = groups;
  const ordinal = groups.ordinal ?? groups.ordinalOf;
  const ordinalDay = groups.ordinalDay ?? groups.weekdayOf;
  const { yearDay, yearMonth, nth, nthUnit, nthOfMonth, nthWeekday, lastDayOf } = groups;
  const { spelt, speltUnit, nthIsOfMonth } = groups;
  const isOfMonth = groups.ordinalOf !== undefined || groups.ordinalIsOfMonth !== undefined;
  // "Every second Tuesday" is every other one; of a month it is said to be.
  const isOther = (nthOfMonth === "2" && !nthIsOfMonth) || (ordinal?.toLowerCase() === "second" && !isOfMonth);
  if (isOther) return `FREQ=WEEKLY;INTERVAL=2;BYDAY=${codeOf((nthWeekday ?? ordinalDay)!)}`;
  if (spelt && speltUnit) return `FREQ=${units[speltUnit.toLowerCase()]};INTERVAL=${nthOf(spelt)}`;
  if (nthOfMonth && nthWeekday) return `FREQ=MONTHLY;BYDAY=${nthOfMonth}${codeOf(nthWeekday)}`;
  if (yearDay && yearMonth) {
    // A leap year has all days that there are.
    const isDay = dateFromParts(2024, monthNumber(yearMonth), Number(yearDay)) !== undefined;
    return isDay ? `FREQ=YEARLY;BYMONTH=${monthNumber(yearMonth)};BYMONTHDAY=${Number(yearDay)}` : undefined;
  }
  if (nth && nthUnit)
    return Number(nth) > 0 ? `FREQ=${units[nthUnit.toLowerCase()]};INTERVAL=${Number(nth)}` : undefined;
  if (lastDayOf) return "FREQ=MONTHLY;BYMONTHDAY=-1";
  const ofMonth = groups.monthDayAlone ?? groups.dayOf;
  if (ofMonth)
    return Number(ofMonth) >= 1 && Number(ofMonth) <= 31 ? `FREQ=MONTHLY;BYMONTHDAY=${Number(ofMonth)}` : undefined;
  if (count && unit) {
    const every = count.toLowerCase() === "other" ? 2 : Number(count);
    return every > 0 ? `FREQ=${units[unit.toLowerCase()]};INTERVAL=${every}` : undefined;
  }
  if (ordinal && ordinalDay) {
    return `FREQ=MONTHLY;BYDAY=${nthOf(ordinal) || -1}${codeOf(ordinalDay)}`;
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
  if (!monthDay && of === "weekend") return "FREQ=WEEKLY;BYDAY=SA";
  if (!monthDay && of === "fortnight") return "FREQ=WEEKLY;INTERVAL=2";
  if (!monthDay && of === "quarter") return "FREQ=MONTHLY;INTERVAL=3";
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
