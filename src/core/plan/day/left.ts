import type { PlanContext } from "../context";
import { isUnfinished, type Block, type Id, type Task } from "../../model/index";
import { addDays, elapsedMinutes, type DateText, type MomentText } from "../../time/index";
import { stretchFor } from "./box";
import { entriesFor, entryMinutes, minutesOn } from "../log/workLog";

/** The moment at which a date or a moment is over: a date when the next one begins. */
export function endOf(until: DateText | MomentText): MomentText {
  return until.length === 10 ? `${addDays(until, 1)}T00:00` : until;
}

/**
 * What is left of a task, in minutes: its length, less that of its parts, which count for themselves, less what was worked
 * on it, and less what has hours from `now` on. It is the one number that load, tray, portion, warnings, proposals, sums of
 * sections and whatever is carried go by; hours that passed without work, and work beyond the length, change nothing of it.
 * @param until counts only the hours that it has up to then: what is left when it is due
 * @returns 0 for what is done or dropped, and for what has no length
 */
export function leftMinutes(reads: PlanContext, task: Task, until?: DateText | MomentText): number {
  const { now } = reads;
  if (!isUnfinished(task.state)) return 0;
  const length = reads.lengthOf(task) ?? 0;
  if (length === 0) return 0;
  let left = length - partsMinutes(reads, task.id) - hoursAhead(reads, task.id, now, until);
  if (left > 0) left -= workedMinutes(reads, task.id, now);
  return Math.max(0, left);
}

/** How long the parts of a task are together, done or not: none of that is for the whole to do. */
function partsMinutes(reads: PlanContext, id: Id): number {
  let minutes = 0;
  for (const part of reads.list("tasksByParent", id) as readonly Task[])
    if (part.id !== id) minutes += reads.lengthOf(part) ?? 0;
  return minutes;
}

/** Minutes that a task has on the calendar from `now` on, up to `until`: hours of its own, and its stretches of boxes. */
export function hoursAhead(reads: PlanContext, id: Id, now: MomentText, until?: DateText | MomentText): number {
  const last = until === undefined ? undefined : endOf(until);
  let minutes = 0;
  for (const block of reads.list("blocksByTask", id) as readonly Block[]) {
    const { start, end } = stretchFor(block, id);
    const from = start < now ? now : start;
    const to = last !== undefined && end > last ? last : end;
    if (to > from) minutes += elapsedMinutes(from, to, reads.zone);
  }
  return minutes;
}

/**
 * Minutes that a task had on a date, by hours that are over, and that were not worked: they are planned on that date as they
 * stand, and what is left of the task is not planned there a second time.
 */
export function passedUnworked(reads: PlanContext, id: Id, date: DateText): number {
  const { now } = reads;
  const [first, next] = [`${date}T00:00`, endOf(date)];
  let minutes = 0;
  for (const block of reads.list("blocksByTask", id) as readonly Block[]) {
    const { start, end } = stretchFor(block, id);
    const from = start < first ? first : start;
    const to = [end, next, now].reduce((a, b) => (b < a ? b : a));
    if (to > from) minutes += elapsedMinutes(from, to, reads.zone);
  }
  if (minutes === 0) return 0;
  for (const entry of entriesFor(reads, "task", id)) minutes -= minutesOn(date, entry, now, reads.zone);
  return Math.max(0, minutes);
}

function workedMinutes(reads: PlanContext, id: Id, now: MomentText): number {
  let minutes = 0;
  for (const entry of entriesFor(reads, "task", id)) minutes += entryMinutes(entry, now, reads.zone);
  return minutes;
}
