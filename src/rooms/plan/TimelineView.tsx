"use client";
import { select } from "d3-selection";
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior, type ZoomTransform } from "d3-zoom";
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { editRecord, giveDay, moveItem } from "@/core/commands";
import { type Block, type Dye, type Id, type Theme } from "@/core/model";
import { plainTitle } from "@/core/page";
import {
  barLanes,
  decidingChain,
  loadOf,
  minutesSince,
  timelineRows,
  tooEarly,
  type Load,
  type TimelineBar,
  type TimelineRow,
} from "@/core/plan";
import {
  addDays,
  addMinutes,
  dateOf,
  dateOfDayNumber,
  dateText,
  durationText,
  isDate,
  isMoment,
  relativeMomentText,
  type DateText,
} from "@/core/time";
import type { Store } from "@/core/store";
import { useNow } from "@/ui/clock";
import { goTo, noteAddress, openRecord, planAddress } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { trackPointer } from "@/ui/trackPointer";
import { useAct, useComputed, useFirstWeekday, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { drawTimeline, labelPixels, type DrawnBar, type PlacedRow, type TimelineScene } from "./drawTimeline";
import { Overview } from "./Overview";
import { usePlanView } from "./planView";

const usualPerMinute = 28 / 1440;
const [leastPerMinute, mostPerMinute] = [0.00004, 6];
const [headPixels, lanePixels, spanPixels, rowPadding] = [31, 25, 22, 12];
export const loadPixels = 70;

/** Everything that has its time, from quarter hours to years, in rows that can be folded. */
export function TimelineView({ date, today }: { date: DateText; today: DateText }) {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const act = useAct();
  const now = useNow(store.clock);
  const { zone } = store.clock;
  const [view, change] = usePlanView();
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
  const [size, setSize] = useState({ width: 900, height: 600 });
  const [current, setCurrent] = useState<Id>();
  const hovered = useRef<DrawnBar[]>([]);

  const rows = useComputed(
    useCallback(
      (from: Store) =>
        timelineRows(from, view.rowsBy, { now, zone, doneSince: addDays(today, -30), events: view.rowsBy !== "goal" }),
      [view.rowsBy, now, zone, today],
    ),
  );
  const themes = useComputed(useCallback((from: Store) => from.list("kind", "theme") as readonly Theme[], []));
  const dyeOf = useMemo(() => {
    const known = new Map(themes.map(({ id, dye }) => [id, dye]));
    return (theme: Id | undefined): Dye => known.get(theme ?? "") ?? "slate";
  }, [themes]);
  const chain = useMemo(() => new Set(rows.flatMap(({ bars }) => decidingChain(bars))), [rows]);
  const early = useMemo(() => rows.flatMap(({ bars }) => tooEarly(bars)), [rows]);
  const placed = useMemo(
    () => placeRows(rows, scale.perMinute, view.foldedRows),
    [rows, scale.perMinute, view.foldedRows],
  );
  const height = placed.reduce((sum, row) => Math.max(sum, row.top + row.height), 0);
  const loads = useComputed(
    useCallback(
      (from: Store) => {
        const [first, days] = daysShown(scale, size.width);
        return days > 130
          ? []
          : Array.from({ length: days }, (_, at): readonly [DateText, Load] => [
              addDays(first, at),
              loadOf(from, addDays(first, at), settings, zone),
            ]);
      },
      [scale, size.width, settings, zone],
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
      threads: view.threads,
      headPixels,
      lanePixels,
      spanPixels,
      loadPixels,
    }),
    [size, placed, dyeOf, chain, today, now, style, firstWeekday, settings.workingWeek, loads, current, view.threads],
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

  useEffect(() => {
    const element = holder.current;
    if (!element) return;
    const measure = () => setSize({ width: element.clientWidth, height: element.clientHeight });
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    measure();
    return () => observer.disconnect();
  }, []);

  // Zoom and pan draw at once and are told to the rest when they rest.
  const drawNow = useRef(draw);
  useEffect(() => {
    drawNow.current = draw;
  }, [draw]);
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
        noteAddress(planAddress("timeline", undefined, day));
      }, 120);
    };
    const own = zoom<HTMLCanvasElement, unknown>()
      .scaleExtent([leastPerMinute / base.perMinute, mostPerMinute / base.perMinute])
      // A pinch comes as small steps of the wheel, a turned wheel as large ones.
      .wheelDelta(({ deltaY }: WheelEvent) => -deltaY * (Math.abs(deltaY) < 50 ? 0.02 : 0.002))
      .filter((event: MouseEvent | WheelEvent) =>
        event.type === "wheel" ? event.ctrlKey || event.metaKey : !event.button && !barAt(event as MouseEvent),
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

  // Another day in the address is brought to the left third.
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

  /** Moves a bar by so many minutes, or its end only. */
  const shift = (id: Id, minutes: number, edge?: "end") => {
    const record = store.get(id);
    const days = Math.round(minutes / 1440);
    if (record?.kind === "event") {
      if (!isMoment(record.start)) return;
      const start = edge ? record.start : addMinutes(record.start, minutes);
      act(moveItem, { id, start, end: addMinutes(record.end, minutes) }, { group: `shift ${id}` });
    } else if (record?.kind === "goal" || record?.kind === "project") {
      if (record.due) act(editRecord, { id, fields: { due: addDays(record.due, days) } }, { group: `shift ${id}` });
    } else if (record?.kind === "task") {
      const own = (store.list("blocksByTask", id) as Block[]).filter(({ task }) => task === id);
      const blocks = own.toSorted((a, b) => (a.start < b.start ? -1 : 1));
      const ahead = blocks.filter(({ end }) => end > now);
      if (edge) {
        const last = ahead[ahead.length - 1];
        if (last)
          act(
            moveItem,
            { id: last.id, start: last.start, end: addMinutes(last.end, minutes) },
            { group: `shift ${id}` },
          );
        else {
          const estimate = Math.max(5, (record.estimateMinutes ?? 60) + minutes);
          act(editRecord, { id, fields: { estimateMinutes: estimate } }, { group: `shift ${id}` });
        }
      } else if (ahead.length > 0)
        store.together(() => {
          for (const block of ahead)
            act(
              moveItem,
              { id: block.id, start: addMinutes(block.start, minutes), end: addMinutes(block.end, minutes) },
              { group: `shift ${id}` },
            );
        });
      else if (record.doDay && days !== 0) act(giveDay, { tasks: [id], day: addDays(record.doDay, days) });
      else if (record.due && days !== 0)
        act(
          editRecord,
          { id, fields: { due: `${addDays(dateOf(record.due), days)}${record.due.slice(10)}` } },
          { group: `shift ${id}` },
        );
    }
  };

  const pointerDown = (event: React.PointerEvent<HTMLCanvasElement>) => {
    const bar = barAt(event);
    if (!bar || event.button !== 0) return;
    event.stopPropagation();
    setCurrent(bar.id);
    const edge =
      bar.right - event.clientX + (canvas.current?.getBoundingClientRect().left ?? 0) < 7
        ? ("end" as const)
        : undefined;
    const snap = live.current.perMinute * 1440 < 120 ? 1440 : settings.snapMinutes;
    const from = event.clientX;
    let by = 0;
    const label = document.createElement("div");
    label.className = "drag-label";
    const words = label.appendChild(document.createElement("b"));
    const said = label.appendChild(document.createElement("span"));
    words.textContent = bar.title;
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
      return live.current.perMinute * 1440 < 120
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
    const snap = live.current.perMinute * 1440 < 120 ? 1440 : 60;
    if (side !== undefined && mod && bar) shift(bar.id, side * snap);
    else if (side !== undefined && event.shiftKey && bar) shift(bar.id, side * snap, "end");
    else if (side !== undefined) goToBar(order[Math.max(0, Math.min(order.length - 1, at + side))]);
    else if (up !== undefined) {
      const row = placed.findIndex(({ row: one }) => one.bars.some(({ id }) => id === current));
      const open = placed.filter(({ row: one, folded }) => !folded && one.bars.length > 0);
      const here = open.indexOf(placed[row] as PlacedRow);
      goToBar(open[Math.max(0, Math.min(open.length - 1, here + up))]?.row.bars[0]);
    } else if (event.key === "Enter" && bar) openRecord(bar.id);
    else if (event.key === "+" || event.key === "-") {
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
  const foldRow = (id: Id) =>
    change({
      foldedRows: view.foldedRows.includes(id) ? view.foldedRows.filter((one) => one !== id) : [...view.foldedRows, id],
    });

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
        <div style={{ height: Math.max(size.height, headPixels + height + loadPixels + 20) }}>
          <div className="sticky top-0" style={{ height: size.height }}>
            <canvas
              ref={canvas}
              tabIndex={0}
              role="application"
              data-pane-focus=""
              aria-label={`Timeline, ${order.length} bars in ${placed.length} rows. Arrows go from bar to bar, with Control they move it, with Shift they stretch it.`}
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
                height: Math.max(0, size.height - headPixels - loadPixels),
              }}
            >
              <ul ref={labels} aria-label="Rows">
                {placed.map(({ row, top, folded }) => (
                  <li key={row.id} className="absolute left-0 w-full px-4" style={{ top: top + 4 }}>
                    <button
                      className="pointer-events-auto block min-h-6 max-w-full truncate text-left font-semibold hover:underline"
                      aria-expanded={!folded}
                      onClick={() => (row.id === "" ? foldRow(row.id) : openRecord(row.id))}
                    >
                      {plainTitle(row.title) || (view.rowsBy === "none" ? "Everything" : `No ${view.rowsBy}`)}
                    </button>
                    <span className="block truncate text-small text-ink-2">
                      {rowWords(row, today, style)}{" "}
                      <button
                        className="link pointer-events-auto min-h-6 min-w-6"
                        aria-label={`${folded ? "Unfold" : "Fold"} ${plainTitle(row.title)}`}
                        onClick={() => foldRow(row.id)}
                      >
                        {folded ? `show ${row.bars.length}` : "fold"}
                      </button>
                    </span>
                  </li>
                ))}
              </ul>
            </div>
          </div>
        </div>
        {rows.length === 0 && (
          <p className="absolute top-24 left-60 font-words text-page">
            Nothing has a day yet. Give a task a day, or place it on the calendar.
          </p>
        )}
      </div>
      <Overview
        today={today}
        from={scale.from + labelPixels / scale.perMinute}
        to={scale.from + size.width / scale.perMinute}
        onShow={(middle) => showFrom(middle - (size.width - labelPixels) / 2 / live.current.perMinute)}
      />
      <button className="sr-only" onClick={() => goTo(planAddress("timeline"))}>
        Back to today on the timeline
      </button>
    </div>
  );
}

