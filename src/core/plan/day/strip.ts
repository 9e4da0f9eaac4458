import type { PlanContext } from "../context";
import {
  isUnfinished,
  type Block,
  type DatedBy,
  type Dye,
  type Goal,
  type Id,
  type PensumRecord,
  type Project,
  type Task,
} from "../../model/index";
import { addDays, dateOf, daysBetween, type DateText } from "../../time/index";
import { allDayEvents } from "./dayItems";
import { habitsOn } from "../rhythm/habits";
import { hasHoursAgain, occurrencesOn } from "../rhythm/series";

/** Something that has a day and no hour, as it lies above the hours. */
export interface StripItem {
  readonly id: Id;
  /** `layer` for what a lens puts there. */
  readonly what: "event" | "task" | "due" | "habit" | "layer";
  /** The field by which what a lens puts there can be moved. */
  readonly movedBy?: DatedBy;
  readonly record: PensumRecord;
  /** Its first and last day among those shown, from 0. */
  readonly first: number;
  readonly last: number;
  /** Whether it goes on before or after the days shown. */
  readonly beginsBefore: boolean;
  readonly endsAfter: boolean;
  /** Its first day, where a lens puts it there. */
  readonly begins?: DateText;
  /** The dye and the icon by its lens. */
  readonly dye?: Dye;
  readonly icon?: string;
}

/** A strip item with the row it stands in, from 0. */
export interface StripPlace extends StripItem {
  readonly row: number;
}

/**
 * What lies above the hours of days in a row: events of whole days, tasks that are meant for a day and have no hours
 * there, and what is due. `now` tells which hours are over, `firstWeekday` (1 for Monday) in which week a habit was done.
 */
export function stripItems(reads: PlanContext, dates: readonly DateText[], firstWeekday: number): StripItem[] {
  const [first, last] = [dates[0] as DateText, dates[dates.length - 1] as DateText];
  const items: StripItem[] = [];
  const seen = new Set<Id>();
  for (const [day, date] of dates.entries()) {
    for (const event of allDayEvents(reads, date)) {
      if (seen.has(event.id)) continue;
      seen.add(event.id);
      const end = dateOf(event.end);
      items.push({
        id: event.id,
        what: "event",
        record: event,
        first: Math.max(0, daysBetween(first, event.start)),
        last: Math.min(dates.length - 1, daysBetween(first, end)),
        beginsBefore: event.start < first,
        endsAfter: end > last,
      });
    }
    const one = (what: "task" | "due" | "habit", record: PensumRecord) => {
      items.push({ id: record.id, what, record, first: day, last: day, beginsBefore: false, endsAfter: false });
    };
    for (const task of reads.list("tasksByDoDay", date) as Task[])
      if (isUnfinished(task.state) && !hasHours(reads, task, date)) one("task", task);
    for (const task of occurrencesOn(reads, date))
      if (task.kind === "task" && !hasHoursAgain(reads, task.series, date)) one("task", task);
    for (const due of reads.list("openByDueDay", date) as (Task | Goal | Project)[])
      // A task that stands there already says itself that it is due.
      if (!(due.kind === "task" && due.doDay === date && !hasHours(reads, due, date))) one("due", due);
    for (const { habit } of habitsOn(reads, date, firstWeekday)) one("habit", habit);
  }
  return items;
}

/** Whether a task has hours on a date, or hours that are still to come. */
function hasHours(reads: PlanContext, task: Task, date: DateText): boolean {
  const { now } = reads;
  return (reads.list("blocksByTask", task.id) as Block[]).some(
    (block) => block.end > now || (block.start < `${addDays(date, 1)}T00:00` && block.end > `${date}T00:00`),
  );
}

/** Puts strip items into as few rows as they need, longer ones first, so that none covers another. */
export function stripRows(items: readonly StripItem[]): StripPlace[] {
  const order = { event: 0, due: 1, layer: 2, task: 3, habit: 4 };
  const sorted = items.toSorted(
    (a, b) =>
      a.first - b.first ||
      b.last - b.first - (a.last - a.first) ||
      order[a.what] - order[b.what] ||
      (a.id < b.id ? -1 : 1),
  );
  const rows: boolean[][] = [];
  return sorted.map((item) => {
    let row = 0;
    const isFree = (taken: boolean[]) => {
      for (let day = item.first; day <= item.last; day++) if (taken[day]) return false;
      return true;
    };
    while (rows[row] && !isFree(rows[row] as boolean[])) row++;
    const taken = (rows[row] ??= []);
    for (let day = item.first; day <= item.last; day++) taken[day] = true;
    return { ...item, row };
  });
}
