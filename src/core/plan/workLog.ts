import type { Id, PensumRecord, Work } from "../model";
import type { Store } from "../store";
import {
  clockChange,
  elapsedMinutes,
  minuteOf,
  minuteOn,
  minutesPerDay,
  momentAt,
  type DateText,
  type MomentText,
} from "../time";
import { goalsUnder, tasksUnder } from "./goalWork";
import { meIn } from "./mine";

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

type Reads = Pick<Store, "list">;

/** A gap shorter than this is a way to the door and is not asked about. */
export const leastGapMinutes = 5;

/** The entries of the log that lead to a record by one of their fields. */
export function entriesFor(reads: Reads, field: "task" | "event" | "theme" | "person", id: Id): readonly Work[] {
  return (reads.list("links", `${field}:${id}`) as readonly PensumRecord[]).filter(
    (record): record is Work => record.kind === "work",
  );
}

/**
 * The entries of the log that count for a record: those of a task, an event or a person; of a theme or a project
 * those of their tasks too, of a goal those of all that serves it; of a block those of its task; of a day page those that touch its day.
 * @returns newest first; undefined for a record that nobody works on
 */
export function entriesUnder(reads: Reads & Pick<Store, "find">, record: PensumRecord): readonly Work[] | undefined {
  const all = entriesOf(reads, record);
  return all && [...new Set(all)].sort((a, b) => (a.start > b.start ? -1 : 1));
}

function entriesOf(reads: Reads & Pick<Store, "find">, record: PensumRecord): readonly Work[] | undefined {
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
export function isMyEntry(reads: Reads, { person }: Work): boolean {
  return person === undefined || person === meIn(reads);
}

/** Minutes of an entry, clock changes in `zone` counted; of one that runs, as many as have passed. */
export function entryMinutes({ start, end }: Work, now: MomentText, zone: string): number {
  const until = end ?? now;
  return until > start ? elapsedMinutes(start, until, zone) : 0;
}

/** Minutes that were worked on a task, by whomever. */
export function loggedMinutes(reads: Reads, task: Id, now: MomentText, zone: string): number {
  return entriesFor(reads, "task", task).reduce((sum, entry) => sum + entryMinutes(entry, now, zone), 0);
}

/**
 * The entries of a date, what is missing between them and where they overlap.
 * @param person whose day it is; the person's own where it is left out
 */
export function workedOn(reads: Reads, date: DateText, now: MomentText, zone: string, person?: Id): WorkedDay {
  const records = new Set([
    ...(reads.list("workByDay", date) as readonly Work[]),
    ...(reads.list("workByDay", "running") as readonly Work[]),
  ]);
  const entries: WorkedEntry[] = [];
  const me = meIn(reads);
  const elapsed = elapsedOn(date, zone);
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
    const minutes = elapsed(startMinute, endMinute);
    entries.push({
      record,
      startMinute,
      endMinute,
      beginsBefore: from < 0,
      endsAfter: to > minutesPerDay,
      isRunning,
      minutes,
    });
  }
  entries.sort(
    (a, b) => a.startMinute - b.startMinute || b.endMinute - a.endMinute || (a.record.id < b.record.id ? -1 : 1),
  );
  return { entries, ...sweep(entries, elapsed) };
}

/** Minutes that pass between two minutes of a day. */
type Elapsed = (from: number, to: number) => number;

/** Only on a day on which the clocks change do minutes on the clock differ from minutes that pass: the zone is asked once. */
export function elapsedOn(date: DateText, zone: string): Elapsed {
  if (clockChange(date, zone) === 0) return (from, to) => to - from;
  return (from, to) => elapsedMinutes(momentAt(date, from), momentAt(date, to), zone);
}

/** Minutes from midnight of a date to a moment, which is mostly one of that very date. */
export function minuteWithin(date: DateText, moment: MomentText): number {
  return moment.startsWith(date) ? minuteOf(moment) : minuteOn(date, moment);
}

/** Goes through the entries of a day once, in the order of their beginnings. */
function sweep(entries: readonly WorkedEntry[], elapsed: Elapsed): Omit<WorkedDay, "entries"> {
  const gaps: { startMinute: number; endMinute: number }[] = [];
  let workedMinutes = 0;
  let end: number | undefined;
  for (const { startMinute, endMinute } of entries) {
    if (end !== undefined && startMinute - end >= leastGapMinutes)
      gaps.push({ startMinute: end, endMinute: startMinute });
    const from = Math.max(end ?? 0, startMinute);
    if (endMinute > from) workedMinutes += elapsed(from, endMinute);
    end = Math.max(end ?? 0, endMinute);
  }
  return { gaps, overlaps: overlapsOf(entries), workedMinutes };
}

/** The stretches that the same two entries or more cover. */
function overlapsOf(entries: readonly WorkedEntry[]): Overlap[] {
  const overlaps: Overlap[] = [];
  let open: WorkedEntry[] = [];
  const close = (from: number, until: number) => {
    // Between one end or beginning and the next, the same entries are open.
    for (let at = from; at < until;) {
      open = open.filter(({ endMinute }) => endMinute > at);
      const next = Math.min(until, ...open.map(({ endMinute }) => endMinute));
      if (open.length > 1)
        overlaps.push({ startMinute: at, endMinute: next, entries: open.map(({ record }) => record.id) });
      if (open.length === 0) return;
      at = next;
    }
  };
  let at = 0;
  for (const entry of entries) {
    close(at, entry.startMinute);
    at = entry.startMinute;
    open.push(entry);
  }
  close(at, minutesPerDay);
  return overlaps;
}
