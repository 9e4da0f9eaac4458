"use client";
import { useMemo } from "react";
import type { CaptureContext } from "@/core/capture";
import { namedRecord } from "@/core/page";
import { useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";

/** What a line is understood against, as it stands now. */
export function useCaptureContext(): () => CaptureContext {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  return useMemo(
    () => () => {
      const named = (kind: "theme" | "person") => (name: string) => {
        const record = namedRecord(store, kind, name);
        return record?.kind === kind ? { id: record.id, title: record.title } : undefined;
      };
      return {
        now: store.clock.now(),
        style,
        priorities: settings.priorities,
        theme: named("theme"),
        person: named("person"),
      };
    },
    [store, settings, style],
  );
}
