import type { Id, PensumRecord, Settings } from "../model";
import type { Store } from "../store";
import { addDays, type DateText } from "../time";
import { doubleBookings, type DoubleBooking } from "./conflicts";
import { dayItems, isWork, type DayItem } from "./dayItems";
import type { Gap } from "./freeTime";

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
export function themeReader(reads: Pick<Store, "find">): (record: PensumRecord) => Id | undefined {
  return (record) =>
    "theme" in record && record.theme !== undefined
      ? record.theme
      : record.kind === "block"
        ? reads.find("task", record.task)?.theme
        : undefined;
}

/** The days from `from` on whose plan may not hold, in order, and why. `zone` is the person's own. */
export function warningsAhead(
  reads: Pick<Store, "list" | "find">,
  from: DateText,
  days: number,
  { longestRunMinutes = usualRunMinutes }: Pick<Settings, "longestRunMinutes">,
  zone: string,
): DayWarnings[] {
  const themeOf = themeReader(reads);
  return Array.from({ length: days }, (_, day) => {
    const date = addDays(from, day);
    const items = dayItems(reads, date, zone);
    const runs = longestRunMinutes > 0 ? runsWithoutPause(items, longestRunMinutes) : [];
    return { date, doubles: doubleBookings(items, themeOf), runs };
  }).filter(({ doubles, runs }) => doubles.length + runs.length > 0);
}
