import type { Settings } from "../model";
import { heldMinutes } from "./box";
import type { DayItem } from "./dayItems";

/** A stretch that an item takes of its day. */
export interface Taken {
  /** Minutes since midnight. */
  readonly startMinute: number;
  readonly endMinute: number;
  /** Whether it only waits for tasks of its theme. */
  readonly waits: boolean;
}

/** What items take of their day, events with the buffers around them, by their beginning. */
export function takenStretches(items: readonly DayItem[], { bufferMinutes = 0 }: Settings): Taken[] {
  const taken = items.map(({ record, startMinute, endMinute }): Taken => {
    const buffer = record.kind === "event" ? bufferMinutes : 0;
    const waits = record.kind === "block" && record.task === undefined && record.theme !== undefined;
    return { startMinute: Math.max(0, startMinute - buffer), endMinute: Math.min(1440, endMinute + buffer), waits };
  });
  const held = items.flatMap(({ record, startMinute, endMinute }): Taken[] => {
    // What a box of a theme holds is no longer free; the rest of it waits.
    const minutes = record.kind === "block" && record.task === undefined && record.theme ? heldMinutes(record) : 0;
    return minutes > 0 ? [{ startMinute, endMinute: Math.min(endMinute, startMinute + minutes), waits: false }] : [];
  });
  const all = held.length > 0 ? [...taken, ...held] : taken;
  return bufferMinutes > 0 || held.length > 0 ? all.sort((a, b) => a.startMinute - b.startMinute) : all;
}
