"use client";
import { useCallback, useMemo } from "react";
import { loadAfter, meaningOf, type Carried, type Meaning, type Target } from "@/core/gestures";
import { becomesText } from "@/panels/days/LoadBar";
import { useAct, useStore } from "@/ui/workspaceContext";

/** What hands do with things that are put somewhere: what it means, what a day becomes by it, and doing it. */
export function useGesture() {
  const store = useStore();
  const act = useAct();
  const meaning = useCallback(
    (carried: Carried, target: Target): Meaning | undefined => meaningOf(store, carried, target),
    [store],
  );
  /** What the day of a gesture becomes, in words; why not, where it would be refused. */
  const becomes = useCallback(
    (wanted: Meaning | undefined): string => {
      if (!wanted) return "";
      const found = loadAfter(store, wanted);
      return "refused" in found ? found.refused : becomesText(found.load);
    },
    [store],
  );
  const carryOut = useCallback(
    (wanted: Meaning | undefined): string | undefined => wanted && act(wanted.act.command, wanted.act.input),
    [act],
  );
  return useMemo(() => ({ meaning, becomes, carryOut }), [meaning, becomes, carryOut]);
}
