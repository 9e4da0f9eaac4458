"use client";
import { useEffect } from "react";
import { lateCount } from "@/core/plan";
import { showBadge } from "@/ui/tabFace";
import { useComputedSoon } from "@/ui/workspaceContext";

/** Puts the number of late tasks on the app's icon for as long as it is there. */
export function LateBadge() {
  const count = useComputedSoon(lateCount);
  useEffect(() => showBadge("room", count), [count]);
  useEffect(() => () => showBadge("room", undefined), []);
  return null;
}
