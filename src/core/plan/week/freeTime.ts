import type { PlanContext } from "../context";
import type { Id } from "../../model/index";
import { capacityMinutes, workingDay, type DateText } from "../../time/index";
import { standingItems } from "../day/dayItems";
import { placedMinutesOn } from "../day/load";
import { takenStretches } from "../day/takenStretches";

/** A stretch of a day, minutes since midnight. */
export interface Gap {
  readonly startMinute: number;
  readonly endMinute: number;
}

/**
 * The stretches of a date's working hours, from `fromMinute` on, that hold neither an event nor a block, in order. Plain text
 * blocks count as taken: lunch is not free; so do the buffers around events. On a day without working hours there are none.
 * @param room which hours of themes that hold nothing are free too: those of all, those of one theme, or none of them
 */
export function freeTime(
  store: PlanContext,
  date: DateText,
  fromMinute = 0,
  room: "ofAll" | "ofNone" | { readonly theme: Id | undefined } = "ofNone",
): Gap[] {
  const { settings } = store;
  const hours = workingDay(settings.workingWeek, date);
  if (!hours) return [];
  const taken = takenStretches(standingItems(store, date), settings).filter(
    ({ waits, theme }) => !waits || (room !== "ofAll" && (room === "ofNone" || room.theme !== theme)),
  );
  return gapsBetween(taken, Math.max(hours.startMinute, fromMinute), hours.endMinute);
}

/**
 * Free minutes of a date, from `fromMinute` on: working time in which nothing stands, and no more than the day's capacity
 * leaves beside what has its hours. Hours of a theme that hold nothing are free: they are room for its tasks. This is what
 * "free" means wherever nothing else is said with it.
 */
export function freeOn(store: PlanContext, date: DateText, fromMinute = 0): number {
  const beside = capacityMinutes(store.settings.workingWeek, date) - placedMinutesOn(store, date);
  return Math.min(Math.max(0, beside), totalMinutes(freeTime(store, date, fromMinute, "ofAll")));
}

/**
 * Where something of so many minutes goes first on a date: into hours of its theme that have room for it, else where nothing
 * is; undefined where it fits nowhere whole.
 */
export function firstRoomFor(
  store: PlanContext,
  { theme }: { readonly theme?: Id | undefined },
  minutes: number,
  date: DateText,
  fromMinute: number,
): number | undefined {
  const bare = freeTime(store, date, fromMinute);
  if (theme !== undefined) {
    const withTheme = freeTime(store, date, fromMinute, { theme });
    const own = takenStretches(standingItems(store, date), store.settings).filter(
      (one) => one.waits && one.theme === theme,
    );
    for (const hours of own)
      for (const gap of withTheme) {
        const start = Math.max(gap.startMinute, hours.startMinute);
        if (Math.min(gap.endMinute, hours.endMinute) - start >= minutes) return start;
      }
  }
  return fitFor(bare, minutes);
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
