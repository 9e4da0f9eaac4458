"use client";
import { useCallback, useEffect } from "react";
import { lateCount } from "@/core/plan";
import { useNow } from "@/ui/clock";
import { showBadge } from "@/ui/tabFace";
import { useComputedSoon, useStore } from "@/ui/workspaceContext";

/** Puts the number of late tasks on the app's icon for as long as it is there. */
export function LateBadge() {
  const { clock } = useStore();
  const now = useNow(clock);
  const count = useComputedSoon(useCallback((store) => lateCount(store, now), [now]));
  useEffect(() => showBadge("room", count), [count]);
  useEffect(() => () => showBadge("room", undefined), []);
  return null;
}
