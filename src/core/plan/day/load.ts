import type { PlanContext } from "../context";
import { isUnfinished, type Block, type Event, type PensumRecord, type Task } from "../../model/index";
import { capacityMinutes, dateOf, elapsedMinutes, momentAt, type DateText } from "../../time/index";
import { heldMinutes, waitsForTasks } from "./box";
import { isWork, standingItems, type DayItem } from "./dayItems";
import type { Gap } from "../week/freeTime";
import { leftMinutes, passedUnworked } from "./left";
import { isMine } from "./mine";
import { hasHoursAgain, occurrencesOn } from "../rhythm/series";

/** How full a day is. */
export interface Load {
  /**
   * Minutes of work on the day: its events, the blocks of its tasks, and what is left of the tasks whose do day it is. Hours
   * of a theme are room for its tasks and count as far as they hold some. Blocks of plain text, such as lunch, are not work.
   */
  readonly plannedMinutes: number;
  /** Of these, minutes that have their hours on the rail. */
  readonly placedMinutes: number;
  readonly capacityMinutes: number;
}

/** Tells whether more is planned on a day than it can take; a day without working hours is never over. */
export function isOver({ plannedMinutes, capacityMinutes }: Pick<Load, "plannedMinutes" | "capacityMinutes">): boolean {
  return capacityMinutes > 0 && plannedMinutes > capacityMinutes;
}

/** Something that counts in the load of a day. */
export interface LoadPart {
  readonly record: Task | Block | Event;
  readonly minutes: number;
  /** Minutes since midnight at which its hours begin; undefined for what has none yet. */
  readonly startMinute: number | undefined;
}

/** The load of a date. `zone` is the person's own. */
export function loadOf(store: PlanContext, date: DateText): Load {
  const placedMinutes = placedMinutesOn(store, date);
  let waiting = 0;
  eachWaiting(store, date, (_, minutes) => (waiting += minutes));
  return {
    plannedMinutes: placedMinutes + waiting,
    placedMinutes,
    capacityMinutes: capacityMinutes(store.settings.workingWeek, date),
  };
}

/** What the load of a date is made of: what has hours, in their order, then what has none yet. */
export function loadParts(store: PlanContext, date: DateText): readonly LoadPart[] {
  const parts: LoadPart[] = [];
  eachOnce(ownWork(store, date), date, store.zone, ({ record, startMinute }, minutes) =>
    parts.push({ record, minutes, startMinute }),
  );
  eachWaiting(store, date, (record, minutes) => {
    if (minutes > 0) parts.push({ record, minutes, startMinute: undefined });
  });
  return parts;
}

/** Calls `take` with what counts on a date and has no hours there. */
function eachWaiting(store: PlanContext, date: DateText, take: (task: Task, minutes: number) => void) {
  for (const task of tasksOfDay(store, date)) take(task, waitingMinutes(store, task, date));
  // What comes again counts on each of its days, though it has no record of its own there yet.
  for (const task of occurrencesOn(store, date))
    if (task.kind === "task" && isMine(store, task) && !hasHoursAgain(store, task.series, date))
      take(task, store.lengthOf(task) ?? 0);
}

/** Minutes of a date that have their hours: the person's own work on it, events and blocks; what overlaps counts once. */
export function placedMinutesOn(store: PlanContext, date: DateText): number {
  let minutes = 0;
  eachOnce(ownWork(store, date), date, store.zone, (_, more) => (minutes += more));
  return minutes;
}

/** A stretch of a date that has its hours, with the minutes that pass in it. */
export interface PlacedStretch extends Gap {
  readonly minutes: number;
}

/** The stretches of a date that were set aside for work, those of themes whole, in order; what overlaps counts once. */
export function setAsideOn(store: PlanContext, date: DateText): readonly PlacedStretch[] {
  const { zone } = store;
  const stretches: PlacedStretch[] = [];
  eachOnce(workItems(store, date), date, zone, ({ endMinute }, minutes, startMinute) =>
    stretches.push({ startMinute, endMinute, minutes }),
  );
  return stretches;
}

const workItems = (store: PlanContext, date: DateText): readonly DayItem[] =>
  standingItems(store, date).filter(({ record }) => isWork(record) && isOwnWork(store, record));

/** The person's own work of a date by its hours: those of a theme as far as tasks are in them. */
function ownWork(store: PlanContext, date: DateText): readonly DayItem[] {
  const { zone } = store;
  return workItems(store, date).flatMap((item) => {
    if (!waitsForTasks(item.record)) return item;
    const endMinute = Math.min(item.endMinute, item.startMinute + heldMinutes(item.record));
    if (endMinute <= item.startMinute) return [];
    return { ...item, endMinute, minutes: elapsed(date, item.startMinute, endMinute, zone) };
  });
}

/** The day in whose load a task counts: the one it is meant for, or else the one it is due on; none where it rests. */
export function countedDay({ doDay, due, restUntil }: Task): DateText | undefined {
  return doDay ?? (due !== undefined && restUntil === undefined ? dateOf(due) : undefined);
}

/** The person's own tasks of a date: those meant for it, and those due on it that are meant for no day; each once. */
function tasksOfDay(store: PlanContext, date: DateText): Task[] {
  const meant = store.list("tasksByDoDay", date) as readonly Task[];
  const due = (store.list("openByDueDay", date) as readonly PensumRecord[]).filter(
    (record): record is Task => record.kind === "task" && record.doDay === undefined && record.restUntil === undefined,
  );
  return [...meant, ...due].filter((task) => isMine(store, task));
}

/** Hours of a colleague's task are not the person's own. */
function isOwnWork(store: PlanContext, record: Block | Event): boolean {
  if (record.kind !== "block" || record.task === undefined) return true;
  const task = store.get(record.task);
  return task?.kind !== "task" || isMine(store, task);
}

/** Calls `take` with each item and the minutes that it really takes of a date beside those before it: what overlaps counts once. */
function eachOnce(
  items: readonly DayItem[],
  date: DateText,
  zone: string,
  take: (item: DayItem, minutes: number, startMinute: number) => void,
) {
  let end = 0;
  for (const item of items) {
    if (item.endMinute <= end) continue;
    const start = Math.max(end, item.startMinute);
    take(item, start === item.startMinute ? item.minutes : elapsed(date, start, item.endMinute, zone), start);
    end = item.endMinute;
  }
}

function elapsed(date: DateText, startMinute: number, endMinute: number, zone: string): number {
  return elapsedMinutes(momentAt(date, startMinute), momentAt(date, endMinute), zone);
}

/**
 * Minutes of a task that count on its day beside its hours: what is left of it, as far as hours of that day that passed
 * without work do not stand for it already. One that is done counts what it took, where
 * nothing was placed for it, so that ticking does not empty a day; one that was dropped counts nowhere.
 */
function waitingMinutes(store: PlanContext, task: Task, date: DateText): number {
  if (isUnfinished(task.state)) return Math.max(0, leftMinutes(store, task) - passedUnworked(store, task.id, date));
  if (task.state === "dropped" || store.list("blocksByTask", task.id).length > 0) return 0;
  return task.tookMinutes ?? store.lengthOf(task) ?? 0;
}
