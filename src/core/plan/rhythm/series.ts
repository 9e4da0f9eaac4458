import type { PlanContext } from "../context";
import { addTo, type Block, type Event, type Habit, type Id, type PensumRecord, type Task } from "../../model/index";
import { datesTouched } from "../../store/index";
import {
  addDays,
  addMinutes,
  addMonths,
  compactMoment,
  dateOf,
  daysBetween,
  hasLibrary,
  isDate,
  isMoment,
  minutesBetween,
  plainMoment,
  repeatOf,
  startsOf,
  type DateText,
} from "../../time/index";

/** What can come again. */
export type Repeating = Event | Block | Task;

/** Tells whether a record comes again by a rule that can be followed. */
export function isRepeating(record: PensumRecord | undefined): record is Repeating & { repeat: string } {
  return (
    (record?.kind === "event" || record?.kind === "block" || record?.kind === "task") &&
    repeatOf(record.repeat) !== undefined
  );
}

/** Where a series starts: an event or block at its start, a task on its do day or else when it is due, a habit when it was made. */
export function seriesStart(record: Repeating | Habit): string | undefined {
  if (record.kind === "habit") return dateOf(record.createdAt);
  return record.kind === "task" ? (record.doDay ?? record.due) : record.start;
}

/** The id of one occurrence of a series: the id of the series and when it was to start by the rule. */
export function occurrenceId(series: Id, at: string): Id {
  return `${series}-${compactMoment(at).toLowerCase()}`;
}

/** Of which series an id is an occurrence, and when it was to start; undefined for an id of something else. */
export function readOccurrenceId(id: Id): { series: Id; at: string } | undefined {
  const [, series, at] = /^(.+)-(\d{8}(?:t\d{6})?)$/.exec(id) ?? [];
  const plain = at === undefined ? undefined : plainMoment(at.toUpperCase());
  return series === undefined || plain === undefined ? undefined : { series, at: plain };
}

/** One occurrence of a series as a record of its own, as the rule has it. */
export function occurrenceAt<R extends Repeating>(series: R, at: string): R {
  const { repeat: _repeat, page: _page, source: _source, madeFrom: _madeFrom, ...rest } = series as R & { page?: Id };
  const own = { ...rest, id: occurrenceId(series.id, at), series: series.id, occurrence: at };
  // What was put into the first box of a series, or written at its first event, is not in all of them.
  if (series.kind !== "task" && at !== series.start) {
    delete (own as { holds?: unknown }).holds;
    delete (own as { notes?: unknown }).notes;
  }
  if (series.kind === "task") {
    const start = seriesStart(series) as string;
    const days = daysBetween(dateOf(start), dateOf(at));
    const moved = (date: string | undefined) =>
      date === undefined ? undefined : isDate(date) ? addDays(date, days) : addMinutes(date, days * 1440);
    const task = { ...own, state: "open", carried: 0 } as unknown as Task & Record<string, unknown>;
    const { doneAt: _doneAt, tookMinutes: _took, restUntil: _rest, ...open } = task;
    return {
      ...open,
      ...(series.doDay ? { doDay: moved(series.doDay) } : {}),
      ...(series.due ? { due: moved(series.due) } : {}),
    } as unknown as R;
  }
  const end = isMoment(series.start)
    ? addMinutes(at, minutesBetween(series.start, series.end))
    : addDays(at, daysBetween(series.start, dateOf(series.end)));
  return { ...own, start: at, end } as unknown as R;
}

/** The occurrences that were asked for one by one, for as long as their series stays as it is. */
const single = new WeakMap<PensumRecord, Map<string, Repeating>>();

/** The record of an id; where it names an occurrence that follows its rule, that one. */
export function recordOrOccurrence(reads: PlanContext, id: Id): PensumRecord | undefined {
  return reads.get(id) ?? occurrenceRecord(reads, id);
}

/** The occurrence an id names, as it is kept or as the rule has it; undefined where there is none. */
export function occurrenceRecord(reads: PlanContext, id: Id): Repeating | undefined {
  const named = readOccurrenceId(id);
  const series = named && reads.get(named.series);
  if (!named || !isRepeating(series)) return undefined;
  let known = single.get(series);
  if (!known) single.set(series, (known = new Map()));
  const made = known.get(named.at) ?? madeOccurrence(series, named.at);
  if (made) known.set(named.at, made);
  return made;
}

