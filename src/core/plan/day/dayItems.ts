import type { PlanContext } from "../context";
import { type Block, type Dye, type Event, type Id, type PensumRecord } from "../../model/index";
import { addDays, elapsedMinutes, isDate, minuteOn, minutesPerDay, moveZone, type DateText } from "../../time/index";
import { dyeOf, taskOf, titleOf } from "../../things/index";
import { occurrencesOn } from "../rhythm/series";

/** A block or an event as it lies on the hours of one day. */
export interface DayItem {
  readonly record: Block | Event;
  /** Minutes since midnight of the day, 0 to 1440: cut off where it goes over midnight. */
  readonly startMinute: number;
  readonly endMinute: number;
  /** Whether it goes on before or after this day. */
  readonly beginsBefore: boolean;
  readonly endsAfter: boolean;
  /** Minutes of this day that it really takes, clock changes counted. */
  readonly minutes: number;
}

/** The start and the end of a block or an event in the person's own zone. */
export function localSpan(record: Block | Event, zone: string): { start: string; end: string } {
  if (record.kind === "block" || !record.zone || isDate(record.start)) return record;
  return { start: moveZone(record.start, record.zone, zone), end: moveZone(record.end, record.zone, zone) };
}

/** The blocks and events that have hours on `date`, by their beginning. `zone` is the person's own. */
export function dayItems(store: PlanContext, date: DateText): DayItem[] {
  const { zone } = store;
  const again = occurrencesOn(store, date).filter((one): one is Block | Event => one.kind !== "task");
  const own = [...store.list("eventsByDay", date), ...store.list("blocksByDay", date)] as (Block | Event)[];
  if (own.length + again.length === 0) return [];
  const items: DayItem[] = [];
  // Only on a day on which the clocks change do minutes on the clock differ from minutes that pass.
  const isWhole = elapsedMinutes(momentOn(date, 0), momentOn(date, minutesPerDay), zone) === minutesPerDay;
  for (const record of [...own, ...again]) {
    if (isDate(record.start)) continue;
    const { start, end } = localSpan(record, zone);
    const from = minuteOn(date, start);
    const to = minuteOn(date, end);
    if (to <= 0 || from >= minutesPerDay || to <= from) continue;
    const startMinute = Math.max(0, from);
    const endMinute = Math.min(minutesPerDay, to);
    const minutes = isWhole
      ? endMinute - startMinute
      : elapsedMinutes(momentOn(date, startMinute), momentOn(date, endMinute), zone);
    items.push({ record, startMinute, endMinute, beginsBefore: from < 0, endsAfter: to > minutesPerDay, minutes });
  }
  return items.sort(
    (a, b) => a.startMinute - b.startMinute || b.endMinute - a.endMinute || (a.record.id < b.record.id ? -1 : 1),
  );
}

/** What of these items stands: not what was set aside for a task that was dropped since. */
export function standingItems(store: PlanContext, date: DateText): DayItem[] {
  return dayItems(store, date).filter(({ record }) => {
    const task = record.kind === "block" && record.task !== undefined ? store.get(record.task) : undefined;
    return task?.kind !== "task" || task.state !== "dropped";
  });
}

function momentOn(date: DateText, minute: number): string {
  if (minute === minutesPerDay) return `${addDays(date, 1)}T00:00`;
  return `${date}T${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
}

/** What lies on the hours of a day, with what it is called and how it stands. */
export interface NamedItem extends DayItem {
  readonly title: string;
  readonly dye: Dye;
  /** The task that the hours are for. */
  readonly task: Id | undefined;
  /** The habit that they are for. */
  readonly habit: Id | undefined;
  /** Whether that task is done, or the habit was done that day; and how long the task took. */
  readonly done: boolean;
  /** Whether that task was dropped: its hours take nothing of the day any longer. */
  readonly dropped: boolean;
  readonly tookMinutes: number | undefined;
}

/** The blocks and events that have hours on `date`, as `dayItems` gives them, each with all that is drawn of it. */
export function namedItems(store: PlanContext, date: DateText): NamedItem[] {
  return dayItems(store, date).map((item) => {
    const task = taskOf(item.record, store);
    const habit = item.record.kind === "block" ? store.find("habit", item.record.habit) : undefined;
    const isDone = task?.state === "done";
    return {
      ...item,
      title: titleOf(item.record, store),
      dye: dyeOf(item.record, store),
      task: task?.id,
      habit: habit?.id,
      done: isDone || (habit?.marks.includes(date) ?? false),
      dropped: task?.state === "dropped",
      tookMinutes: isDone ? task.tookMinutes : undefined,
    };
  });
}

/** The events of whole days that touch `date`. */
export function allDayEvents(store: PlanContext, date: DateText): Event[] {
  const again = occurrencesOn(store, date).filter((one): one is Event => one.kind === "event");
  return [...(store.list("eventsByDay", date) as Event[]), ...again].filter((event) => isDate(event.start));
}

/** Tells whether time set aside is for work: for a task or a theme. Lunch, in plain text, is not, unless it holds tasks. */
export function isWork(record: PensumRecord): boolean {
  return record.kind === "event" || (record.kind === "block" && Boolean(record.task ?? record.theme ?? record.holds));
}
