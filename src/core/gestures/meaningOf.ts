import { copyItem, giveDay, moveDated, moveItem, place, placeLine, putInBox, setEventTime, takeOff } from "../commands";
import type { DatedBy, Event, Block, Id } from "../model";
import { localSpan, recordOrOccurrence, type PlanContext } from "../plan";
import { order, together, type Order } from "../store";
import {
  addDays,
  counted,
  dateOf,
  isMoment,
  minuteOf,
  minutesPerDay,
  momentAt,
  moveZone,
  type DateText,
} from "../time";

/** What is carried in a hand: a task, a plain line of a page, a record by one of its dates, or something that already has hours. */
export type Carried =
  | { readonly kind: "task"; readonly task: Id; readonly title: string; readonly minutes: number }
  | {
      readonly kind: "line";
      readonly page: Id;
      readonly lineFrom: number;
      readonly line: string;
      readonly title: string;
      readonly minutes: number;
    }
  | {
      /** A record of any register, carried by one of its dates. */
      readonly kind: "dated";
      readonly id: Id;
      readonly by: DatedBy;
      readonly title: string;
      readonly minutes: number;
      /** By so many days behind its first one it was taken. */
      readonly grabDays?: number;
    }
  | {
      /** A record that only goes from place to place within what shows it. */
      readonly kind: "record";
      readonly id: Id;
      readonly title: string;
      readonly minutes: number;
    }
  | {
      /** Several things at once, of which each goes to the same day. */
      readonly kind: "several";
      readonly of: readonly Carried[];
      readonly title: string;
      readonly minutes: number;
    }
  | {
      readonly kind: "item";
      readonly id: Id;
      readonly title: string;
      readonly minutes: number;
      readonly grabMinutes: number;
      /** By so many days behind its first one it was taken. */
      readonly grabDays?: number;
    };

/** One thing that can go somewhere. */
type One = Exclude<Carried, { kind: "several" | "record" }>;

/** Where it is put: at an hour of a day, in a time box, on a day at the hour it has, or on a day without an hour. */
export type Target =
  | { readonly at: "hour"; readonly date: DateText; readonly minute: number; readonly copying?: boolean }
  | { readonly at: "box"; readonly box: Id; readonly date: DateText }
  | { readonly at: "day"; readonly date: DateText }
  | { readonly at: "whole"; readonly date: DateText };

/** What putting it there means: the one order that does it, and the day whose load it changes. */
export interface Meaning {
  readonly act: Order;
  readonly date: DateText;
}

/**
 * What it means to put something somewhere; undefined where that means nothing. The preview and the drop, the pointer and
 * the keys all ask here, so that what was shown is what is done.
 */
export function meaningOf(reads: PlanContext, carried: Carried, on: Target): Meaning | undefined {
  const target = behindGrab(carried, on);
  const { date } = target;
  if (carried.kind === "record") return undefined;
  if (carried.kind === "several") return ofSeveral(reads, carried.of, target);
  const act =
    carried.kind === "dated"
      ? ofDate(carried, target)
      : target.at === "hour"
        ? atHour(reads, carried, target)
        : target.at === "box"
          ? inBox(reads, carried, target.box)
          : target.at === "whole"
            ? withoutHour(reads, carried, date)
            : onDay(reads, carried, date);
  return act && { act, date };
}

/** Where the first day of a thing goes that was taken by one of its later days. */
function behindGrab(carried: Carried, target: Target): Target {
  const days = "grabDays" in carried ? (carried.grabDays ?? 0) : 0;
  return days === 0 || target.at === "hour" || target.at === "box"
    ? target
    : { ...target, date: addDays(target.date, -days) };
}

/** A date has no hour: put at one, its record goes to that day; one that has no date yet gets it. */
function ofDate({ id, by }: Extract<Carried, { kind: "dated" }>, target: Target): Order | undefined {
  if (target.at === "box") return undefined;
  return order(moveDated, { id, ...by, to: target.at === "hour" ? momentAt(target.date, target.minute) : target.date });
}

