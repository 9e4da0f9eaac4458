import type { Id } from "../../model/index";
import { isWork, type NamedItem } from "../day/dayItems";
import { gapsBetween } from "../week/freeTime";
import { leastGapMinutes, type WorkedDay } from "./workLog";

/** Something that the log of a day does not say yet: a gap between entries, or hours that were planned and are over. */
export interface StrandMark {
  readonly kind: "gap" | "planned";
  readonly startMinute: number;
  readonly endMinute: number;
  /** The hours that were planned, and what they are called. */
  readonly item?: Id;
  readonly title?: string;
}

/**
 * What can be asked about a day: the hours that were planned, are over and have nothing logged in them, and what else lies
 * between the first and the last entry.
 * @param untilMinute what is later is still to come; 1440 for a day that is over
 */
export function strandMarks(worked: WorkedDay, items: readonly NamedItem[], untilMinute: number): StrandMark[] {
  const planned = items
    .filter(({ record, startMinute, endMinute }) => {
      const isLogged = worked.entries.some((entry) => entry.startMinute < endMinute && entry.endMinute > startMinute);
      return isWork(record) && endMinute <= untilMinute && !isLogged;
    })
    .map(({ record, title, startMinute, endMinute }) => ({
      kind: "planned" as const,
      startMinute,
      endMinute,
      item: record.id,
      title,
    }));
  const gaps = worked.gaps.flatMap(({ startMinute, endMinute }) =>
    gapsBetween(planned, startMinute, endMinute)
      .filter((gap) => gap.endMinute - gap.startMinute >= leastGapMinutes)
      .map((gap) => ({ kind: "gap" as const, ...gap })),
  );
  return [...planned, ...gaps].sort((a, b) => a.startMinute - b.startMinute);
}
