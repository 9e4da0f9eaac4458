import { useState, type PointerEvent, type RefObject } from "react";
import type { Id } from "@/core/model";
import { plainTitle } from "@/core/page";
import { addMinutes, dateOfDayNumber, dateText, relativeMomentText, type DateText, type TimeStyle } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { trackPointer } from "@/ui/trackPointer";
import { headPixels } from "./timelineScale";
import type { DrawnBar, PlacedRow } from "./drawTimeline";
import type { NewBar } from "./NewBarForm";
import type { TimelineScale } from "./useTimelineZoom";

/** Whether whole days are all that can be told apart at a scale. */
export function isCoarse({ perMinute }: TimelineScale): boolean {
  return perMinute * 1440 < 120;
}

interface TimelinePointer {
  canvas: RefObject<HTMLCanvasElement | null>;
  holder: RefObject<HTMLDivElement | null>;
  live: RefObject<TimelineScale>;
  placed: readonly PlacedRow[];
  barAt: (event: { clientX: number; clientY: number }) => DrawnBar | undefined;
  snapMinutes: number;
  today: DateText;
  style: TimeStyle;
  canDraw: boolean;
  onCurrent: (id: Id) => void;
  onShift: (id: Id, minutes: number, edge?: "end") => void;
  onDrawn: (bar: NewBar) => void;
}

/** Pressing and pulling on the timeline: a bar is opened, moved or stretched; with Shift a new one is drawn. */
export function useTimelinePointer(timeline: TimelinePointer) {
  const { canvas, holder, live, placed, barAt, snapMinutes, today, style, canDraw } = timeline;
  const [ghost, setGhost] = useState<NewBar>();
  const snapNow = () => (isCoarse(live.current) ? 1440 : snapMinutes);
  const minuteAt = (clientX: number) => {
    const left = canvas.current?.getBoundingClientRect().left ?? 0;
    return live.current.from + (clientX - left) / live.current.perMinute;
  };
  const rowAt = (clientY: number): PlacedRow | undefined => {
    const box = canvas.current?.getBoundingClientRect();
    if (!box) return undefined;
    const y = clientY - box.top - headPixels + (holder.current?.scrollTop ?? 0);
    return placed.find(({ top, height: own }) => y >= top && y < top + own);
  };
  const newBar = ({ row, top }: PlacedRow, start: number, end: number): NewBar => ({
    row,
    start,
    end,
    left: (start - live.current.from) * live.current.perMinute,
    top: headPixels + top - (holder.current?.scrollTop ?? 0) + 6,
    width: Math.max(8, (end - start) * live.current.perMinute),
  });
  /** Draws a new bar, from where Shift and the pointer were pressed to where it is let go. */
  const drawNew = (event: PointerEvent<HTMLCanvasElement>) => {
    const row = rowAt(event.clientY);
    if (!row || !canDraw || event.button !== 0) return;
    event.stopPropagation();
    const snap = snapNow();
    const first = Math.floor(minuteAt(event.clientX) / snap) * snap;
    let bar = newBar(row, first, first + snap);
    trackPointer(event.nativeEvent, {
      threshold: 3,
      scroller: () => undefined,
      move(x) {
        const other = Math.floor(minuteAt(x) / snap) * snap;
        bar = newBar(row, Math.min(first, other), Math.max(first, other) + snap);
        setGhost(bar);
      },
      end(kept, moved) {
        setGhost(undefined);
        if (kept && moved) timeline.onDrawn(bar);
      },
    });
  };
  const movedWords = (bar: DrawnBar, by: number, edge: "end" | undefined): string => {
    const at = (minutes: number) => {
      const day = dateOfDayNumber(Math.floor(minutes / 1440));
      return isCoarse(live.current)
        ? dateText(day, "short", style)
        : relativeMomentText(addMinutes(`${day}T00:00`, ((minutes % 1440) + 1440) % 1440), today, style);
    };
    return edge ? `until ${at(bar.endMinutes + by)}` : `from ${at(bar.startMinutes + by)}`;
  };
  const press = (event: PointerEvent<HTMLCanvasElement>) => {
    const bar = barAt(event);
    if (!bar && event.shiftKey) drawNew(event);
    if (!bar || event.button !== 0) return;
    event.stopPropagation();
    timeline.onCurrent(bar.id);
    const left = canvas.current?.getBoundingClientRect().left ?? 0;
    const edge = bar.right - event.clientX + left < 7 ? ("end" as const) : undefined;
    const snap = snapNow();
    const from = event.clientX;
    let by = 0;
    const label = document.createElement("div");
    label.className = "drag-label";
    const words = label.appendChild(document.createElement("b"));
    const said = label.appendChild(document.createElement("span"));
    words.textContent = plainTitle(bar.title);
    trackPointer(event.nativeEvent, {
      threshold: 4,
      scroller: () => holder.current,
      begin: () => document.body.append(label),
      move(x, y) {
        by = Math.round((x - from) / live.current.perMinute / snap) * snap;
        said.textContent = movedWords(bar, by, edge);
        label.style.transform = `translate(${Math.min(x + 14, innerWidth - 260)}px, ${y + 16}px)`;
      },
      end(kept, moved) {
        label.remove();
        if (!moved) openRecord(bar.id);
        else if (kept && by !== 0) timeline.onShift(bar.id, by, edge);
      },
    });
  };
  return { ghost, press, newBar, snapNow };
}
