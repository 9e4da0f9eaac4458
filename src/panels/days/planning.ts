"use client";
import { useCallback, useMemo } from "react";
import type { Task } from "@/core/model";
import { currentPull, dueTasks, freeAheadOf, shortages, type FreeAhead, type Pull, type Shortage } from "@/core/plan";
import { useNow } from "@/ui/clock";
import { useComputedSoon, useSettings, useStore } from "@/ui/workspaceContext";

/** The working time that is free ahead. */
export function useFreeAhead(): FreeAhead {
  useSettings();
  return freeAheadOf(useStore());
}

/** The due dates ahead by which the work does not fit. */
export function useShortages(): readonly Shortage[] {
  const now = useNow(useStore().clock);
  return useComputedSoon(useCallback((store) => shortages(dueTasks(store), freeAheadOf(store), now), [now]));
}

/** The pull of every open task, asked for one by one. */
export function usePull(): (task: Task) => Pull {
  const store = useStore();
  const now = useNow(store.clock);
  const revision = useComputedSoon(useCallback((from) => from.factsRevision, []));
  return useMemo(() => {
    void [now, revision];
    return currentPull(store);
  }, [store, now, revision]);
}
