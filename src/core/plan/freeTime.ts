import type { Settings } from "../model";
import type { Store } from "../store";
import { workingDay, type DateText } from "../time";
import { dayItems } from "./dayItems";
import { takenStretches } from "./takenStretches";

/** A stretch of a day, minutes since midnight. */
export interface Gap {
  readonly startMinute: number;
  readonly endMinute: number;
}

/**
 * The stretches of a date's working hours, from `fromMinute` on, that hold neither an event nor a block, in order.
 * Plain text blocks count as taken: lunch is not free; so do the buffers around events. On a day without working hours there are none.
 */
export function freeTime(
  store: Pick<Store, "list">,
  date: DateText,
  settings: Settings,
  zone: string,
  fromMinute = 0,
): Gap[] {
  const hours = workingDay(settings.workingWeek, date);
  if (!hours) return [];
  const taken = takenStretches(dayItems(store, date, zone), settings);
  return gapsBetween(taken, Math.max(hours.startMinute, fromMinute), hours.endMinute);
}

/** The stretches from `start` to `end` that none of `taken` touches; `taken` in the order of its beginnings. */
export function gapsBetween(taken: readonly Gap[], start: number, end: number): Gap[] {
  const gaps: Gap[] = [];
  let at = start;
  for (const item of taken) {
    if (item.startMinute >= end) break;
    if (item.startMinute > at) gaps.push({ startMinute: at, endMinute: item.startMinute });
    at = Math.max(at, item.endMinute);
  }
  if (at < end) gaps.push({ startMinute: at, endMinute: end });
  return gaps;
}

/** Minutes in all the stretches together. */
export function totalMinutes(gaps: readonly Gap[]): number {
  return gaps.reduce((sum, gap) => sum + gap.endMinute - gap.startMinute, 0);
}

/** The beginning of the first gap that holds `minutes`; undefined where none does. */
export function fitFor(gaps: readonly Gap[], minutes: number): number | undefined {
  return gaps.find((gap) => gap.endMinute - gap.startMinute >= minutes)?.startMinute;
}

/** The beginning of the first gap that holds `minutes`; else of the longest gap; else undefined. */
export function firstFit(gaps: readonly Gap[], minutes: number): number | undefined {
  const fit = fitFor(gaps, minutes);
  if (fit !== undefined) return fit;
  const length = (gap: Gap) => gap.endMinute - gap.startMinute;
  return gaps.toSorted((a, b) => length(b) - length(a))[0]?.startMinute;
}
