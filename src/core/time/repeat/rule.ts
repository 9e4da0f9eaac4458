import { isDate, type DateText } from "../dates";
import { isMoment, type MomentText } from "../moments";

/** How often a rule steps. */
const frequencies = ["YEARLY", "MONTHLY", "WEEKLY", "DAILY", "HOURLY", "MINUTELY", "SECONDLY"] as const;
type Frequency = (typeof frequencies)[number];

/** Weekdays as RFC 5545 writes them, Monday first. */
export const weekdayCodes = ["MO", "TU", "WE", "TH", "FR", "SA", "SU"] as const;
type WeekdayCode = (typeof weekdayCodes)[number];

/** A weekday, 1 for Monday to 7 for Sunday; the nth of its month or year where `nth` is not 0, from the end where negative. */
export interface RuleDay {
  readonly weekday: number;
  readonly nth: number;
}

/** A recurrence rule of RFC 5545, section 3.3.10. */
export interface RepeatRule {
  readonly frequency: Frequency;
  readonly interval: number;
  readonly count?: number;
  /** The last moment or date, as it was written; one in UTC ends with `Z`. */
  readonly until?: string;
  readonly days: readonly RuleDay[];
  readonly monthDays: readonly number[];
  readonly months: readonly number[];
  readonly positions: readonly number[];
  /** 1 for Monday to 7 for Sunday. */
  readonly weekStart: number;
  /** Whether it has parts that only the library expands: hours, weeks of the year and the like. */
  readonly isRare: boolean;
  readonly text: string;
}

const numberParts = {
  BYMONTHDAY: [1, 31, true],
  BYMONTH: [1, 12, false],
  BYSETPOS: [1, 366, true],
  BYYEARDAY: [1, 366, true],
  BYWEEKNO: [1, 53, true],
  BYHOUR: [0, 23, false],
  BYMINUTE: [0, 59, false],
  BYSECOND: [0, 60, false],
} as const satisfies Record<string, readonly [least: number, most: number, negative: boolean]>;
/** So many times a day something may repeat: every quarter of an hour. A day that holds more cannot be shown or worked. */
const mostStartsADay = 96;

/** The largest interval and count; more is a slip, and would be counted for a long time. */
const mostNumber = 100_000;
const rareParts = ["BYYEARDAY", "BYWEEKNO", "BYHOUR", "BYMINUTE", "BYSECOND"];