/** Several things go to a day in one act, those that can; at an hour tasks come one after the other, as far as the day goes. */
function ofSeveral(reads: PlanContext, all: readonly Carried[], target: Target): Meaning | undefined {
  if (target.at === "box") return undefined;
  let minute = target.at === "hour" ? target.minute : 0;
  const acts = all.flatMap((one) => {
    if (target.at !== "hour") return meaningOf(reads, one, target)?.act ?? [];
    if (one.kind !== "task" || minute + one.minutes > minutesPerDay) return [];
    const meaning = meaningOf(reads, one, { ...target, minute });
    minute += one.minutes;
    return meaning?.act ?? [];
  });
  const [only] = acts;
  if (!only) return undefined;
  if (acts.length === 1) return { act: only, date: target.date };
  const said = `Moved ${counted(acts.length, "record")} to ${target.date}`;
  return { act: order(together, { orders: acts, said }), date: target.date };
}

function itemOf(reads: PlanContext, id: Id): Event | Block | undefined {
  const item = recordOrOccurrence(reads, id);
  return item?.kind === "block" || item?.kind === "event" ? item : undefined;
}

function atHour(
  reads: PlanContext,
  carried: One,
  { date, minute, copying }: Extract<Target, { at: "hour" }>,
): Order | undefined {
  const start = momentAt(date, minute);
  if (carried.kind === "task") return order(place, { task: carried.task, start, minutes: carried.minutes });
  if (carried.kind === "line") {
    const { page, lineFrom, line, minutes } = carried;
    return order(placeLine, { page, lineFrom, line, start, minutes });
  }
  const item = itemOf(reads, carried.id);
  if (!item) return undefined;
  const told = item.kind === "event" && item.zone ? moveZone(start, reads.zone, item.zone) : start;
  if (copying) return order(copyItem, { id: item.id, start: told });
  if (!isMoment(item.start)) return order(setEventTime, { id: item.id, start: told });
  return order(moveItem, { id: item.id, start: told });
}

/** Hours of its own that a task was carried with are taken off, in the same act. */
function inBox(reads: PlanContext, carried: One, box: Id): Order | undefined {
  const item = carried.kind === "item" ? itemOf(reads, carried.id) : undefined;
  const task = carried.kind === "task" ? carried.task : item?.kind === "block" ? item.task : undefined;
  if (task === undefined) return undefined;
  const put = order(putInBox, { box, task, minutes: carried.minutes });
  return carried.kind === "item" ? order(together, { orders: [order(takeOff, { block: carried.id }), put] }) : put;
}

/** Off its hours: a task is meant for the day, an event is one of the whole day. A plain line has nothing to be taken off. */
function withoutHour(reads: PlanContext, carried: One, date: DateText): Order | undefined {
  if (carried.kind === "task") return order(giveDay, { tasks: [carried.task], day: date });
  const item = carried.kind === "item" ? itemOf(reads, carried.id) : undefined;
  if (item?.kind === "event") return order(setEventTime, { id: item.id, start: date });
  return item && order(takeOff, { block: item.id, day: date });
}

const noon = 720;

/** On another day at the same hour, as the person's own clock shows it, whatever zone it is told in. */
function onDay(reads: PlanContext, carried: One, date: DateText): Order | undefined {
  if (carried.kind === "task") return order(giveDay, { tasks: [carried.task], day: date });
  if (carried.kind === "line") return atHour(reads, carried, { at: "hour", date, minute: noon });
  const item = itemOf(reads, carried.id);
  if (!item) return undefined;
  if (!isMoment(item.start)) return order(setEventTime, { id: item.id, start: date });
  const { start } = localSpan(item, reads.zone);
  if (dateOf(start) === date) return undefined;
  return atHour(reads, carried, { at: "hour", date, minute: minuteOf(start) });
}
