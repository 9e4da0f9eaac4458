"use client";
import { useCallback, useEffect } from "react";
import { habitsToLay, layOwnHabits } from "@/core/commands";
import type { DateText } from "@/core/time";
import { useAct, useComputed, useStore } from "@/ui/workspaceContext";

const settleMilliseconds = 800;

/** Lets the habits that find their hours by themselves find those of today, once a day. */
export function useOwnHabits(today: DateText) {
  const { zone } = useStore().clock;
  const act = useAct();
  const waiting = useComputed(useCallback((from) => habitsToLay(from, today).length > 0, [today]));
  useEffect(() => {
    if (!waiting) return;
    const timer = setTimeout(() => act(layOwnHabits, { date: today, zone }), settleMilliseconds);
    return () => clearTimeout(timer);
  }, [act, waiting, today, zone]);
}
