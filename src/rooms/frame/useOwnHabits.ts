"use client";
import { useCallback, useMemo } from "react";
import { habitsToLay, layOwnHabits, noteHabitsLaid } from "@/core/commands";
import type { Store } from "@/core/store";
import type { DateText } from "@/core/time";
import { useFirstWeekday, useStore } from "@/ui/workspaceContext";
import { useOnceADay } from "./useOnceADay";

/** Lets the habits that find their hours by themselves find those of today. */
export function useOwnHabits(today: DateText) {
  const { zone } = useStore().clock;
  const firstWeekday = useFirstWeekday();
  const waits = useCallback((from: Store) => habitsToLay(from, today, firstWeekday).length > 0, [today, firstWeekday]);
  const input = useMemo(() => ({ date: today, zone, firstWeekday }), [today, zone, firstWeekday]);
  useOnceADay({ waits, act: layOwnHabits, note: noteHabitsLaid, input });
}
