"use client";
import { useCallback, useMemo } from "react";
import { defaultSettings, type Settings, type Task } from "@/core/model";
import { dueTasks, FreeAhead, pullOf, shortages, type Pull, type Shortage } from "@/core/plan";
import type { Store } from "@/core/store";
import { useNow } from "@/ui/clock";
import { useComputedSoon, useSettings, useStore } from "@/ui/workspaceContext";

const kept = new WeakMap<Store, FreeAhead>();

/** The working time that is free ahead, kept with the store. */
export function freeAheadOf(store: Store): FreeAhead {
  const settings: Settings = store.find("settings", "settings") ?? defaultSettings;
  const { zone } = store.clock;
  let free = kept.get(store);
  if (!free?.isFor(settings, zone)) {
    free?.close();
    kept.set(store, (free = new FreeAhead(store, settings, zone)));
  }
  return free;
}

/** The working time that is free ahead. */
export function useFreeAhead(): FreeAhead {
  useSettings();
  return freeAheadOf(useStore());
}

/** The due dates ahead by which the work does not fit. */
export function useShortages(): readonly Shortage[] {
  const now = useNow(useStore().clock);
  return useComputedSoon(useCallback((store) => shortages(dueTasks(store, now), freeAheadOf(store), now), [now]));
}

/** The pull of every open task, asked for one by one. */
export function usePull(): (task: Task) => Pull {
  const store = useStore();
  const now = useNow(store.clock);
  const revision = useComputedSoon(useCallback((from) => from.factsRevision, []));
  return useMemo(() => {
    void revision;
    const settings: Settings = store.find("settings", "settings") ?? defaultSettings;
    const pull = pullOf({ reads: store, settings, now, free: freeAheadOf(store) });
    const known = new Map<Task, Pull>();
    return (task) => {
      let own = known.get(task);
      if (!own) known.set(task, (own = pull(task)));
      return own;
    };
  }, [store, now, revision]);
}
