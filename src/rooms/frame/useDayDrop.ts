"use client";
import { useCallback, type RefObject } from "react";
import { dateText, type DateText } from "@/core/time";
import { addDropZone } from "@/panels/drag";
import { useGesture } from "@/panels/useGesture";
import { useTimeStyle } from "@/ui/workspaceContext";

/** Lets tasks, lines and blocks be dropped on a day; says beforehand how full it becomes. */
export function useDayDrop(scroller: RefObject<HTMLElement | null>, setTarget: (date: DateText | undefined) => void) {
  const style = useTimeStyle();
  const { meaning, becomes, carryOut } = useGesture();
  return useCallback(() => {
    const element = scroller.current;
    if (!element) return () => {};
    const dateAt = (x: number, y: number) =>
      document
        .elementsFromPoint(x, y)
        .map((one) => one.closest<HTMLElement>("[data-date]")?.dataset.date)
        .find(Boolean);
    return addDropZone({
      element,
      scroller: element,
      leave: () => setTarget(undefined),
      over(dragged, x, y) {
        const date = dateAt(x, y);
        setTarget(date);
        if (!date) return undefined;
        const words = becomes(meaning(dragged, { at: "day", date }));
        return [dateText(date, "short", style), words].filter(Boolean).join(", ");
      },
      drop(dragged, x, y) {
        const date = dateAt(x, y);
        if (!date) return;
        carryOut(meaning(dragged, { at: "day", date }));
      },
    });
  }, [scroller, style, setTarget, meaning, becomes, carryOut]);
}
