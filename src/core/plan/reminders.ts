import { isUnfinished, type Block, type Event, type Id, type PensumRecord, type Settings, type Task } from "../model";
import type { Store } from "../store";
import {
  addDays,
  addMinutes,
  dateOf,
  isDate,
  isMoment,
  momentAt,
  workingDay,
  type DateText,
  type MomentText,
} from "../time";
import { titleOf } from "../things";
import { localSpan } from "./dayItems";
import { isMine } from "./mine";
import { occurrencesOn, recordOrOccurrence } from "./series";

/** Something that rings at a moment. */
export interface Reminder {
  /** The same for the same ringing, in every tab and after a reload. */
  readonly key: string;
  readonly record: Id;
  readonly title: string;
  readonly at: MomentText;
  /** What it is before: the start of hours, or a due moment; absent for a time of its own. */
  readonly target?: MomentText;
  readonly what: "start" | "due" | "own";
}

type Reads = Pick<Store, "list" | "find" | "get">;

/** The longest time before something at which it may ring: what begins later is not looked at. */
const mostDaysAhead = 8;

/**
 * What rings after a moment and up to another, by its time: events and blocks before they start, tasks before their hours
 * and before they are due, and what has a time of its own. What is done, or a colleague's, does not ring.
 */
export function remindersBetween(
  reads: Reads,
  after: MomentText,
  until: MomentText,
  settings: Settings,
  zone: string,
): Reminder[] {
  const found = new Map<string, Reminder>();
  const put = (record: PensumRecord, what: Reminder["what"], at: MomentText, target?: MomentText) => {
    if (at <= after || at > until) return;
    const key = `${record.id} ${what} ${at}`;
    found.set(key, {
      ...{ key, record: record.id, title: titleOf(record, reads), at, what },
      ...(target === undefined ? {} : { target }),
    });
  };
  const hours = (record: Block | Event) => {
    const minutes = minutesBefore(reads, record, settings);
    if (minutes === undefined || isDate(record.start)) return;
    const { start } = localSpan(record, zone);
    put(record, "start", addMinutes(start, -minutes), start);
  };
  const last = addDays(dateOf(until), mostDaysAhead);
  for (let date = dateOf(after); date <= last; date = addDays(date, 1)) {
    for (const record of [...reads.list("eventsByDay", date), ...reads.list("blocksByDay", date)] as (Block | Event)[])
      hours(record);
    for (const one of occurrencesOn(reads, date)) if (one.kind !== "task") hours(one);
    for (const record of reads.list("openByDueDay", date)) {
      if (record.kind !== "task" || record.remindMinutes === undefined || !record.due) continue;
      const due = isMoment(record.due) ? record.due : momentAt(record.due, dayBegins(settings, record.due));
      if (isRinging(reads, record)) put(record, "due", addMinutes(due, -record.remindMinutes), due);
    }
  }
  for (const task of reads.list("remindedTasks", "all") as readonly Task[])
    if (task.remindAt !== undefined && isRinging(reads, task)) put(task, "own", task.remindAt);
  return [...found.values()].sort((a, b) => (`${a.at} ${a.key}` < `${b.at} ${b.key}` ? -1 : 1));
}

/** How many minutes before its start hours ring: as they say themselves, as their task says, or as all such do. */
function minutesBefore(reads: Reads, record: Block | Event, settings: Settings): number | undefined {
  if (record.remindMinutes !== undefined) return record.remindMinutes;
  if (record.kind === "event") return settings.remindOfEvents;
  const task = reads.find("task", record.task);
  if (task && !isRinging(reads, task)) return undefined;
  // A due moment of its own rings by itself, and the hours with it.
  return task?.remindMinutes ?? (record.task || record.theme ? settings.remindOfBlocks : undefined);
}

/** What is due on a date rings as if it were due when work begins on it. */
function dayBegins({ workingWeek }: Settings, date: DateText): number {
  return workingDay(workingWeek, date)?.startMinute ?? usualBegin;
}
const usualBegin = 540;

function isRinging(reads: Reads, task: Task): boolean {
  return isUnfinished(task.state) && isMine(reads, task);
}

/** Whether what a reminder is of is still there and still rings then: it may have moved or been done meanwhile. */
export function stillRings(reads: Reads, reminder: Reminder, settings: Settings, zone: string): boolean {
  const record = recordOrOccurrence(reads, reminder.record);
  if (!record || (record.kind === "task" && !isUnfinished(record.state))) return false;
  const before = addMinutes(reminder.at, -1);
  return remindersBetween(reads, before, reminder.at, settings, zone).some(({ key }) => key === reminder.key);
}
