import type { PlanContext } from "../context";
import {
  isUnfinished,
  type Block,
  type Event,
  type Id,
  type PensumRecord,
  type Settings,
  type Task,
} from "../../model/index";
import {
  addDays,
  addMinutes,
  dateOf,
  isDate,
  isMoment,
  momentAt,
  repeatOf,
  workingDay,
  type DateText,
  type MomentText,
} from "../../time/index";
import { titleOf } from "../../things/index";
import { localSpan } from "./dayItems";
import { isMine } from "./mine";
import { occurrencesOn, recordOrOccurrence } from "../rhythm/series";

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

/** Within so many days of what begins or is due all is looked at; what rings longer before stands in an index. */
const daysLookedAt = 8;

/**
 * What rings after a moment and up to another, by its time: events and blocks before they start, those of whole days before
 * work begins on the first of them where they say so themselves, tasks before their hours and before they are due, and what
 * has a time of its own. What is done, or a colleague's, does not ring.
 */
export function remindersBetween(reads: PlanContext, after: MomentText, until: MomentText): Reminder[] {
  const { settings } = reads;
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
    const isWhole = isDate(record.start);
    const minutes = isWhole ? record.remindMinutes : minutesBefore(reads, record);
    if (minutes === undefined) return;
    const start = isWhole
      ? momentAt(record.start, dayBegins(settings, record.start))
      : localSpan(record, reads.zone).start;
    put(record, "start", addMinutes(start, -minutes), start);
  };
  const dueTask = (record: PensumRecord) => {
    if (record.kind !== "task" || record.remindMinutes === undefined || !record.due) return;
    const due = isMoment(record.due) ? record.due : momentAt(record.due, dayBegins(settings, record.due));
    if (isRinging(reads, record)) put(record, "due", addMinutes(due, -record.remindMinutes), due);
  };
  const last = addDays(dateOf(until), daysLookedAt);
  for (let date = dateOf(after); date <= last; date = addDays(date, 1)) {
    for (const record of [...reads.list("eventsByDay", date), ...reads.list("blocksByDay", date)] as (Block | Event)[])
      hours(record);
    for (const one of occurrencesOn(reads, date)) if (one.kind !== "task") hours(one);
    for (const record of reads.list("openByDueDay", date)) dueTask(record);
  }
  for (const record of reads.list("remindedEarly", "all")) {
    if (record.kind === "task") {
      dueTask(record);
      for (const block of reads.list("blocksByTask", record.id) as readonly Block[])
        if (block.task === record.id) hours(block);
    }
    if (record.kind !== "event" && record.kind !== "block") continue;
    if (repeatOf(record.repeat) === undefined) hours(record);
    const minutes = record.remindMinutes as number;
    // A day on either side: of another zone, a start may lie on the day before or after.
    const [first, end] = [after, until].map((moment) => dateOf(addMinutes(moment, minutes)));
    for (let date = addDays(first as DateText, -1); date <= addDays(end as DateText, 1); date = addDays(date, 1))
      for (const one of occurrencesOn(reads, date)) if (one.kind !== "task" && one.series === record.id) hours(one);
  }
  for (const task of reads.list("remindedTasks", "all") as readonly Task[])
    if (task.remindAt !== undefined && isRinging(reads, task)) put(task, "own", task.remindAt);
  return [...found.values()].sort((a, b) => (`${a.at} ${a.key}` < `${b.at} ${b.key}` ? -1 : 1));
}

/** How many minutes before its start hours ring: as they say themselves, as their task says, or as all such do. */
function minutesBefore(reads: PlanContext, record: Block | Event): number | undefined {
  const { settings } = reads;
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

function isRinging(reads: PlanContext, task: Task): boolean {
  return isUnfinished(task.state) && isMine(reads, task);
}

/** Whether what a reminder is of is still there and still rings then: it may have moved or been done meanwhile. */
export function stillRings(reads: PlanContext, reminder: Reminder): boolean {
  const record = recordOrOccurrence(reads, reminder.record);
  if (!record || (record.kind === "task" && !isUnfinished(record.state))) return false;
  const before = addMinutes(reminder.at, -1);
  return remindersBetween(reads, before, reminder.at).some(({ key }) => key === reminder.key);
}
