"use client";
import { select } from "d3-selection";
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior } from "d3-zoom";
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
import { addDays, addMinutes, dateOfDayNumber, dateText, isDate, relativeMomentText, type DateText } from "@/core/time";
import type { Store } from "@/core/store";
import { useNow } from "@/ui/clock";
import { openRecord } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { trackPointer } from "@/ui/trackPointer";
import { useSize } from "@/ui/useSize";
import { useAct, useComputed, useFirstWeekday, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { NewBarForm, stretchWords, type NewBar } from "./NewBarForm";
import {
  barWords,
  currentTransform,
  dayAtLeft,
  daysShown,
  headPixels,
  lanePixels,
  placeRows,
  scaleOf,
  spanPixels,
} from "./timelineScale";
import { drawTimeline, labelPixels, type DrawnBar, type PlacedRow, type TimelineScene } from "./drawTimeline";

const usualPerMinute = 28 / 1440;
const [leastPerMinute, mostPerMinute] = [0.00004, 6];
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
  const { zone } = store.clock;
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const labels = useRef<HTMLUListElement>(null);
  const behavior = useRef<ZoomBehavior<HTMLCanvasElement, unknown>>(undefined);
  /** Local minutes at the left edge, and pixels for a minute. */
  const [scale, setScale] = useState(() => ({
    from: minutesSince(addDays(date, -8)) - labelPixels / usualPerMinute,
    perMinute: usualPerMinute,
  }));
  const live = useRef(scale);
  const size = useSize(holder, { width: 900, height: 600 });
  const [current, setCurrent] = useState<Id>();
  const hovered = useRef<DrawnBar[]>([]);
  const [drawn, setDrawn] = useState<NewBar>();
  const [ghost, setGhost] = useState<NewBar>();
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
              loadOf(from, addDays(first, at), settings, zone),
            ]);
      },
      [scale, size.width, settings, zone, withLoads],
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
    if (canvas.current) hovered.current = drawTimeline(canvas.current, scene());
    if (labels.current) labels.current.style.transform = `translateY(${-(holder.current?.scrollTop ?? 0)}px)`;
  }, [scene]);
  useEffect(draw, [draw]);
  // Fonts that come later, and another look, are drawn anew.
  useEffect(() => {
    void document.fonts.ready.then(draw);
    const observer = new MutationObserver(draw);
    observer.observe(document.documentElement, { attributes: true });
    return () => observer.disconnect();
  }, [draw]);

  // Zoom and pan draw at once and are told to the rest when they rest.
  const drawNow = useRef(draw);
  useEffect(() => {
    drawNow.current = draw;
  }, [draw]);
  const dayNow = useRef(onDay);
  useEffect(() => {
    dayNow.current = onDay;
  }, [onDay]);
  const origin = useRef(scale);
  const shownDate = useRef(date);
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    let frame = 0;
    let rest: ReturnType<typeof setTimeout> | undefined;
    const base = origin.current;
    const follow = ({ transform }: D3ZoomEvent<HTMLCanvasElement, unknown>) => {
      live.current = scaleOf(transform, base);
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(() => drawNow.current());
      clearTimeout(rest);
      rest = setTimeout(() => {
        setScale(live.current);
        // The address follows, so that it can be kept, and “Today” leads back from wherever one went.
        const day = dayAtLeft(live.current);
        if (!isDate(day) || day === shownDate.current) return;
        shownDate.current = day;
        dayNow.current?.(day);
      }, 120);
    };
    const own = zoom<HTMLCanvasElement, unknown>()
      .scaleExtent([leastPerMinute / base.perMinute, mostPerMinute / base.perMinute])
      // A pinch comes as small steps of the wheel, a turned wheel as large ones.
      .wheelDelta(({ deltaY }: WheelEvent) => -deltaY * (Math.abs(deltaY) < 50 ? 0.02 : 0.002))
      .filter((event: MouseEvent | WheelEvent) =>
        event.type === "wheel"
          ? event.ctrlKey || event.metaKey
          : !event.button && !event.shiftKey && !barAt(event as MouseEvent),
      )
      .on("zoom", follow);
    behavior.current = own;
    const selection = select(element);
    selection.call(own).on("dblclick.zoom", null);
    const wheel = (event: WheelEvent) => {
      if (event.ctrlKey || event.metaKey) return;
      const sideways = event.shiftKey ? event.deltaY : event.deltaX;
      if (sideways === 0) return;
      event.preventDefault();
      own.translateBy(selection, -sideways / currentTransform(element).k, 0);
    };
    element.addEventListener("wheel", wheel, { passive: false });
    return () => {
      clearTimeout(rest);
      cancelAnimationFrame(frame);
      element.removeEventListener("wheel", wheel);
      selection.on(".zoom", null);
    };
  }, []);

  /** Brings a moment to the left edge, beside the rows. */
  const showFrom = useCallback((from: number, perMinute = live.current.perMinute) => {
    const element = canvas.current;
    const own = behavior.current;
    if (!element || !own) return;
    const base = origin.current;
    const k = perMinute / base.perMinute;
    const next = zoomIdentity.translate(labelPixels - k * (from - base.from) * base.perMinute, 0).scale(k);
    own.transform(select(element), next);
  }, []);
  useEffect(() => {
    if (shownDate.current === date) return;
    shownDate.current = date;
    showFrom(minutesSince(addDays(date, -8)));
  }, [date, showFrom]);

  function barAt(event: { clientX: number; clientY: number }): DrawnBar | undefined {
    const box = canvas.current?.getBoundingClientRect();
    if (!box) return undefined;
    const [x, y] = [event.clientX - box.left, event.clientY - box.top];
    return hovered.current.findLast(
      (bar) => x >= bar.left - 2 && x <= bar.right + 2 && y >= bar.top && y <= bar.bottom,
    );
  }

  const isCoarse = () => live.current.perMinute * 1440 < 120;
  const snapNow = () => (isCoarse() ? 1440 : settings.snapMinutes);
  const minuteAt = (clientX: number) => {
    const left = canvas.current?.getBoundingClientRect().left ?? 0;
    return live.current.from + (clientX - left) / live.current.perMinute;
  };
  const xOf = (minute: number) => (minute - live.current.from) * live.current.perMinute;
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
    left: xOf(start),
    top: headPixels + top - (holder.current?.scrollTop ?? 0) + 6,
    width: Math.max(8, (end - start) * live.current.perMinute),
  });
  const takeNew = (title: string) => {
    if (!drawn || !onDraw) return;
    const id = onDraw(drawn.row, drawn.start, drawn.end, title, !isCoarse());
    if (id === undefined) return;
    setDrawn(undefined);
    setCurrent(id);
    canvas.current?.focus({ preventScroll: true });
  };

  /** Draws a new bar, from where Shift and the pointer were pressed to where it is let go. */
  const drawNew = (event: React.PointerEvent<HTMLCanvasElement>) => {
    const row = rowAt(event.clientY);
    if (!row || !onDraw || event.button !== 0) return;
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
        if (kept && moved) setDrawn(bar);
      },
    });
  };

  const pointerDown = (event: React.PointerEvent<HTMLCanvasElement>) => {
    const bar = barAt(event);
    if (!bar && event.shiftKey) drawNew(event);
    if (!bar || event.button !== 0) return;
    event.stopPropagation();
    setCurrent(bar.id);
    const edge =
      bar.right - event.clientX + (canvas.current?.getBoundingClientRect().left ?? 0) < 7
        ? ("end" as const)
        : undefined;
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
        else if (kept && by !== 0) shift(bar.id, by, edge);
      },
    });
  };
  const movedWords = (bar: DrawnBar, by: number, edge: "end" | undefined): string => {
    const at = (minutes: number) => {
      const day = dateOfDayNumber(Math.floor(minutes / 1440));
      return isCoarse()
        ? dateText(day, "short", style)
        : relativeMomentText(addMinutes(`${day}T00:00`, ((minutes % 1440) + 1440) % 1440), today, style);
    };
    return edge ? `until ${at(bar.endMinutes + by)}` : `from ${at(bar.startMinutes + by)}`;
  };

  const order = useMemo(
    () => placed.flatMap(({ row, folded }) => (folded ? [] : row.bars.map((bar) => bar))),
    [placed],
  );
  const press = (event: KeyboardEvent) => {
    if (event.altKey) return;
    const at = order.findIndex(({ id }) => id === current);
    const bar = order[at];
    const mod = event.ctrlKey || event.metaKey;
    const side = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    const up = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const snap = isCoarse() ? 1440 : 60;
    if (side !== undefined && mod && bar) shift(bar.id, side * snap);
    else if (side !== undefined && event.shiftKey && bar) shift(bar.id, side * snap, "end");
    else if (side !== undefined) goToBar(order[Math.max(0, Math.min(order.length - 1, at + side))]);
    else if (up !== undefined) {
      const row = placed.findIndex(({ row: one }) => one.bars.some(({ id }) => id === current));
      const open = placed.filter(({ row: one, folded }) => !folded && one.bars.length > 0);
      const here = open.indexOf(placed[row] as PlacedRow);
      goToBar(open[Math.max(0, Math.min(open.length - 1, here + up))]?.row.bars[0]);
    } else if (onDraw && (event.key === "Insert" || (event.key === "Enter" && event.shiftKey))) {
      const row = placed.find(({ row: one }) => one.bars.some(({ id }) => id === current)) ?? placed[0];
      const step = snapNow();
      const start = Math.ceil((bar?.end ?? minutesSince(today)) / step) * step;
      if (row) setDrawn(newBar(row, start, start + (isCoarse() ? 1440 : 60)));
    } else if (event.key === "Enter" && bar) openRecord(bar.id);
    else if (event.key === " " && bar) {
      const task = store.find("task", bar.id);
      if (task) act(setState, { tasks: [task.id], state: isUnfinished(task.state) ? "done" : "open" });
    } else if (event.key === "+" || event.key === "-") {
      if (canvas.current) behavior.current?.scaleBy(select(canvas.current), event.key === "+" ? 1.3 : 1 / 1.3);
    } else return;
    event.preventDefault();
    event.stopPropagation();
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
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      {early.length > 0 && (
        <p className="flex-none border-b border-rule px-4 py-1 text-madder">
          “{plainTitle(early[0]!.bar.title)}” begins before “{plainTitle(early[0]!.waitsFor.title)}”, which it waits
          for, ends.
          {early.length > 1 && ` So do ${early.length - 1} more.`}{" "}
          <button className="link" onClick={() => goToBar(early[0]!.bar)}>
            Go there
          </button>
        </p>
      )}
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
              aria-label={`Timeline, ${order.length} bars in ${placed.length} rows. Arrows go from bar to bar, with Control they move it, with Shift they stretch it.${onDraw ? " Insert or Shift and Enter draw a new one, as Shift and the pointer do." : ""}`}
              aria-describedby="timeline-current"
              className="block touch-none outline-offset-[-2px]"
              style={{ width: size.width, height: size.height }}
              onPointerDown={pointerDown}
              onPointerMove={(event) => {
                const bar = event.buttons === 0 ? barAt(event) : undefined;
                event.currentTarget.style.cursor = bar ? "pointer" : "grab";
              }}
              onKeyDown={press}
            />
            {(ghost ?? drawn) && (
              <div
                className="cloth-drawn pointer-events-none absolute h-[22px]"
                style={{ left: (ghost ?? drawn)!.left, top: (ghost ?? drawn)!.top, width: (ghost ?? drawn)!.width }}
              >
                <span className="absolute top-full left-0 bg-sheet px-1 text-small whitespace-nowrap">
                  {stretchWords((ghost ?? drawn)!, isCoarse(), style)}
                </span>
              </div>
            )}
            {drawn && (
              <NewBarForm
                left={Math.max(4, Math.min(drawn.left, size.width - 270))}
                top={Math.min(drawn.top + 42, size.height - 60)}
                words={stretchWords(drawn, isCoarse(), style)}
                onTake={takeNew}
                onClose={() => {
                  setDrawn(undefined);
                  canvas.current?.focus({ preventScroll: true });
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
              <ul ref={labels} aria-label="Rows">
                {placed.map(({ row, top, folded: isFolded }) => (
                  <li key={row.id} className="absolute left-0 w-full px-4" style={{ top: top + 4 }}>
                    <button
                      className="pointer-events-auto block min-h-6 max-w-full truncate text-left font-semibold hover:underline"
                      aria-expanded={!isFolded}
                      onClick={() => onOpenRow(row)}
                    >
                      {rowTitle(row)}
                    </button>
                    <span className="block truncate text-small text-ink-2">
                      {rowNote(row)}{" "}
                      <button
                        className="link pointer-events-auto min-h-6 min-w-6"
                        aria-label={`${isFolded ? "Unfold" : "Fold"} ${rowTitle(row)}`}
                        onClick={() => onFold(row.id)}
                      >
                        {isFolded ? `show ${row.bars.length}` : "fold"}
                      </button>
                    </span>
                  </li>
                ))}
              </ul>
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
