import type { PlanContext } from "../context";
import type { Habit } from "../../model/index";
import {
  addDays,
  addMonths,
  dateOf,
  daysBetween,
  repeatOf,
  startOfWeek,
  startsOf,
  type DateText,
} from "../../time/index";
import { seriesStart } from "./series";

/** What a person said of a habit on a day. */
export type HabitMark = "done" | "part" | "skipped";

/** A habit on a day on which its rule has it, and what was said of it. */
interface HabitDay {
  readonly habit: Habit;
  readonly done: boolean;
  readonly mark: HabitMark | undefined;
}

/** From when to when the parts of a day are, in minutes since midnight. */
export const partsOfDay: Readonly<
  Record<"morning" | "midday" | "afternoon" | "evening", readonly [from: number, to: number]>
> = { morning: [360, 720], midday: [660, 840], afternoon: [720, 1080], evening: [1020, 1320] };

/** What was said of a habit on a date. */
export function markOn(habit: Habit, date: DateText): HabitMark | undefined {
  if (habit.marks.includes(date)) return "done";
  if (habit.partMarks?.includes(date)) return "part";
  return habit.skips?.includes(date) ? "skipped" : undefined;
}

/**
 * The habits that a date has: those whose rules have them on it, and those without a rule on every day from the one they
 * were made on, until they were done as often in that week as they are meant to be. `firstWeekday` is 1 for Monday to 7 for Sunday.
 */
export function habitsOn(reads: PlanContext, date: DateText, firstWeekday: number): HabitDay[] {
  return (reads.list("kind", "habit") as readonly Habit[]).flatMap((habit) => {
    const mark = markOn(habit, date);
    return isMeantOn(habit, date, mark, firstWeekday) ? [{ habit, done: mark === "done", mark }] : [];
  });
}

function isMeantOn(habit: Habit, date: DateText, mark: HabitMark | undefined, firstWeekday: number): boolean {
  const repeat = habit.repeat === undefined ? undefined : repeatOf(habit.repeat);
  const start = seriesStart(habit);
  if (start === undefined) return false;
  if (repeat) return ruleDates(start, repeat, date, date).length > 0;
  if (habit.repeat !== undefined || date < start) return false;
  return mark !== undefined || countInWeek(habit.marks, startOfWeek(date, firstWeekday)) < habit.timesAWeek;
}

type Rule = NonNullable<ReturnType<typeof repeatOf>>;

/**
 * The dates on which a rule has a habit that was made on `start`. A series begins with its own start in any case (RFC 5545,
 * 3.8.5.3); a habit for Mondays that was made on a Tuesday does not begin that day.
 */
function ruleDates(start: DateText, repeat: Rule, from: DateText, to: DateText): DateText[] {
  const dates = startsOf(start, repeat, from > start ? from : start, to).map(dateOf);
  return dates[0] === start && !isOfRule(start, repeat) ? dates.slice(1) : dates;
}

/** Whether a rule that began one step before `date` would have that date too. */
function isOfRule(date: DateText, { rule, ...others }: Rule): boolean {
  if (!rule || rule.isRare) return true;
  const { frequency, interval, count: _count, ...endless } = rule;
  const isOpen = rule.days.length + rule.monthDays.length + rule.months.length + rule.positions.length === 0;
  if (isOpen) return true;
  const before =
    frequency === "DAILY" || frequency === "WEEKLY"
      ? addDays(date, -interval * (frequency === "WEEKLY" ? 7 : 1))
      : addMonths(date, -interval * (frequency === "YEARLY" ? 12 : 1));
  return startsOf(before, { ...others, rule: { ...endless, frequency, interval } }, date, date).length > 0;
}

function countInWeek(dates: readonly DateText[], first: DateText): number {
  const last = addDays(first, 6);
  return dates.filter((one) => one >= first && one <= last).length;
}

/** How long a habit was kept up without a break, and what is counted. */
export interface Streak {
  readonly count: number;
  readonly of: "day" | "week";
  /** The longest there was. */
  readonly longest: number;
}

const yearsBack = 6;

/**
 * How long a habit was kept up. By a rule, the days on which it was meant and done, in part too, one after the other; a day
 * that was skipped for a reason neither counts nor breaks it. Without a rule, the weeks in which it was done as often as it
 * is meant to be, a skipped day counting for one of the times. What is not over yet breaks nothing. `firstWeekday` is 1 for
 * Monday to 7 for Sunday.
 */
