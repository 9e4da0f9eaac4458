import type { PlanContext } from "../context";
import { isUnfinished, type Block, type Id, type PensumRecord, type Task } from "../../model/index";
import { addMinutes, minutesBetween, type MomentText } from "../../time/index";
import type { DayItem } from "./dayItems";

/** Whether a record is hours that no single task has, so that several may be put into them: a time box. */
export function isBox(record: PensumRecord | undefined): record is Block {
  return record?.kind === "block" && record.task === undefined;
}

/** Whether hours are set aside for a theme and for no task of their own: room for its tasks. */
export function waitsForTasks(record: PensumRecord): record is Block {
  return isBox(record) && record.theme !== undefined;
}

/** Minutes that tasks have in a time box. */
export function heldMinutes({ holds = [] }: Block): number {
  return holds.reduce((sum, { minutes }) => sum + minutes, 0);
}

/** Minutes of a box that no task has yet; below 0 where more was put in than it is long. */
export function roomMinutes(box: Block): number {
  return minutesBetween(box.start, box.end) - heldMinutes(box);
}

/** From when to when a block is for a task: all of it, or its part of a box, where each begins when the one before ends. */
export function stretchFor(block: Block, task: Id): { start: MomentText; end: MomentText } {
  let before = 0;
  for (const held of block.task === task ? [] : (block.holds ?? [])) {
    if (held.task === task) {
      const start = addMinutes(block.start, before);
      return { start, end: addMinutes(start, held.minutes) };
    }
    before += held.minutes;
  }
  return block;
}

/** The tasks of a box, in the order in which they are worked off; those that are gone are left out. */
export function tasksIn(reads: PlanContext, { holds = [] }: Block): { task: Task; minutes: number }[] {
  return holds.flatMap(({ task: id, minutes }) => {
    const task = reads.find("task", id);
    return task ? [{ task, minutes }] : [];
  });
}

/** The task of a box whose turn it is: the first that is not done. */
export function nextIn(reads: PlanContext, box: Block): Task | undefined {
  return tasksIn(reads, box).find(({ task }) => isUnfinished(task.state))?.task;
}

/** The box at a minute of a day into which a task goes that is put there: none where anything else lies there. */
export function boxAt(items: readonly DayItem[], minute: number): Block | undefined {
  const there = items.filter(({ startMinute, endMinute }) => startMinute <= minute && minute < endMinute);
  const record = there[0]?.record;
  return there.length === 1 && isBox(record) ? record : undefined;
}

/**
 * How many minutes a task takes that is put into a box: what is left of it, or what room there is where that is less.
 * One that fits in no more takes all the same what is left of it: the box shows that it is too full. Always a whole minute
 * at least and a day at most, which is what a box can hold of one task.
 */
export function minutesInBox(box: Block, wanted: number): number {
  const room = roomMinutes(box);
  return Math.max(1, Math.min(Math.round(wanted), room > 0 ? room : 1440, 1440));
}
