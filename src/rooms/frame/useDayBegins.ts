"use client";
import { useCallback, useEffect } from "react";
import { beginDay, noteDayBegun, templatesToBegin } from "@/core/commands";
import type { DateText } from "@/core/time";
import { notify } from "@/ui/notices";
import { useComputed, useStore } from "@/ui/workspaceContext";

const settleMilliseconds = 600;

/** Begins each day with the lines of the templates that are to begin it, once. */
export function useDayBegins(today: DateText) {
  const store = useStore();
  const waiting = useComputed(useCallback((from) => templatesToBegin(from, today).length > 0, [today]));
  useEffect(() => {
    if (!waiting || store.isSealed) return;
    const timer = setTimeout(() => {
      const { said, changes } = store.act(beginDay, { date: today });
      store.adopt(store.rehearse(noteDayBegun, { date: today }), false);
      if (changes.added.size + changes.updated.size > 0) notify({ text: said, undo: true });
    }, settleMilliseconds);
    return () => clearTimeout(timer);
  }, [store, waiting, today]);
}
