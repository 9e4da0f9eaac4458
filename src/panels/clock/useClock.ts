"use client";
import { useEffect, useMemo, useState } from "react";
import type { StartOn } from "@/core/commands/clock";
import type { ClockRun } from "@/core/model";
import { clockFace, clockRun, nextChangeMs, type ClockFace } from "@/core/plan";
import type { Store } from "@/core/store";
import { instantOf } from "@/core/time";
import { notify } from "@/ui/notices";
import { useAct, useComputed, useStore } from "@/ui/workspaceContext";
import { setBackSince } from "./setBack";

/** What the clock does, followed; undefined while it is off. */
export function useClockRun(): ClockRun | undefined {
  return useComputed(clockRun as (store: Store) => ClockRun | undefined);
}

// The acts of the clock are loaded when somebody first works by it, and ahead of that where it runs.
const load = () => import("@/core/commands/clock");

/** Where somebody set the clock of the device back, the sitting that runs keeps its length. */
export function takeInSetBack(store: Store, act: ReturnType<typeof useAct>) {
  const byMs = setBackSince(store.clock);
  const run = clockRun(store);
  if (byMs === 0 || run?.phase !== "work") return;
  const { since } = run;
  // It is done before what was pressed: both wait for the same code, and this one first.
  void load().then(({ setClockBack }) => act(setClockBack, { byMs, since }));
}

interface Starting {
  readonly minutes?: number;
  readonly rhythm?: string;
}

/** What hands can do with the clock. The instant that counts is that of the press, not that at which its code has come. */
export function useClockActs() {
  const store = useStore();
  const act = useAct();
  return useMemo(() => {
    const at = () => {
      takeInSetBack(store, act);
      return { at: instantOf(store.clock), zone: store.clock.zone };
    };
    const doing = (run: (commands: Awaited<ReturnType<typeof load>>) => unknown) =>
      load().then(run, () =>
        notify({ text: "The clock could not be loaded. Is the server away? Try again.", tone: "refused" }),
      );
    return {
      start: (on: StartOn, starting: Starting = {}) => {
        const now = at();
        return doing(({ startClock }) => act(startClock, { ...now, on, ...starting }));
      },
      pause: () => {
        const now = at();
        return doing(({ pauseClock }) => act(pauseClock, now));
      },
      takeBreak: () => {
        const now = at();
        return doing(({ breakClock }) => act(breakClock, now));
      },
      goOn: () => {
        const now = at();
        return doing(({ resumeClock }) => act(resumeClock, now));
      },
      more: (minutes: number) => {
        const now = at();
        return doing(({ moreMinutes }) => act(moreMinutes, { ...now, minutes }));
      },
      finish: (how: { done?: boolean; leftMinutes?: number } = {}) => {
        const now = at();
        return doing(({ finishClock }) => act(finishClock, { ...now, ...how }));
      },
      discard: () => {
        const now = at();
        return doing(({ discardClock }) => act(discardClock, now));
      },
      mend: (workedUntil: string, goOn: boolean) => {
        const now = at();
        return doing(({ mendSilence }) => act(mendSilence, { ...now, workedUntil, goOn }));
      },
    };
  }, [store, act]);
}

/** How the clock stands, drawn again whenever its words are others: once a minute, whatever a tab slept through. */
export function useClockFace(run: ClockRun): ClockFace {
  const store = useStore();
  const [at, setAt] = useState(() => instantOf(store.clock));
  const face = clockFace(run, Math.max(at, run.since));
  const wait = nextChangeMs(face);
  // What the clock does is seen from the instant at which it was done, not from the last look.
  useEffect(() => setAt(instantOf(store.clock)), [store, run]);
  useEffect(() => {
    const look = () => setAt(instantOf(store.clock));
    // The timer is set again for each change of the words; a few milliseconds more, so that it is not too early.
    const timer = setTimeout(look, Math.max(50, wait + 20));
    document.addEventListener("visibilitychange", look);
    return () => {
      clearTimeout(timer);
      document.removeEventListener("visibilitychange", look);
    };
  }, [store, wait, at, run]);
  return face;
}
