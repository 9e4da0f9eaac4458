"use client";
import { useCallback, useEffect } from "react";
import type { CaptureContext } from "@/core/capture";
import { fieldValues, type CellLanguage, type Reading } from "@/core/register";
import { dateOf } from "@/core/time";
import { useCaptureContext } from "@/panels/useCaptureContext";
import { dayFirst } from "@/ui/locale";
import { useStore } from "@/ui/workspaceContext";

let language: ((context: CaptureContext) => CellLanguage) | undefined;

/** What texts of fields are read in, as it stands when it is asked for; the language of lines belongs to it once that is loaded. */
export function useReading(): () => Reading {
  const store = useStore();
  const context = useCaptureContext();
  useEffect(() => {
    // A server that is away leaves the plain forms of dates and lengths.
    if (!language)
      void import("@/core/capture").then(
        ({ cellLanguage }) => (language = cellLanguage),
        () => {},
      );
  }, []);
  return useCallback(
    () => ({
      values: fieldValues(store),
      today: dateOf(store.clock.now()),
      dayFirst: dayFirst(),
      language: language?.(context()),
    }),
    [store, context],
  );
}
