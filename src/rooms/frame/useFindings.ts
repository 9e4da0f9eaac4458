import { useEffect, useMemo, useState } from "react";
import type { cellLanguage } from "@/core/capture";
import { find, type Finding } from "@/core/finding";
import { dateOf } from "@/core/time";
import { useCaptureContext } from "@/panels/useCaptureContext";
import { useFirstWeekday, useStore, useTimeStyle } from "@/ui/workspaceContext";

/** All of Pensum itself that words lead to, the best first. Days in words are among it once their reader has come. */
export function useFindings(typed: string): readonly Finding[] {
  const store = useStore();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const captureContext = useCaptureContext();
  const [reader, setReader] = useState<{ cellLanguage: typeof cellLanguage }>();
  useEffect(() => {
    void import("@/core/capture").then(setReader, () => {});
  }, []);
  return useMemo(() => {
    const language = reader?.cellLanguage(captureContext());
    const readDate = (text: string) => {
      const date = language?.date(text);
      return date === undefined ? undefined : dateOf(date);
    };
    return find(typed, { store, style, firstWeekday, today: dateOf(store.clock.now()), readDate });
  }, [typed, store, style, firstWeekday, reader, captureContext]);
}
