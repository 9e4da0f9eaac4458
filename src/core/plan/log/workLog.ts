import type { PlanContext } from "../context";
import type { Id, PensumRecord, Work } from "../../model/index";
import {
  addDays,
  clockChange,
  instantAt,
  instantShown,
  minuteOf,
  minuteOn,
  minutesPerDay,
  momentOfInstant,
  type DateText,
  type MomentText,
} from "../../time/index";
import { goalsUnder, tasksUnder } from "../week/goalWork";
import { meIn } from "../day/mine";

/** An entry of the work log as it lies on the hours of one day. */
export interface WorkedEntry {
  readonly record: Work;
  /** Minutes since midnight of the day, 0 to 1440: cut off where it goes over midnight. One that runs ends at the present. */
  readonly startMinute: number;
  readonly endMinute: number;
  readonly beginsBefore: boolean;
  readonly endsAfter: boolean;
  readonly isRunning: boolean;
  /** Minutes of this day that it took, clock changes counted. */
  readonly minutes: number;
}

/** A stretch of a day, in minutes since midnight, that two entries or more say was worked. */
export interface Overlap {
  readonly startMinute: number;
  readonly endMinute: number;
  /** The entries, by their beginning. */
  readonly entries: readonly Id[];
}

/** What the log says of one day. */
export interface WorkedDay {
  readonly entries: readonly WorkedEntry[];
  /** What lies between the first and the last entry and was not logged, where it is long enough to be asked about. */
  readonly gaps: readonly { readonly startMinute: number; readonly endMinute: number }[];
  readonly overlaps: readonly Overlap[];
  /** Minutes in which something was worked; what overlaps counts once. */
  readonly workedMinutes: number;
}

/** A gap shorter than this is a way to the door and is not asked about. */
export const leastGapMinutes = 5;

/** The entries of the log that lead to a record by one of their fields. */
export function entriesFor(reads: PlanContext, field: "task" | "event" | "theme" | "person", id: Id): readonly Work[] {
  return (reads.list("links", `${field}:${id}`) as readonly PensumRecord[]).filter(
    (record): record is Work => record.kind === "work",
  );
}

/**
 * The entries of the log that count for a record: those of a task, an event or a person; of a theme or a project
 * those of their tasks too, of a goal those of all that serves it; of a block those of its task; of a day page those that touch its day.
 * @returns newest first; undefined for a record that nobody works on
 */
export function entriesUnder(reads: PlanContext, record: PensumRecord): readonly Work[] | undefined {
  const all = entriesOf(reads, record);
  return all && [...new Set(all)].sort((a, b) => (a.start > b.start ? -1 : 1));
}

function entriesOf(reads: PlanContext, record: PensumRecord): readonly Work[] | undefined {
  const { id } = record;
  const ofTasks = (field: string, of: Id) =>
    (reads.list("links", `${field}:${of}`) as readonly PensumRecord[]).flatMap((one) =>
      one.kind === "task" ? entriesFor(reads, "task", one.id) : [],
    );
  switch (record.kind) {
    case "task":
    case "event":
      return entriesFor(reads, record.kind, id);
    case "person": {
      const named = entriesFor(reads, "person", id);
      // An entry without a name is the person's own.
      return id === meIn(reads)
        ? [...named, ...(reads.list("kind", "work") as readonly Work[]).filter(({ person }) => person === undefined)]
        : named;
    }
    case "theme":
      return [
        ...entriesFor(reads, "theme", id),
        ...ofTasks("theme", id).filter(({ theme }) => theme === undefined),
        ...(reads.list("links", `theme:${id}`) as readonly PensumRecord[]).flatMap((one) =>
          one.kind === "event" ? entriesFor(reads, "event", one.id) : [],
        ),
      ];
    case "project":
      return ofTasks("project", id);
    case "goal":
      return tasksUnder(reads, goalsUnder(reads, id)).flatMap((task) => entriesFor(reads, "task", task.id));
    case "block":
      return record.task === undefined ? [] : entriesFor(reads, "task", record.task);
    case "day":
      return reads.list("workByDay", record.date) as readonly Work[];
    default:
      return undefined;
  }
}

/** Tells whether an entry says what the person themselves worked. */
export function isMyEntry(reads: PlanContext, { person }: Work): boolean {
  return person === undefined || person === meIn(reads);
}

/** What of an entry says when it was. */
export type EntryTimes = Pick<Work, "start" | "end" | "startedAt" | "endedAt">;

/** The instants at which an entry began and ended, in milliseconds since 1970; one that runs ends at `now`. */
export function instantsOf(entry: EntryTimes, now: MomentText, zone: string): readonly [number, number] {
  if (entry.end !== undefined)
    return [instantShown(entry.start, entry.startedAt, zone), instantShown(entry.end, entry.endedAt, zone)];
  const from = beganAt(entry, zone);
  // In the hour that clocks show twice, what runs and began in its first showing ends in its second where it must.
  const to = instantAt(now, zone);
  return [from, to < from ? instantShown(now, to + 60 * minute, zone) : to];
}
const minute = 60_000;

/** The instant at which an entry that runs began: as the clock noted it, wherever the person is now. */
export function beganAt({ start, startedAt }: EntryTimes, zone: string): number {
  return startedAt ?? instantAt(start, zone);
}

/** Minutes of an entry, clock changes in `zone` counted; of one that runs, as many as have passed. */
export function entryMinutes(entry: EntryTimes, now: MomentText, zone: string): number {
  const [from, to] = instantsOf(entry, now, zone);
  return Math.max(0, (to - from) / minute);
}

