"use client";
import { useCallback } from "react";
import { workedOn, type WorkedDay } from "@/core/plan";
import type { DateText } from "@/core/time";
import { useNow } from "@/ui/clock";
import { useComputed, useStore } from "@/ui/workspaceContext";

/** What the log says of a day, to the minute: follows every change and, today, the time. */
export function useWorked(date: DateText): WorkedDay {
  const store = useStore();
  const now = useNow(store.clock);
  return useComputed(useCallback((from) => workedOn(from, date, now), [date, now]));
}