/** Reads a rule. What is wrong with it comes back as a sentence; parts that RFC 5545 does not know (`X-…`) are passed over. */
export function readRule(text: string): RepeatRule | { readonly fault: string } {
  const parts = new Map<string, string>();
  for (const part of text
    .trim()
    .replace(/^RRULE:/i, "")
    .split(";")
    .filter(Boolean)) {
    const [, name, value] = /^([A-Za-z-]+)=(.*)$/.exec(part) ?? [];
    if (name === undefined || value === undefined) return { fault: `“${part}” is not part of a repeat rule.` };
    if (parts.has(name.toUpperCase())) return { fault: `${name.toUpperCase()} appears twice.` };
    parts.set(name.toUpperCase(), value.trim().toUpperCase());
  }
  const frequency = parts.get("FREQ") as Frequency | undefined;
  if (!frequency || !frequencies.includes(frequency)) return { fault: "A rule needs a frequency, like FREQ=WEEKLY." };
  const interval = Number(parts.get("INTERVAL") ?? 1);
  if (!Number.isInteger(interval) || interval < 1 || interval > mostNumber)
    return { fault: `INTERVAL is a whole number from 1 to ${mostNumber.toLocaleString("en-GB")}.` };
  const count = parts.has("COUNT") ? Number(parts.get("COUNT")) : undefined;
  if (count !== undefined && (!Number.isInteger(count) || count < 1 || count > mostNumber))
    return { fault: `COUNT is a whole number from 1 to ${mostNumber.toLocaleString("en-GB")}.` };
  const until = parts.get("UNTIL");
  if (until !== undefined && !isUntil(until)) return { fault: `“${until}” is not a valid end date.` };
  if (until !== undefined && count !== undefined) return { fault: "A rule can end with COUNT or UNTIL, not both." };
  const weekStart = weekdayCodes.indexOf((parts.get("WKST") ?? "MO") as WeekdayCode) + 1;
  if (weekStart === 0) return { fault: "WKST must be a weekday, like MO." };
  const numbers = new Map<string, number[]>();
  for (const [name, [least, most, negative]] of Object.entries(numberParts)) {
    const given = parts.get(name);
    if (given === undefined) continue;
    const values = given.split(",").map(Number);
    const fits = (value: number) =>
      Number.isInteger(value) && Math.abs(value) >= least && Math.abs(value) <= most && (value >= 0 || negative);
    if (!values.every(fits)) return { fault: `“${name}=${given}” contains a number that is out of range.` };
    numbers.set(name, [...new Set(values)]);
  }
  const days: RuleDay[] = [];
  for (const one of parts.get("BYDAY")?.split(",") ?? []) {
    const [, nth, code] = /^([+-]?\d{1,2})?(MO|TU|WE|TH|FR|SA|SU)$/.exec(one.trim()) ?? [];
    const at = nth === undefined ? 0 : Number(nth);
    if (!code || (nth !== undefined && (at === 0 || Math.abs(at) > 53)))
      return { fault: `“${one}” is not a weekday, like MO.` };
    if (at !== 0 && frequency !== "MONTHLY" && frequency !== "YEARLY")
      return { fault: `“${one}”: only monthly and yearly rules can use the nth weekday.` };
    days.push({ weekday: weekdayCodes.indexOf(code as WeekdayCode) + 1, nth: at });
  }
  const aDay = startsADay(frequency, interval, numbers);
  if (aDay > mostStartsADay)
    return {
      fault: `It would repeat up to ${aDay.toLocaleString("en-GB")} times a day; ${mostStartsADay} times, every 15 minutes, is the most.`,
    };
  return {
    frequency,
    interval,
    ...(count === undefined ? {} : { count }),
    ...(until === undefined ? {} : { until }),
    days,
    monthDays: numbers.get("BYMONTHDAY") ?? [],
    months: numbers.get("BYMONTH") ?? [],
    positions: numbers.get("BYSETPOS") ?? [],
    weekStart,
    isRare: ["HOURLY", "MINUTELY", "SECONDLY"].includes(frequency) || rareParts.some((part) => parts.has(part)),
    text: [...parts]
      .filter(([name]) => !name.startsWith("X-"))
      .map(([name, value]) => `${name}=${value}`)
      .join(";"),
  };
}

/** How many starts a day can have by a rule, at most: its steps within a day, times the times of day it names. */
function startsADay(frequency: Frequency, interval: number, numbers: ReadonlyMap<string, readonly number[]>): number {
  const named = (part: string, all: number) => numbers.get(part)?.length ?? all;
  const [hours, minutes, seconds] = [named("BYHOUR", 24), named("BYMINUTE", 60), named("BYSECOND", 60)];
  const once = (part: string) => named(part, 1);
  const steps = (inDay: number) => Math.ceil(inDay / interval);
  switch (frequency) {
    case "SECONDLY":
      return Math.min(steps(86_400), hours * minutes * seconds);
    case "MINUTELY":
      return Math.min(steps(1440), hours * minutes) * once("BYSECOND");
    case "HOURLY":
      return Math.min(steps(24), hours) * once("BYMINUTE") * once("BYSECOND");
    default:
      return once("BYHOUR") * once("BYMINUTE") * once("BYSECOND");
  }
}

function isUntil(text: string): boolean {
  const [, year, month, day] = /^(\d{4})(\d\d)(\d\d)(T\d{6}Z?)?$/.exec(text) ?? [];
  return year !== undefined && isDate(`${year}-${month}-${day}`);
}

const known = new Map<string, RepeatRule | { readonly fault: string }>();

/** The rule of a text, read once. */
export function ruleOf(text: string): RepeatRule | undefined {
  let rule = known.get(text);
  if (!rule) {
    if (known.size > 5000) known.clear();
    known.set(text, (rule = readRule(text)));
  }
  return "fault" in rule ? undefined : rule;
}

/** `2026-11-24T09:00` as `20261124T090000`, and a date as `20261124`. */
export function compactMoment(moment: DateText | MomentText): string {
  const compact = moment.replace(/[-:]/g, "");
  return isMoment(moment) ? `${compact}00` : compact;
}