function madeOccurrence(series: Repeating & { repeat: string }, at: string): Repeating | undefined {
  return startsBetween(series, dateOf(at), dateOf(at)).includes(at) ? occurrenceAt(series, at) : undefined;
}

/** Occurrences by the dates they touch, for one month. */
type MonthOfOccurrences = ReadonlyMap<DateText, readonly Repeating[]>;

/** What was expanded, for as long as no series changes. */
const months = new WeakMap<readonly PensumRecord[], Map<string, MonthOfOccurrences>>();
/** What was expanded before the library for rare rules was there is expanded again. */
const monthKey = (date: DateText) => `${date.slice(0, 7)}${hasLibrary() ? "" : " without rare rules"}`;
const nobody: readonly Repeating[] = [];

/**
 * What comes again on a date, each as a record of its own; those that were moved, done or changed alone are left out,
 * since they are records. An event told in another zone stands under the day before and after too.
 */
export function occurrencesOn(reads: PlanContext, date: DateText): readonly Repeating[] {
  const all = reads.list("repeating", "all");
  if (all.length === 0) return nobody;
  let known = months.get(all);
  if (!known) months.set(all, (known = new Map()));
  const month = monthKey(date);
  let own = known.get(month);
  if (!own) known.set(month, (own = expandMonth(all as readonly Repeating[], `${date.slice(0, 7)}-01`)));
  const here = own.get(date);
  const ownOf: OwnOccurrences = (series) => reads.list("occurrencesOf", series) as readonly Repeating[];
  return here
    ? here.filter((one) => !isReplaced({ ...one, id: one.series as Id }, one.occurrence as string, ownOf))
    : nobody;
}

/** The occurrences of a series that are records of their own: they stand for what its rule says of their time. */
export type OwnOccurrences = (series: Id) => readonly Repeating[];

/** Whether records of their own stand for the time of a series that was to start at `at`. */
export function isReplaced(series: Repeating, at: string, ownOf: OwnOccurrences): boolean {
  if (ownOf(series.id).some(({ occurrence }) => occurrence === at)) return true;
  // The hours of a task that was moved, done or placed alone on that day are those of its own record.
  if (series.kind !== "block" || series.task === undefined) return false;
  return ownOf(series.task).some(({ occurrence = "" }) => dateOf(occurrence) === dateOf(at));
}

/** When a series starts from one day to another by its rule, whatever records of their own stand for. Of one told in another zone, the day here may be the one before or after. */
export function startsBetween(series: Repeating, from: DateText, to: DateText): readonly string[] {
  const start = seriesStart(series);
  const repeat = repeatOf(series.repeat);
  if (start === undefined || !repeat) return [];
  return startsOf(start, repeat, from, to, series.kind === "event" ? series.zone : undefined);
}

/** Tells whether a task that comes again has hours on a date: such as come again with it, or one of these that was moved alone. */
export function hasHoursAgain(reads: PlanContext, series: Id | undefined, date: DateText): boolean {
  const isOfIt = (one: PensumRecord) => one.kind === "block" && one.task === series && series !== undefined;
  return occurrencesOn(reads, date).some(isOfIt) || reads.list("blocksByDay", date).some(isOfIt);
}

function expandMonth(all: readonly Repeating[], first: DateText): MonthOfOccurrences {
  const byDate = new Map<DateText, Repeating[]>();
  const last = addDays(addMonths(first, 1), -1);
  for (const series of all) {
    const length = series.kind === "task" ? 0 : daysBetween(dateOf(series.start), dateOf(series.end));
    for (const at of startsBetween(series, addDays(first, -length - 1), addDays(last, 1))) {
      // The task itself is the next one; what comes behind it is shown as it will be.
      if (series.kind === "task" && at === seriesStart(series)) continue;
      const one = occurrenceAt(series, at);
      for (const date of touched(one))
        if (date >= first && date <= last) {
          addTo(byDate, date, one);
        }
    }
  }
  return byDate;
}

function touched(record: Repeating): readonly DateText[] {
  if (record.kind === "task") return [dateOf(seriesStart(record) as string)];
  const dates = datesTouched(record.start, record.end);
  if (record.kind !== "event" || !record.zone || isDate(record.start)) return dates;
  return [addDays(dates[0] as string, -1), ...dates, addDays(dates[dates.length - 1] as string, 1)];
}
