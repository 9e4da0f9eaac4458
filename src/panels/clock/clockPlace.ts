"use client";
import { useSyncExternalStore } from "react";

/** Where the clock is open: over the room, or over the whole screen with nothing else. */
type ClockPlace = "closed" | "panel" | "quiet";

let place: ClockPlace = "closed";
const listeners = new Set<() => void>();

export function openClock(next: ClockPlace) {
  place = next;
  for (const listener of listeners) listener();
}

export function useClockPlace(): ClockPlace {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => place,
    () => "closed",
  );
}
