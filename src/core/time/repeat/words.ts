import { addDays, isDate } from "../dates";
import { listed } from "../grammar";
import { dateText, type TimeStyle } from "../wording";
import type { Repeat } from "./repeat";
import type { RepeatRule, RuleDay } from "./rule";

const units = {
  YEARLY: "year",
  MONTHLY: "month",
  WEEKLY: "week",
  DAILY: "day",
  HOURLY: "hour",
  MINUTELY: "minute",
  SECONDLY: "second",
} as const;
const ordinals = ["", "first", "second", "third", "fourth", "fifth"];
const someMonday = "2026-11-23";

/** How something comes again, in words: "every 2 weeks on Monday and Thursday until 24 Dec 2026". */
export function repeatWords({ rule, except, also, fromDone }: Repeat, style: TimeStyle): string {
  const parts = [rule ? ruleWords(rule, style) : `on ${also.length + 1} dates`];
  if (fromDone) parts.push("after it is done");
  if (rule && also.length > 0) parts.push(`and on ${also.length} more ${also.length === 1 ? "date" : "dates"}`);
  if (except.length > 0)
    parts.push(
      `but not on ${listed(except.slice(0, 3).map((at) => shortDate(at, style)))}${except.length > 3 ? " and more" : ""}`,
    );
  return parts.join(" ");
}

function ruleWords(rule: RepeatRule, style: TimeStyle): string {
  const unit = units[rule.frequency];
  const every = rule.interval === 1 ? `every ${unit}` : `every ${rule.interval} ${unit}s`;
  if (rule.isRare) return `${every} by a custom rule${endWords(rule, style)}`;
  const working = isWorkingWeek(rule.days);
  if (working && rule.interval === 1 && (rule.frequency === "WEEKLY" || rule.frequency === "DAILY"))
    return `every working day${endWords(rule, style)}`;
  const on = [
    ...(rule.days.length > 0 ? [listed(rule.days.map((day) => dayWords(day, rule, style)))] : []),
    ...(rule.monthDays.length > 0 ? [listed(rule.monthDays.map(monthDayWords))] : []),
  ];
  const months = rule.months.length > 0 ? ` in ${listed(rule.months.map((month) => monthWords(month, style)))}` : "";
  const positions = rule.positions.length > 0 ? `, only the ${listed(rule.positions.map(nthWords))} of these` : "";
  return `${every}${on.length > 0 ? ` on ${on.join(" that falls on ")}` : ""}${months}${positions}${endWords(rule, style)}`;
}

function isWorkingWeek(days: readonly RuleDay[]): boolean {
  return days.length === 5 && days.every(({ weekday, nth }) => weekday <= 5 && nth === 0);
}

function dayWords({ weekday, nth }: RuleDay, rule: RepeatRule, style: TimeStyle): string {
  const name = dateText(addDays(someMonday, weekday - 1), "dayName", style);
  if (nth !== 0) return `the ${nthWords(nth)} ${name}`;
  return rule.frequency === "MONTHLY" || rule.frequency === "YEARLY" ? `each ${name}` : name;
}

function nthWords(nth: number): string {
  if (nth === -1) return "last";
  if (nth < 0) return `${ordinals[-nth] ?? `${-nth}th`} from last`;
  return ordinals[nth] ?? `${nth}th`;
}

function monthDayWords(day: number): string {
  if (day === -1) return "the last day";
  if (day < 0) return `the ${ordinals[-day] ?? `${-day}th`} day from last`;
  return `the ${day}${day % 10 === 1 && day !== 11 ? "st" : day % 10 === 2 && day !== 12 ? "nd" : day % 10 === 3 && day !== 13 ? "rd" : "th"}`;
}

function monthWords(month: number, style: TimeStyle): string {
  return dateText(`2026-${String(month).padStart(2, "0")}-01`, "month", style).replace(/\s?\d{4}/, "");
}

function endWords({ count, until }: RepeatRule, style: TimeStyle): string {
  if (count !== undefined) return count === 1 ? ", once" : `, ${count} times`;
  if (until === undefined) return "";
  return ` until ${shortDate(`${until.slice(0, 4)}-${until.slice(4, 6)}-${until.slice(6, 8)}`, style)}`;
}

function shortDate(at: string, style: TimeStyle): string {
  const date = at.slice(0, 10);
  return isDate(date) ? dateText(date, "day", style) : at;
}