function currentTransform(element: HTMLCanvasElement): ZoomTransform {
  return (element as HTMLCanvasElement & { __zoom?: ZoomTransform }).__zoom ?? zoomIdentity;
}

/** What a transform of D3 shows, from the scale it began with. */
function scaleOf({ k, x }: ZoomTransform, base: { from: number; perMinute: number }) {
  const perMinute = base.perMinute * k;
  // At x of the screen stands base.from + ((x − tx) / k) / base.perMinute.
  return { from: base.from - x / k / base.perMinute, perMinute };
}

/** The day that the address names for a scale: eight days from the left edge, beside the rows. */
function dayAtLeft({ from, perMinute }: { from: number; perMinute: number }): DateText {
  const day = Math.round((from + labelPixels / perMinute) / 1440) + 8;
  return day > -350_000 && day < 2_900_000 ? dateOfDayNumber(day) : "";
}

function daysShown(
  { from, perMinute }: { from: number; perMinute: number },
  width: number,
): readonly [DateText, number] {
  const first = Math.floor((from + labelPixels / perMinute) / 1440);
  const days = Math.ceil(width / perMinute / 1440) + 1;
  return [dateOfDayNumber(Math.max(-350_000, Math.min(2_900_000, first))), Math.max(1, days)];
}

function placeRows(rows: readonly TimelineRow[], perMinute: number, folded: readonly Id[]): PlacedRow[] {
  let top = 0;
  return rows.map((row) => {
    const isFolded = folded.includes(row.id);
    const lanes = isFolded ? [] : barLanes(row.bars, (bar) => Math.min(220, 16 + bar.title.length * 6.4) / perMinute);
    const count = lanes.reduce((most, lane) => Math.max(most, lane + 1), 0);
    const height = Math.max(58, (row.span ? spanPixels : 6) + count * lanePixels + rowPadding);
    const own = { row, top, height, lanes, folded: isFolded };
    top += height;
    return own;
  });
}

function rowWords({ leftMinutes, span }: TimelineRow, today: DateText, style: ReturnType<typeof useTimeStyle>): string {
  return [
    leftMinutes > 0 ? `${durationText(leftMinutes)} left` : "",
    span?.record.due ? `due ${relativeMomentText(span.record.due, today, style)}` : "",
  ]
    .filter(Boolean)
    .join(", ");
}

function barWords(bar: TimelineBar | undefined, today: DateText, style: ReturnType<typeof useTimeStyle>): string {
  if (!bar) return "";
  const at = (minutes: number) => {
    const day = dateOfDayNumber(Math.floor(minutes / 1440));
    return relativeMomentText(addMinutes(`${day}T00:00`, ((minutes % 1440) + 1440) % 1440), today, style);
  };
  return `${plainTitle(bar.title)}, ${at(bar.start)} to ${at(bar.end)}${bar.done ? ", done" : ""}`;
}