/** Minutes of an entry that fall on a date, clock changes counted. */
export function minutesOn(
  date: DateText,
  entry: EntryTimes,
  now: MomentText,
  zone: string,
  day = dayIn(date, zone),
): number {
  if (day) return stretchIn(day, entry, now, zone).minutes;
  const from = Math.max(0, minuteWithin(date, entry.start));
  const to = Math.min(minutesPerDay, minuteWithin(date, entry.end ?? now));
  return Math.max(0, to - from);
}

/** A day on which the clocks change, by the instants between which it lies. */
export interface ChangeDay {
  readonly begins: number;
  readonly ends: number;
}

/** The instants of a date on which the clocks in `zone` change; undefined for every other, on which its minutes are those on the clock. */
export function dayIn(date: DateText, zone: string): ChangeDay | undefined {
  if (clockChange(date, zone) === 0) return undefined;
  return { begins: instantAt(`${date}T00:00`, zone), ends: instantAt(`${addDays(date, 1)}T00:00`, zone) };
}

/** Where an entry lies on a day of a clock change, in minutes that have really passed since its midnight. */
function stretchIn({ begins, ends }: ChangeDay, entry: EntryTimes, now: MomentText, zone: string) {
  const [began, ended] = instantsOf(entry, now, zone);
  const from = Math.max(0, (began - begins) / minute);
  const to = Math.min(ends - begins, ended - begins) / minute;
  return { from, to: Math.max(from, to), minutes: Math.max(0, to - from) };
}

/** Minutes that were worked on a task, by whomever. */
export function loggedMinutes(reads: PlanContext, task: Id): number {
  const { now, zone } = reads;
  return entriesFor(reads, "task", task).reduce((sum, entry) => sum + entryMinutes(entry, now, zone), 0);
}

/**
 * The entries of a date, what is missing between them and where they overlap.
 * @param person whose day it is; the person's own where it is left out
 */
export function workedOn(reads: PlanContext, date: DateText, now: MomentText, person?: Id): WorkedDay {
  const { zone } = reads;
  const records = new Set([
    ...(reads.list("workByDay", date) as readonly Work[]),
    ...(reads.list("workByDay", "running") as readonly Work[]),
  ]);
  const laid: { entry: WorkedEntry; from: number; to: number }[] = [];
  const me = meIn(reads);
  const day = dayIn(date, zone);
  for (const record of records) {
    const isOf = person === undefined ? record.person === undefined || record.person === me : record.person === person;
    if (!isOf) continue;
    const from = minuteWithin(date, record.start);
    const isRunning = record.end === undefined;
    const to = isRunning ? Math.max(minuteOn(date, now), from) : minuteWithin(date, record.end as MomentText);
    // What runs and began this very minute is shown all the same.
    if (from >= minutesPerDay || to < 0 || (to <= from && !isRunning) || (to === 0 && from < 0)) continue;
    const startMinute = Math.max(0, from);
    const endMinute = Math.min(minutesPerDay, to);
    const passed = day && stretchIn(day, record, now, zone);
    const entry = {
      record,
      startMinute,
      endMinute,
      beginsBefore: from < 0,
      endsAfter: to > minutesPerDay,
      isRunning,
      minutes: passed?.minutes ?? endMinute - startMinute,
    };
    laid.push({ entry, from: passed?.from ?? startMinute, to: passed?.to ?? endMinute });
  }
  laid.sort((a, b) => a.from - b.from || b.to - a.to || (a.entry.record.id < b.entry.record.id ? -1 : 1));
  const shown = (passed: number) =>
    day ? minuteOn(date, momentOfInstant(day.begins + passed * minute, zone)) : passed;
  return { entries: laid.map(({ entry }) => entry), ...sweep(laid, shown) };
}

/** Minutes from midnight of a date to a moment, which is mostly one of that very date. */
export function minuteWithin(date: DateText, moment: MomentText): number {
  return moment.startsWith(date) ? minuteOf(moment) : minuteOn(date, moment);
}

/** An entry on a day, from and to so many minutes that have passed since midnight. */
interface Laid {
  readonly entry: WorkedEntry;
  readonly from: number;
  readonly to: number;
}

/**
 * Goes through the entries of a day once, in the order of their beginnings.
 * @param shown the minute of the clock at which so many minutes have passed
 */
function sweep(laid: readonly Laid[], shown: (passed: number) => number): Omit<WorkedDay, "entries"> {
  const gaps: { startMinute: number; endMinute: number }[] = [];
  let workedMinutes = 0;
  let end: number | undefined;
  for (const { from, to } of laid) {
    if (end !== undefined && from - end >= leastGapMinutes && shown(from) > shown(end))
      gaps.push({ startMinute: shown(end), endMinute: shown(from) });
    workedMinutes += Math.max(0, to - Math.max(end ?? 0, from));
    end = Math.max(end ?? 0, to);
  }
  return { gaps, overlaps: overlapsOf(laid, shown), workedMinutes };
}

/** The stretches that the same two entries or more cover. */
function overlapsOf(laid: readonly Laid[], shown: (passed: number) => number): Overlap[] {
  const overlaps: Overlap[] = [];
  let open: Laid[] = [];
  const close = (from: number, until: number) => {
    // Between one end or beginning and the next, the same entries are open.
    for (let at = from; at < until;) {
      open = open.filter(({ to }) => to > at);
      const next = Math.min(until, ...open.map(({ to }) => to));
      if (open.length > 1)
        overlaps.push({
          startMinute: shown(at),
          endMinute: shown(next),
          entries: open.map(({ entry }) => entry.record.id),
        });
      if (open.length === 0) return;
      at = next;
    }
  };
  let at = 0;
  for (const one of laid) {
    close(at, one.from);
    at = one.from;
    open.push(one);
  }
  close(at, Infinity);
  return overlaps;
}
