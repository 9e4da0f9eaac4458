import { isUnfinished, type Block, type Event, type Id, type PensumRecord, type Settings, type Task } from "../model";
import { minutesFor } from "../page";
import type { Store } from "../store";
import { capacityMinutes, dateOf, elapsedMinutes, momentAt, type DateText } from "../time";
import { countedMinutes, type Counting } from "./countedMinutes";
import { dayItems, isWork, type DayItem } from "./dayItems";
import { freeTime, totalMinutes, type Gap } from "./freeTime";
import { isMine } from "./mine";
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

type Reads = Pick<Store, "list"> & Partial<Pick<Store, "get">> & Counting;

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
export function loadOf(store: Reads, date: DateText, settings: Settings, zone: string): Load {
  const placedMinutes = placedMinutesOn(store, date, zone);
  let waiting = 0;
  eachWaiting(store, date, (_, minutes) => (waiting += minutes));
  return {
    plannedMinutes: placedMinutes + waiting,
    placedMinutes,
    capacityMinutes: capacityMinutes(settings.workingWeek, date),
  };
}

/** What the load of a date is made of: what has hours, in their order, then what has none yet. */
export function loadParts(store: Reads, date: DateText, zone: string): readonly LoadPart[] {
  const parts: LoadPart[] = [];
  eachOnce(ownWork(store, date, zone), date, zone, ({ record, startMinute }, minutes) =>
    parts.push({ record, minutes, startMinute }),
  );
  eachWaiting(store, date, (record, minutes) => {
    if (minutes > 0) parts.push({ record, minutes, startMinute: undefined });
  });
  return parts;
}

/** Calls `take` with what counts on a date and has no hours there. */
function eachWaiting(store: Reads, date: DateText, take: (task: Task, minutes: number) => void) {
  for (const task of tasksOfDay(store, date)) take(task, unplacedMinutes(store, task, date));
  // What comes again counts on each of its days, though it has no record of its own there yet.
  for (const task of occurrencesOn(store, date))
    if (task.kind === "task" && isMine(store, task) && !hasHoursAgain(store, task.series, date))
      take(task, countedMinutes(store, task) ?? 0);
}

/** Minutes of a date that have their hours: the person's own work on it, events and blocks; what overlaps counts once. */
export function placedMinutesOn(store: Reads, date: DateText, zone: string): number {
  let minutes = 0;
  eachOnce(ownWork(store, date, zone), date, zone, (_, more) => (minutes += more));
  return minutes;
}

/** A stretch of a date that has its hours, with the minutes that pass in it. */
export interface PlacedStretch extends Gap {
  readonly minutes: number;
}

/** The stretches of a date that have their hours, of the person's own work, in order; what overlaps counts once. */
export function placedStretches(store: Reads, date: DateText, zone: string): readonly PlacedStretch[] {
  const stretches: PlacedStretch[] = [];
  eachOnce(ownWork(store, date, zone), date, zone, ({ endMinute }, minutes, startMinute) =>
    stretches.push({ startMinute, endMinute, minutes }),
  );
  return stretches;
}

const ownWork = (store: Reads, date: DateText, zone: string): readonly DayItem[] =>
  dayItems(store, date, zone).filter(({ record }) => isWork(record) && isOwnWork(store, record));

/**
 * Minutes of work that a date has room for: as many as its working hours hold between what is there, from `fromMinute` on,
 * and no more than its capacity leaves beside what is planned. So free time and load speak of the same day.
 */
export function roomOn(store: Reads, date: DateText, settings: Settings, zone: string, fromMinute = 0): number {
  const gaps = totalMinutes(freeTime(store, date, settings, zone, fromMinute));
  const load = loadOf(store, date, settings, zone);
  return Math.min(gaps, Math.max(0, load.capacityMinutes - load.plannedMinutes));
}

/** The day in whose load a task counts: the one it is meant for, or else the one it is due on; none where it rests. */
export function countedDay({ doDay, due, restUntil }: Task): DateText | undefined {
  return doDay ?? (due !== undefined && restUntil === undefined ? dateOf(due) : undefined);
}

/** The person's own tasks of a date: those meant for it, and those due on it that are meant for no day; each once. */
function tasksOfDay(store: Reads, date: DateText): Task[] {
  const meant = store.list("tasksByDoDay", date) as readonly Task[];
  const due = (store.list("openByDueDay", date) as readonly PensumRecord[]).filter(
    (record): record is Task => record.kind === "task" && record.doDay === undefined && record.restUntil === undefined,
  );
  return [...meant, ...due].filter((task) => isMine(store, task));
}

/** Hours of a colleague's task are not the person's own. */
function isOwnWork(store: Reads, record: Block | Event): boolean {
  if (record.kind !== "block" || record.task === undefined) return true;
  const task = store.get?.(record.task);
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
 * Minutes of a task that have no hours yet: its length less all that is placed for it from `date` on. One that is
 * done counts what it took, where nothing was placed for it, so that ticking does not empty a day.
 */
function unplacedMinutes(store: Reads, task: Task, date: DateText): number {
  const blocks = store.list("blocksByTask", task.id) as Block[];
  if (!isUnfinished(task.state)) {
    if (task.state === "dropped" || blocks.length > 0) return 0;
    return task.tookMinutes ?? countedMinutes(store, task) ?? 0;
  }
  let left = countedMinutes(store, task) ?? 0;
  for (const block of blocks) if (dateOf(block.start) >= date) left -= minutesFor(block, task.id);
  for (const part of unfinishedParts(store, task.id)) left -= countedMinutes(store, part) ?? 0;
  return Math.max(0, left);
}

/** Parts count for themselves, so what is reckoned for the whole counts only beyond them. */
function unfinishedParts(store: Reads, id: Id): Task[] {
  return (store.list("tasksByParent", id) as Task[]).filter((part) => part.id !== id && isUnfinished(part.state));
}
