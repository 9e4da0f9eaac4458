import { addDays, dateOf, repeatOf, repeatWords, startsOf, weekdayCodes, type DateText } from "../time";
import type { CaptureContext, Found } from "./found";

const dayNames =
  "mon(?:day)?|tue(?:s(?:day)?)?|wed(?:nesday)?|thu(?:r(?:s(?:day)?)?)?|fri(?:day)?|sat(?:urday)?|sun(?:day)?";
const ordinals = "first|second|third|fourth|last";
const units: Readonly<Record<string, string>> = { day: "DAILY", week: "WEEKLY", month: "MONTHLY", year: "YEARLY" };

/** What can stand behind "every": a unit, a count of them, weekdays, or the last Friday of the month. */
const shape = new RegExp(
  [
    `\\b(?:every|each)\\s+(?:`,
    `(?<count>\\d{1,3}|other)\\s+(?<unit>day|week|month|year)s?`,
    `|(?<ordinal>${ordinals})\\s+(?<ordinalDay>${dayNames})(?:\\s+of\\s+(?:the|each|every)\\s+month)?`,
    `|(?<named>(?:${dayNames})s?(?:(?:\\s*,\\s*(?:and\\s+)?|\\s+and\\s+)(?:${dayNames})s?)*)`,
    `|(?<other>other\\s+(?:${dayNames}))`,
    `|(?<weekday>weekday|working\\s+day)`,
    `|(?<plain>day|week|month|year)(?:\\s+on\\s+the\\s+(?<monthDay>\\d{1,2})(?:st|nd|rd|th)?)?`,
    `)\\b`,
  ].join(""),
  "gi",
);

const codeOf = (name: string): string => name.slice(0, 2).toUpperCase();

function ruleOf(groups: Readonly<Record<string, string | undefined>>): string | undefined {
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

/** The first day from `today` on that a rule has: today itself for one that names no day. */
function firstDay(rule: string, today: DateText): DateText {
  if (!rule.includes(";BY")) return today;
  // From yesterday on, and each time: where a rule starts always counts as one of its days.
  const yesterday = addDays(today, -1);
  const repeat = repeatOf(`RRULE:${rule.replace(/;INTERVAL=\d+/, "")}`);
  const [first = today] = repeat ? startsOf(yesterday, repeat, today, addDays(today, 400)) : [];
  return dateOf(first);
}

/** "every Monday", "every 2 weeks", "every last Friday of the month": how something comes again, and from when. */
export function* repeatParts(text: string, { now, style }: CaptureContext): Generator<Found> {
  for (const found of text.matchAll(shape)) {
    const rule = ruleOf(found.groups ?? {});
    const repeat = rule === undefined ? undefined : repeatOf(`RRULE:${rule}`);
    if (!rule || !repeat) continue;
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
