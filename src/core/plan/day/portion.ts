import type { PlanContext } from "../context";
import { dayPageId, isUnfinished, type Aim, type Block, type Id, type Task } from "../../model/index";
import {
  addDays,
  dateOf,
  durationText,
  minuteOn,
  minutesPerDay,
  momentAt,
  rangeText,
  type DateText,
  type TimeStyle,
} from "../../time/index";
import { hoursAhead, leftMinutes } from "./left";
import { reasonsOf } from "./reasons";
import { tray } from "./tray";
import { workedOn } from "../log/workLog";

/** No day has more aims, nor more tasks in its portion. */
export const mostChosen = 3;

/** A task of a day's portion: how long it is to be worked on, and how long it was. */
export interface PortionTask {
  readonly task: Task;
  readonly minutes: number;
  readonly workedMinutes: number;
  readonly isDone: boolean;
  /** When it has hours on that day, at which minute. */
  readonly atMinute: number | undefined;
}

/** The aims of a date, in the order in which they were set. */
export function aimsOn(reads: PlanContext, date: DateText): readonly Aim[] {
  return (reads.list("aimsByDay", date) as readonly Aim[]).toSorted((a, b) =>
    `${a.createdAt} ${a.id}` < `${b.createdAt} ${b.id}` ? -1 : 1,
  );
}

/** The portion of a date, in the order of working, with what was worked of it on that day. */
export function portionOn(reads: PlanContext, date: DateText): readonly PortionTask[] {
  const held = reads.find("day", dayPageId(date))?.portion ?? [];
  if (held.length === 0) return [];
  const worked = new Map<Id, number>();
  for (const { record, minutes } of workedOn(reads, date, reads.now).entries)
    if (record.task !== undefined) worked.set(record.task, (worked.get(record.task) ?? 0) + minutes);
  return held.flatMap(({ task: id, minutes }) => {
    const task = reads.find("task", id);
    if (!task) return [];
    const starts = (reads.list("blocksByTask", id) as readonly Block[])
      .filter(({ start }) => dateOf(start) === date)
      .map(({ start }) => minuteOn(date, start));
    return {
      task,
      minutes,
      workedMinutes: worked.get(id) ?? 0,
      isDone: !isUnfinished(task.state),
      atMinute: starts.length === 0 ? undefined : Math.min(...starts),
    };
  });
}

/**
 * Minutes that a task takes in the portion of a date: the hours that it has on it from now on and what is left of it beside
 * all its hours; its length where nothing is left, or half an hour.
 */
export function portionMinutes(reads: PlanContext, task: Task, date: DateText): number {
  const { now } = reads;
  const begins = momentAt(date, 0);
  const thatDay = hoursAhead(reads, task.id, now > begins ? now : begins, date);
  const minutes = thatDay + leftMinutes(reads, task) || (reads.lengthOf(task) ?? usualMinutes);
  return Math.min(minutes, minutesPerDay);
}
const usualMinutes = 30;

/** So many of the same weekday are looked at, and so many must have a log for them to say anything. */
const weeksBack = 12;
const leastDays = 3;

/**
 * How much this person usually works on such a day by their own log, in minutes: the middle of the same weekday in the last
 * twelve weeks. Undefined where fewer than three of them have a log.
 */
export function usuallyWorked(reads: PlanContext, date: DateText): number | undefined {
  const sums: number[] = [];
  for (let week = 1; week <= weeksBack; week++) {
    const day = addDays(date, -7 * week);
    const { workedMinutes } = workedOn(reads, day, `${date}T00:00`);
    if (workedMinutes > 0) sums.push(workedMinutes);
  }
  if (sums.length < leastDays) return undefined;
  sums.sort((a, b) => a - b);
  const middle = Math.floor(sums.length / 2);
  return sums.length % 2 === 1
    ? sums[middle]
    : Math.round(((sums[middle - 1] as number) + (sums[middle] as number)) / 2);
}

