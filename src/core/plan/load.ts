import { isUnfinished, type Block, type Id, type Settings, type Task } from "../model";
import { minutesFor } from "../page";
import type { Store } from "../store";
import { capacityMinutes, dateOf, type DateText } from "../time";
import { dayItems, isWork } from "./dayItems";
import { hasHoursAgain, occurrencesOn } from "./series";

/** How full a day is. */
export interface Load {
  /**
   * Minutes of work on the day: its events, the blocks for tasks and themes, and what is still to be placed of the
   * tasks whose do day it is. Blocks of plain text, such as lunch, are not work.
   */
  readonly plannedMinutes: number;
  /** Of these, minutes that have their hours on the rail. */
  readonly placedMinutes: number;
  readonly capacityMinutes: number;
}

type Reads = Pick<Store, "list">;

/** The load of a date. `zone` is the person's own. */
export function loadOf(store: Reads, date: DateText, settings: Settings, zone: string): Load {
  let placedMinutes = 0;
  for (const item of dayItems(store, date, zone)) if (isWork(item.record)) placedMinutes += item.minutes;
  let waiting = 0;
  for (const task of store.list("tasksByDoDay", date) as Task[]) waiting += unplacedMinutes(store, task, date);
  // What comes again counts on each of its days, though it has no record of its own there yet.
  for (const task of occurrencesOn(store, date))
    if (task.kind === "task" && !hasHoursAgain(store, task.series, date)) waiting += task.estimateMinutes ?? 0;
  return {
    plannedMinutes: placedMinutes + waiting,
    placedMinutes,
    capacityMinutes: capacityMinutes(settings.workingWeek, date),
  };
}

/**
 * Minutes of a task that have no hours yet: its estimate less all that is placed for it from `date` on. One that is
 * done counts what it took, where nothing was placed for it, so that ticking does not empty a day.
 */
export function unplacedMinutes(store: Reads, task: Task, date: DateText): number {
  const blocks = store.list("blocksByTask", task.id) as Block[];
  if (!isUnfinished(task.state)) {
    if (task.state === "dropped" || blocks.length > 0) return 0;
    return task.tookMinutes ?? task.estimateMinutes ?? 0;
  }
  let left = task.estimateMinutes ?? 0;
  for (const block of blocks) if (dateOf(block.start) >= date) left -= minutesFor(block, task.id);
  for (const part of unfinishedParts(store, task.id)) left -= part.estimateMinutes ?? 0;
  return Math.max(0, left);
}

/** Parts count for themselves, so what is estimated for the whole counts only beyond them. */
function unfinishedParts(store: Reads, id: Id): Task[] {
  return (store.list("tasksByParent", id) as Task[]).filter((part) => part.id !== id && isUnfinished(part.state));
}
