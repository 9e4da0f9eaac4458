"use client";
import { useMemo } from "react";
import type { CaptureContext } from "@/core/capture";
import { captureContext } from "@/core/plan";
import { useFirstWeekday, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";

/** What a line is understood against, as it stands now. */
export function useCaptureContext(): () => CaptureContext {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  return useMemo(
    () => () => captureContext(store, settings, style, firstWeekday),
    [store, settings, style, firstWeekday],
  );
}
