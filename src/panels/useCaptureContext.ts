"use client";
import { useMemo } from "react";
import type { CaptureContext } from "@/core/capture";
import { captureContext } from "@/core/plan";
import { useFirstWeekday, useStore, useTimeStyle } from "@/ui/workspaceContext";

/** What a line is understood against, as it stands now. */
export function useCaptureContext(): () => CaptureContext {
  const store = useStore();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  return useMemo(() => () => captureContext(store, style, firstWeekday), [store, style, firstWeekday]);
}