export function streakOf(habit: Habit, today: DateText, firstWeekday: number): Streak {
  const repeat = habit.repeat === undefined ? undefined : repeatOf(habit.repeat);
  const start = seriesStart(habit);
  const dates = [...habit.marks, ...(habit.partMarks ?? [])].sort();
  const earliest = [start ?? today, dates[0] ?? today, addDays(today, -366 * yearsBack)];
  const from = earliest[2]! > earliest[1]! ? earliest[2]! : earliest[1]! < earliest[0]! ? earliest[1]! : earliest[0]!;
  const outcomes =
    repeat && start ? dayOutcomes(habit, start, repeat, from, today) : weekOutcomes(habit, from, today, firstWeekday);
  let [count, longest] = [0, 0];
  for (const outcome of outcomes) {
    if (outcome === "kept") longest = Math.max(longest, ++count);
    if (outcome === "missed") count = 0;
  }
  return { count, of: repeat ? "day" : "week", longest };
}

type Outcome = "kept" | "missed" | "forgiven";

function* dayOutcomes(
  habit: Habit,
  start: DateText,
  repeat: Rule,
  from: DateText,
  today: DateText,
): Generator<Outcome> {
  for (const date of ruleDates(start, repeat, from, today)) {
    const mark = markOn(habit, date);
    if (mark === "done" || mark === "part") yield "kept";
    else yield mark === "skipped" || date === today ? "forgiven" : "missed";
  }
}

function* weekOutcomes(habit: Habit, from: DateText, today: DateText, firstWeekday: number): Generator<Outcome> {
  const kept = [...habit.marks, ...(habit.partMarks ?? [])];
  const thisWeek = startOfWeek(today, firstWeekday);
  for (let week = startOfWeek(from, firstWeekday); week <= thisWeek; week = addDays(week, 7)) {
    const done = countInWeek(kept, week);
    const wanted = Math.max(1, habit.timesAWeek);
    const skipped = countInWeek(habit.skips ?? [], week);
    if (done >= wanted) yield "kept";
    else if (done + skipped >= wanted) yield done > 0 ? "kept" : "forgiven";
    else yield week === thisWeek ? "forgiven" : "missed";
  }
}

/** How often a habit was meant and kept from a date to another; without a rule it is meant so many times in each seven days. */
export function habitDays(
  habit: Habit,
  from: DateText,
  to: DateText,
): { meant: number; done: number; part: number; skipped: number } {
  const repeat = habit.repeat === undefined ? undefined : repeatOf(habit.repeat);
  const start = seriesStart(habit);
  const within = (dates: readonly DateText[] = []) => dates.filter((date) => date >= from && date <= to).length;
  const first = start === undefined || dateOf(start) < from ? from : dateOf(start);
  const days = Math.max(0, daysBetween(first, to) + 1);
  const meant = repeat && start ? ruleDates(start, repeat, from, to).length : Math.round((days / 7) * habit.timesAWeek);
  return { meant, done: within(habit.marks), part: within(habit.partMarks), skipped: within(habit.skips) };
}

/** A day of a habit as it is drawn over a year. */
export interface HabitYearDay {
  readonly date: DateText;
  readonly mark: HabitMark | undefined;
  /** Whether its rule had it that day; without a rule any day would do. */
  readonly isMeant: boolean;
}

/** The days of a habit over the year up to a date, whole weeks from their first weekday on; and how often it was meant and done. */
export function habitYear(
  habit: Habit,
  today: DateText,
  firstWeekday: number,
): { days: readonly HabitYearDay[]; meant: number; done: number } {
  const first = addDays(startOfWeek(today, firstWeekday), -52 * 7);
  const repeat = habit.repeat === undefined ? undefined : repeatOf(habit.repeat);
  const start = seriesStart(habit);
  const meantOn = new Set(repeat && start ? ruleDates(start, repeat, first, today) : []);
  const days: HabitYearDay[] = [];
  for (let date = first; date <= today; date = addDays(date, 1))
    days.push({ date, mark: markOn(habit, date), isMeant: meantOn.has(date) });
  const done = days.filter(({ mark }) => mark === "done").length;
  const since = start === undefined || start.slice(0, 10) < first ? first : start.slice(0, 10);
  const weeks = days.filter(({ date }) => date >= since).length / 7;
  return { days, meant: repeat ? meantOn.size : Math.round(weeks * habit.timesAWeek), done };
}
