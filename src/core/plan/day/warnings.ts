import type { PlanContext } from "../context";
import type { Block, Event, Id, PensumRecord } from "../../model/index";
import { addDays, dateOf, type DateText } from "../../time/index";
import { doubleBookings, type DoubleBooking } from "./conflicts";
import { isWork, standingItems, type DayItem } from "./dayItems";
import type { Gap } from "../week/freeTime";

/** A pause shorter than this is none. */
export const leastPauseMinutes = 10;
/** So long may be worked without a pause, where the person did not say otherwise. */
export const usualRunMinutes = 180;

/** What of a day's plan may not hold. */
export interface DayWarnings {
  readonly date: DateText;
  readonly doubles: readonly DoubleBooking[];
  /** Stretches of work without a pause that are longer than they may be, from their beginning to their end. */
  readonly runs: readonly Gap[];
}

/**
 * The stretches in which one thing of work follows the other without a pause, where they are longer than
 * `longestMinutes`. `items` by their beginning; what is no work, such as lunch, is a pause.
 */
export function runsWithoutPause(
  items: readonly Pick<DayItem, "record" | "startMinute" | "endMinute">[],
  longestMinutes: number,
): Gap[] {
  const runs: Gap[] = [];
  let run: Gap | undefined;
  const close = () => {
    if (run && run.endMinute - run.startMinute > longestMinutes) runs.push(run);
  };
  for (const { record, startMinute, endMinute } of items) {
    if (!isWork(record)) continue;
    if (run && startMinute < run.endMinute + leastPauseMinutes)
      run = { startMinute: run.startMinute, endMinute: Math.max(run.endMinute, endMinute) };
    else {
      close();
      run = { startMinute, endMinute };
    }
  }
  close();
  return runs;
}

/** Which theme a record has, of its own or from its task. */
export function themeReader(reads: PlanContext): (record: PensumRecord) => Id | undefined {
  return (record) =>
    "theme" in record && record.theme !== undefined
      ? record.theme
      : record.kind === "block"
        ? reads.find("task", record.task)?.theme
        : undefined;
}

/** So many days with something on them are looked at beyond those that all are. */
const mostLaterDays = 400;

/**
 * The days on which a plan may not hold: so many in a row from `from` on, and after them each on which a single event or a
 * block begins, for as long as there are any.
 */
export function datesAhead(reads: PlanContext, from: DateText, days: number): readonly DateText[] {
  const near = Array.from({ length: days }, (_, day) => addDays(from, day));
  const last = near.at(-1) ?? from;
  const later = new Set<DateText>();
  for (const kind of ["event", "block"] as const)
    for (const { start } of reads.list("kind", kind) as readonly (Event | Block)[])
      // What is longer than its date has a time; of thousands each is only looked at.
      if (start > last && start.length > last.length && !start.startsWith(last)) later.add(dateOf(start));
  return [...near, ...[...later].sort().slice(0, mostLaterDays)];
}

/** The days among these whose plan may not hold, in order, and why. `zone` is the person's own. */
export function warningsOn(reads: PlanContext, dates: readonly DateText[]): DayWarnings[] {
  const { longestRunMinutes = usualRunMinutes } = reads.settings;
  const themeOf = themeReader(reads);
  return dates
    .map((date) => {
      const items = standingItems(reads, date);
      const runs = longestRunMinutes > 0 ? runsWithoutPause(items, longestRunMinutes) : [];
      return { date, doubles: doubleBookings(items, themeOf), runs };
    })
    .filter(({ doubles, runs }) => doubles.length + runs.length > 0);
}
