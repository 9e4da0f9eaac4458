"use client";
import { useCallback, useSyncExternalStore } from "react";
import { isMoment, standingClock, systemClock, type Clock, type MomentText } from "@/core/time";

/**
 * The clock of the app. Pictures and tests set `globalThis.pensumNow` to a moment before the page loads, and it stands
 * still there.
 */
export function appClock(): Clock {
  const set: unknown = (globalThis as { pensumNow?: unknown }).pensumNow;
  return isMoment(set) ? standingClock(set, systemClock().zone) : systemClock();
}

/** The present moment, to the minute, followed as it passes. */
export function useNow(clock: Clock): MomentText {
  const subscribe = useCallback((listener: () => void) => {
    const timer = setInterval(listener, 5000);
    document.addEventListener("visibilitychange", listener);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", listener);
    };
  }, []);
  return useSyncExternalStore(
    subscribe,
    () => clock.now(),
    () => clock.now(),
  );
}
