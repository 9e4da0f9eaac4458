"use client";
import { useEffect, type RefObject } from "react";
import type { Dragged } from "@/panels/drag";
import { notify } from "@/ui/notices";
import { usePlacing } from "./placing";
import { addDays, type DateText } from "@/core/time";
import type { Ghost } from "./hourParts";

interface KeyboardPlacing {
  /** The days that stand here, in order; placing begins on today where that is one of them. */
  dates: readonly DateText[];
  today: DateText;
  snap: number;
  minutePixels: number;
  /** Where something would go first on a date. */
  firstFree: (dragged: Dragged, date: DateText) => number;
  preview: (dragged: Dragged, date: DateText, startMinute: number) => Ghost;
  put: (dragged: Dragged, date: DateText, startMinute: number) => void;
  show: (ghost: Ghost | undefined) => void;
  scroller: RefObject<HTMLElement | null>;
}

/** Placing by keyboard: the same ghost as in a drag, moved by arrows, let down by Enter, left by Escape. */
export function useKeyboardPlacing(setting: KeyboardPlacing) {
  const { dates, today, snap, minutePixels, firstFree, preview, put, show, scroller } = setting;
  const { placing, place } = usePlacing();
  useEffect(() => {
    if (!placing) return;
    let date = dates.includes(today) ? today : (dates[0] ?? today);
    let at = firstFree(placing, date);
    const draw = () => {
      const next = preview(placing, date, at);
      show(next);
      notify({ text: `${next.title}: ${next.text}. Arrow keys move it, Enter places it, Escape cancels.` });
      scroller.current?.scrollTo({ top: Math.max(0, at * minutePixels - 160) });
    };
    const end = () => {
      show(undefined);
      place(undefined);
    };
    const press = (event: KeyboardEvent) => {
      const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
      if (step !== undefined) {
        at = Math.max(0, Math.min(1440 - snap, at + step * (event.shiftKey ? 60 : snap)));
        draw();
      } else if ((event.key === "ArrowLeft" || event.key === "ArrowRight") && dates.length > 1) {
        const next = addDays(date, event.key === "ArrowLeft" ? -1 : 1);
        if (dates.includes(next)) date = next;
        draw();
      } else if (event.key === "Enter") {
        put(placing, date, at);
        end();
      } else if (event.key === "Escape" || event.key === "Tab" || event.key.length === 1) {
        notify(undefined);
        end();
        if (event.key !== "Escape") return;
      } else return;
      event.preventDefault();
      event.stopPropagation();
    };
    draw();
    addEventListener("keydown", press, true);
    return () => removeEventListener("keydown", press, true);
    // The ghost lives from the key that began it to the one that ends it; nothing else begins it anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [placing]);
}