/** Whether more is chosen for a day than is usually done on one, and that in words. */
export function portionSum(
  chosen: readonly { readonly minutes: number }[],
  usual: number | undefined,
  date: DateText,
  style: TimeStyle,
): { readonly text: string; readonly isTooMuch: boolean } {
  const sum = chosen.reduce((all, { minutes }) => all + minutes, 0);
  if (usual === undefined) return { text: sum > 0 ? durationText(sum) : "", isTooMuch: false };
  const day = new Intl.DateTimeFormat(style.locale, { weekday: "long", timeZone: "UTC" }).format(
    new Date(`${date}T00:00Z`),
  );
  const usually = `you usually work ${durationText(usual)} on a ${day}`;
  return { text: sum > 0 ? `${durationText(sum)}, ${usually}` : usually, isTooMuch: sum > usual };
}

/** What may be proposed as a portion is weighed by this. */
interface Proposing {
  readonly reads: PlanContext;
  readonly date: DateText;
  readonly style: TimeStyle;
  /** How strongly a task asks to be next. */
  readonly pull: (task: Task) => number;
  /** Working minutes of the day that are still free. */
  readonly freeMinutes: number;
}

/** A portion that is proposed, with why. */
export interface Proposal {
  readonly tasks: readonly { readonly task: Task; readonly minutes: number }[];
  readonly why: readonly string[];
}

/**
 * Proposes a portion: of what waits for this day or has its hours on it, what pulls most and fits into what is free and is
 * usually worked, hardest first. Undefined where nothing fits.
 */
export function proposePortion(proposing: Proposing): Proposal | undefined {
  const { reads, date, style, pull, freeMinutes } = proposing;
  const { now, settings } = reads;
  const placed = (reads.list("blocksByDay", date) as readonly Block[])
    .filter(({ end }) => end > now)
    .flatMap(({ task }) => reads.find("task", task) ?? [])
    .filter(({ state }) => isUnfinished(state));
  const placedMinutes = new Map(placed.map((task) => [task.id, hoursAhead(reads, task.id, now, date)]));
  const all = [...new Set([...placed, ...tray(reads, date)])];
  const weighed = all
    .map((task) => ({ task, minutes: portionMinutes(reads, task, date), points: pull(task) }))
    .sort((a, b) => b.points - a.points || (a.task.id < b.task.id ? -1 : 1));
  // What has its hours already takes nothing of what is free.
  const usual = usuallyWorked(reads, date);
  let room = Math.min(freeMinutes + sumOf(placedMinutes.values()), usual ?? Infinity);
  const chosen: { task: Task; minutes: number }[] = [];
  for (const { task, minutes } of weighed) {
    if (chosen.length === mostChosen || minutes > room) continue;
    chosen.push({ task, minutes });
    room -= minutes;
  }
  if (chosen.length === 0) return undefined;
  const tasks = hardestFirst(chosen);
  const sharp = settings.sharpHours;
  const why = tasks.map(({ task, minutes }, at) => {
    const reasons = reasonsOf(task, now, settings, style)
      .slice(0, 2)
      .map(({ text }) => text);
    if (at === 0 && sharp)
      reasons.push(`for ${rangeText(sharp.startMinute, sharp.endMinute, style)}, when you are sharp`);
    return reasons.length > 0 ? reasons.join(", ") : `${durationText(minutes)} that fit`;
  });
  return { tasks, why };
}

/** What is to be worked first: the longest carried, then what takes longest. */
export function hardestFirst<T extends { readonly task: Task; readonly minutes: number }>(chosen: readonly T[]): T[] {
  const hardness = ({ task, minutes }: T) => minutes + 15 * Math.min(8, task.carried);
  return chosen.toSorted((a, b) => hardness(b) - hardness(a));
}

function sumOf(numbers: Iterable<number>): number {
  let sum = 0;
  for (const number of numbers) sum += number;
  return sum;
}
