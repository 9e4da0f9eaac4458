"use client";
import { useCallback, useMemo } from "react";
import { beginDay, noteDayBegun, templatesToBegin } from "@/core/commands";
import type { Store } from "@/core/store";
import type { DateText } from "@/core/time";
import { useOnceADay } from "./useOnceADay";

/** Begins each day with the lines of the templates that are to begin it. */
export function useDayBegins(today: DateText) {
  const waits = useCallback((from: Pick<Store, "list">) => templatesToBegin(from, today).length > 0, [today]);
  const input = useMemo(() => ({ date: today }), [today]);
  useOnceADay({ waits, act: beginDay, note: noteDayBegun, input });
}
