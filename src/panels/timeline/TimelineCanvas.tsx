"use client";
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent, type ReactNode } from "react";
import { setState } from "@/core/commands";
import { isUnfinished, type Dye, type Id } from "@/core/model";
import { plainTitle } from "@/core/page";
import {
  decidingChain,
  loadOf,
  minutesSince,
  tooEarly,
  type Load,
  type TimelineBar,
  type TimelineRow,
} from "@/core/plan";
import { addDays, stretchText, type DateText } from "@/core/time";
import type { Store } from "@/core/store";
import { useNow } from "@/ui/clock";
import { openRecord } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { useSize } from "@/ui/useSize";
import { useAct, useComputed, useFirstWeekday, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { NewBarForm, type NewBar } from "./NewBarForm";
import { TimelineRows } from "./TimelineRows";
import { timelineAct, type TimelineAct } from "./timelineKeys";
import { barWords, daysShown, headPixels, lanePixels, placeRows, spanPixels } from "./timelineScale";
import { isCoarse, useTimelinePointer } from "./useTimelinePointer";
import { useTimelineZoom } from "./useTimelineZoom";
import { drawTimeline, labelPixels, type DrawnBar, type TimelineScene } from "./drawTimeline";

export const loadPixels = 70;

interface TimelineCanvasProps {
  rows: readonly TimelineRow[];
  date: DateText;
  today: DateText;
  dyeOf: (theme: Id | undefined) => Dye;
  threads: boolean;
  folded: readonly Id[];
  onFold: (row: Id) => void;
  /** What a row is called, and what stands below that. */
  rowTitle: (row: TimelineRow) => string;
  rowNote: (row: TimelineRow) => string;
  /** Opens what a row stands for; undefined where it stands for nothing. */
  onOpenRow: (row: TimelineRow) => void;
  /** Moves a bar by so many minutes, or its end only. */
  onShift: (id: Id, minutes: number, edge?: "end") => void;
  /** Makes what a drawn bar is for; gives its id, or undefined where nothing was made. */
  onDraw?: (row: TimelineRow, start: number, end: number, title: string, exact: boolean) => Id | undefined;
  /** Whether the load of each day stands along the foot. */
  loads: boolean;
  /** Called with the day that the address is to name for what is shown. */
  onDay?: (day: DateText) => void;
  /** What stands where there is nothing. */
  empty: string;
  /** Stands below: what is shown, in local minutes, and how to show another time. */
  foot?: (from: number, to: number, show: (middle: number) => void) => ReactNode;
}

/** Everything that has its time, from quarter hours to years, in rows that can be folded. */
export function TimelineCanvas(props: TimelineCanvasProps) {
  const { rows, date, today, dyeOf, threads, folded, onFold, rowTitle, rowNote, onOpenRow } = props;
  const { onShift: shift, onDraw, loads: withLoads, onDay, empty, foot } = props;
  const store = useStore();
  const act = useAct();
  const settings = useSettings();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const now = useNow(store.clock);
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const labels = useRef<HTMLUListElement>(null);
  const drawNow = useRef<() => void>(() => {});
  const bars = useRef<DrawnBar[]>([]);
  const barAt = useCallback((event: { clientX: number; clientY: number }): DrawnBar | undefined => {
    const box = canvas.current?.getBoundingClientRect();
    if (!box) return undefined;
    const [x, y] = [event.clientX - box.left, event.clientY - box.top];
    return bars.current.findLast((bar) => x >= bar.left - 2 && x <= bar.right + 2 && y >= bar.top && y <= bar.bottom);
  }, []);
  const isTaken = useRef((event: MouseEvent) => barAt(event) !== undefined);
  const { live, scale, showFrom, zoomBy } = useTimelineZoom({ canvas, date, onDay, draw: drawNow, isTaken });
  const size = useSize(holder, { width: 900, height: 600 });
  const [current, setCurrent] = useState<Id>();
  const [drawn, setDrawn] = useState<NewBar>();
  const footPixels = withLoads ? loadPixels : 0;

  const chain = useMemo(() => new Set(rows.flatMap(({ bars }) => decidingChain(bars))), [rows]);
  const early = useMemo(() => rows.flatMap(({ bars }) => tooEarly(bars)), [rows]);
  const placed = useMemo(() => placeRows(rows, scale.perMinute, folded), [rows, scale.perMinute, folded]);
  const height = placed.reduce((sum, row) => Math.max(sum, row.top + row.height), 0);
  const loads = useComputed(
    useCallback(
      (from: Store) => {
        const [first, days] = daysShown(scale, size.width);
        return !withLoads || days > 130
          ? []
          : Array.from({ length: days }, (_, at): readonly [DateText, Load] => [
              addDays(first, at),
              loadOf(from, addDays(first, at)),
            ]);
      },
      [scale, size.width, withLoads],
    ),
  );

  const scene = useCallback(
    (): TimelineScene => ({
      ...live.current,
      width: size.width,
      height: size.height,
      scrollTop: holder.current?.scrollTop ?? 0,
      placed,
      dyeOf,
      chain,
      today,
      now: minutesSince(now),
      nowText: now.slice(11),
      style,
      firstWeekday,
      workingWeek: settings.workingWeek,
      loads,
      current,
      threads,
      headPixels,
      lanePixels,
      spanPixels,
      loadPixels: footPixels,
    }),
    [
      live,
      size,
      placed,
      dyeOf,
      chain,
      today,
      now,
      style,
      firstWeekday,
      settings.workingWeek,
      loads,
      current,
      threads,
      footPixels,
    ],
  );
  const draw = useCallback(() => {
    if (canvas.current) bars.current = drawTimeline(canvas.current, scene());
    if (labels.current) labels.current.style.transform = `translateY(${-(holder.current?.scrollTop ?? 0)}px)`;
  }, [scene]);
  useEffect(() => {
    drawNow.current = draw;
    draw();
  }, [draw]);
  // Fonts that come later, and another look, are drawn anew.
  useEffect(() => {
    void document.fonts.ready.then(draw);
    const observer = new MutationObserver(draw);
    observer.observe(document.documentElement, { attributes: true });
    return () => observer.disconnect();
  }, [draw]);

  const pointer = useTimelinePointer({
    ...{ canvas, holder, live, placed, barAt, today, style, snapMinutes: settings.snapMinutes },
    ...{ canDraw: onDraw !== undefined, onCurrent: setCurrent, onShift: shift, onDrawn: setDrawn },
  });
  const shown = pointer.ghost ?? drawn;
  const focusBack = () => canvas.current?.focus({ preventScroll: true });
  const takeNew = (title: string) => {
    if (!drawn || !onDraw) return;
    const id = onDraw(drawn.row, drawn.start, drawn.end, title, !isCoarse(live.current));
    if (id === undefined) return;
    setDrawn(undefined);
    setCurrent(id);
    focusBack();
  };
  const goToBar = (bar: TimelineBar | undefined) => {
    if (!bar) return;
    setCurrent(bar.id);
    const { from, perMinute } = live.current;
    const x = (bar.start - from) * perMinute;
    if (x < labelPixels || x > size.width - 60) showFrom(bar.start - (size.width * 0.3) / perMinute);
    const row = placed.find(({ row: one }) => one.bars.includes(bar));
    if (row && holder.current) {
      const { scrollTop, clientHeight } = holder.current;
      if (row.top < scrollTop || row.top + row.height > scrollTop + clientHeight - 120)
        holder.current.scrollTop = row.top - 40;
    }
    notify({ text: barWords(bar, today, style) });
  };
  const tick = (id: Id) => {
    const task = store.find("task", id);
    if (task) act(setState, { tasks: [id], state: isUnfinished(task.state) ? "done" : "open" });
  };
  const perform = (meant: TimelineAct) => {
    switch (meant.do) {
      case "shift":
        return shift(meant.id, meant.minutes, meant.edge);
      case "go":
        return goToBar(meant.bar);
      case "draw": {
        const row = placed.find((one) => one.row === meant.row);
        return row && setDrawn(pointer.newBar(row, meant.start, meant.end));
      }
      case "open":
        return openRecord(meant.id);
      case "tick":
        return tick(meant.id);
      case "zoom":
        return zoomBy(meant.by);
    }
  };
  const press = (event: KeyboardEvent) => {
    const meant = timelineAct(event, {
      ...{ rows: placed, current, isCoarse: isCoarse(live.current), snap: pointer.snapNow() },
      ...{ today: minutesSince(today), canDraw: onDraw !== undefined },
    });
    if (!meant) return;
    perform(meant);
    event.preventDefault();
    event.stopPropagation();
  };
  const order = useMemo(() => placed.flatMap(({ row, folded }) => (folded ? [] : row.bars)), [placed]);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <TooEarly early={early} onShow={goToBar} />
      <div
        ref={holder}
        className="timeline relative min-h-0 flex-1 overflow-x-hidden overflow-y-auto [scrollbar-width:thin]"
        onScroll={draw}
      >
        <div style={{ height: Math.max(size.height, headPixels + height + footPixels + 20) }}>
          <div className="sticky top-0" style={{ height: size.height }}>
            <canvas
              ref={canvas}
              tabIndex={0}
              role="application"
              data-pane-focus=""
              aria-label={`Timeline, ${order.length} bars in ${placed.length} rows. Arrow keys move between bars; with Control they move the bar, with Shift they change its length.${onDraw ? " Insert or Shift Enter adds a bar; so does dragging with Shift." : ""}`}
              aria-describedby="timeline-current"
              className="block touch-none outline-offset-[-2px]"
              style={{ width: size.width, height: size.height }}
              onPointerDown={pointer.press}
              onPointerMove={(event) => {
                const bar = event.buttons === 0 ? barAt(event) : undefined;
                event.currentTarget.style.cursor = bar ? "pointer" : "grab";
              }}
              onKeyDown={press}
              data-item={current}
              onContextMenu={({ button, currentTarget, ...at }) => {
                if (button === 2) currentTarget.dataset.item = barAt(at)?.id ?? "";
              }}
            />
            {shown && (
              <div
                className="cloth-drawn pointer-events-none absolute h-[22px]"
                style={{ left: shown.left, top: shown.top, width: shown.width }}
              >
                <span className="absolute top-full left-0 bg-sheet px-1 text-small whitespace-nowrap">
                  {stretchText(shown, style, isCoarse(live.current))}
                </span>
              </div>
            )}
            {drawn && (
              <NewBarForm
                left={Math.max(4, Math.min(drawn.left, size.width - 270))}
                top={Math.min(drawn.top + 42, size.height - 60)}
                words={stretchText(drawn, style, isCoarse(live.current))}
                onTake={takeNew}
                onClose={() => {
                  setDrawn(undefined);
                  focusBack();
                }}
              />
            )}
            <span id="timeline-current" className="sr-only">
              {current
                ? barWords(
                    order.find(({ id }) => id === current),
                    today,
                    style,
                  )
                : ""}
            </span>
            <div
              className="pointer-events-none absolute left-0 overflow-hidden"
              style={{
                top: headPixels,
                width: labelPixels,
                height: Math.max(0, size.height - headPixels - footPixels),
              }}
            >
              <TimelineRows ref={labels} {...{ placed, rowTitle, rowNote, onOpenRow, onFold }} />
            </div>
          </div>
        </div>
        {rows.length === 0 && <p className="absolute top-24 left-60 font-words text-page">{empty}</p>}
      </div>
      {foot?.(scale.from + labelPixels / scale.perMinute, scale.from + size.width / scale.perMinute, (middle) =>
        showFrom(middle - (size.width - labelPixels) / 2 / live.current.perMinute),
      )}
    </div>
  );
}

/** What begins before what it waits for is over. */
function TooEarly({ early, onShow }: { early: ReturnType<typeof tooEarly>; onShow: (bar: TimelineBar) => void }) {
  const [first] = early;
  if (!first) return null;
  return (
    <p className="flex-none border-b border-rule px-4 py-1 text-madder">
      “{plainTitle(first.bar.title)}” starts before “{plainTitle(first.waitsFor.title)}”, which it waits for, is
      finished.
      {early.length > 1 && ` The same goes for ${early.length - 1} more.`}{" "}
      <button className="link" onClick={() => onShow(first.bar)}>
        Show it
      </button>
    </p>
  );
}
