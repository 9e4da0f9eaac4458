import type { Block, Id, Settings } from "../../model/index";
import { heldMinutes, waitsForTasks } from "./box";
import type { DayItem } from "./dayItems";

/** A stretch that an item takes of its day. */
export interface Taken {
  /** Minutes since midnight. */
  readonly startMinute: number;
  readonly endMinute: number;
  /** Whether it only waits for tasks of a theme, and of which. */
  readonly waits: boolean;
  readonly theme?: Id | undefined;
}

/** What items take of their day, events with the buffers around them, by their beginning. */
export function takenStretches(items: readonly DayItem[], { bufferMinutes = 0 }: Settings): Taken[] {
  const taken: Taken[] = [];
  let isInOrder = bufferMinutes === 0;
  for (const { record, startMinute, endMinute } of items) {
    const buffer = record.kind === "event" ? bufferMinutes : 0;
    const waits = waitsForTasks(record);
    taken.push({
      startMinute: Math.max(0, startMinute - buffer),
      endMinute: Math.min(1440, endMinute + buffer),
      waits,
      ...(waits ? { theme: (record as Block).theme } : {}),
    });
    // What a box of a theme holds is no longer free; the rest of it waits.
    if (!waits || record.holds === undefined) continue;
    taken.push({ startMinute, endMinute: Math.min(endMinute, startMinute + heldMinutes(record)), waits: false });
    isInOrder = false;
  }
  return isInOrder ? taken : taken.sort((a, b) => a.startMinute - b.startMinute);
}
