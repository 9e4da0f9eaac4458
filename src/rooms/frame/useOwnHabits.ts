"use client";
import { useCallback, useEffect } from "react";
import { habitsToLay, layOwnHabits, noteHabitsLaid } from "@/core/commands";
import type { DateText } from "@/core/time";
import { notify } from "@/ui/notices";
import { useComputed, useStore } from "@/ui/workspaceContext";

const settleMilliseconds = 800;

/** Lets the habits that find their hours by themselves find those of today, once a day. */
export function useOwnHabits(today: DateText) {
  const store = useStore();
  const waiting = useComputed(useCallback((from) => habitsToLay(from, today).length > 0, [today]));
  useEffect(() => {
    if (!waiting || store.isSealed) return;
    const timer = setTimeout(() => {
      const { said, changes } = store.act(layOwnHabits, { date: today, zone: store.clock.zone });
      store.adopt(store.rehearse(noteHabitsLaid, { date: today }), false);
      if (changes.added.size > 0) notify({ text: said, undo: true });
    }, settleMilliseconds);
    return () => clearTimeout(timer);
  }, [store, waiting, today]);
}
