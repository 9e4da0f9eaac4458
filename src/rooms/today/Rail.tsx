"use client";
import {
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent as ReactPointerEvent,
} from "react";
import { moveItem, place as placeTask, placeLine, takeOff, usualBlockMinutes } from "@/core/commands";
import type { Block, Event } from "@/core/model";
import {
  allDayEvents,
  columns,
  dayItems,
  firstFit,
  freeTime,
  loadOf,
  localSpan,
  totalMinutes,
  unplacedMinutes,
  type DayItem,
} from "@/core/plan";
import {
  addDays,
  addMinutes,
  clockChange,
  clockText,
  dateOf,
  dateText,
  durationText,
  isMoment,
  minuteOf,
  minuteOn,
  minutesBetween,
  momentAt,
  moveZone,
  rangeText,
  workingDay,
  type DateText,
} from "@/core/time";
import { useNow } from "@/ui/clock";
import { addDropZone, startDrag, type Dragged } from "@/ui/drag";
import { focusSoon } from "@/ui/focusSoon";
import { becomesText } from "@/ui/LoadBar";
import { dayAddress, goTo } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { trackPointer } from "@/ui/trackPointer";
import { useAct, useComputed, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { DrawForm } from "./DrawForm";
import {
  AllDay,
  GhostBlock,
  GhostHolder,
  hourPixels,
  hourText,
  minutePixels,
  NowLine,
  Outside,
  type Ghost,
} from "./railParts";
import { RailItem } from "./RailItem";
import { useKeyboardPlacing } from "./useKeyboardPlacing";

/** An item shorter than this is drawn as long as this, so that it can be read and grabbed. */
const leastMinutes = 18;
const dayPixels = 24 * hourPixels;

/** The hours of a day, drawn to scale, with what lies on them. */
export function Rail({ date, today }: { date: DateText; today: DateText }) {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const act = useAct();
  const { zone } = store.clock;
  const now = useNow(store.clock);
  const scroller = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLDivElement>(null);
  const [ghost] = useState(() => new GhostHolder());
  const setGhost = ghost.set;
  const [drawn, setDrawn] = useState<{ startMinute: number; endMinute: number }>();
  const [cursor, setCursor] = useState<number>();

  const items = useComputed(useCallback((from) => dayItems(from, date, zone), [date, zone]));
  const wholeDay = useComputed(useCallback((from) => allDayEvents(from, date), [date]));
  const load = useComputed(useCallback((from) => loadOf(from, date, settings, zone), [date, settings, zone]));
  const layout = useMemo(() => columns(items, leastMinutes), [items]);
  const hours = workingDay(settings.workingWeek, date);
  const nowMinute = date === today ? minuteOf(now) : undefined;
  const free = useComputed(
    useCallback(
      (from) => (date < today ? [] : freeTime(from, date, settings, zone, nowMinute ?? 0)),
      [date, today, settings, zone, nowMinute],
    ),
  );
  const snap = settings.snapMinutes;
  const change = clockChange(date, zone);

  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const from = Math.min(hours?.startMinute ?? 480, nowMinute === undefined ? 1440 : Math.max(0, nowMinute - 180));
    element.scrollTop = Math.max(0, from * minutePixels - 6);
    // Only when another day is opened: later the place one scrolled to stays.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [date]);

  const becomes = useCallback(
    (more: number) => becomesText(loadOf(store, date, settings, zone), more),
    [store, date, settings, zone],
  );

  /** What a drop of `dragged` from `startMinute` on would do. */
  const preview = useCallback(
    (dragged: Dragged, startMinute: number, minutes = dragged.minutes): Ghost => {
      let more = 0;
      if (dragged.kind === "task") {
        const task = store.find("task", dragged.task);
        const counted = task && task.doDay === date ? unplacedMinutes(store, task, date) : 0;
        more = Math.max(0, minutes - counted);
      } else if (dragged.kind === "item") {
        const item = store.get(dragged.id);
        const here = items.find((one) => one.record.id === dragged.id);
        const isWork = item?.kind === "event" || (item?.kind === "block" && Boolean(item.task ?? item.theme));
        more = isWork ? minutes - (here ? here.endMinute - here.startMinute : 0) : 0;
      }
      const range = rangeText(startMinute, startMinute + minutes, style);
      const text = `${dateText(date, "weekday", style)} ${range}, ${becomes(more)}`;
      return { startMinute, endMinute: startMinute + minutes, title: dragged.title, text };
    },
    [store, date, items, style, becomes],
  );

  const minuteAt = useCallback(
    (y: number, by = snap, most = 1440 - by) => {
      const top = canvas.current?.getBoundingClientRect().top ?? 0;
      const minute = Math.round((y - top) / minutePixels / by) * by;
      return Math.max(0, Math.min(most, minute));
    },
    [snap],
  );

  const put = useCallback(
    (dragged: Dragged, startMinute: number) => {
      const start = momentAt(date, startMinute);
      if (dragged.kind === "task") act(placeTask, { task: dragged.task, start, minutes: dragged.minutes });
      else if (dragged.kind === "line")
        act(placeLine, {
          page: dragged.page,
          lineFrom: dragged.lineFrom,
          line: dragged.line,
          start,
          minutes: dragged.minutes,
        });
      else moveTo(dragged.id, start);

      function moveTo(id: string, local: string) {
        const item = store.get(id);
        if (item?.kind !== "block" && item?.kind !== "event") return;
        const from = item.kind === "event" && item.zone ? moveZone(local, zone, item.zone) : local;
        act(moveItem, { id, start: from, end: addMinutes(from, minutesBetween(item.start, item.end)) });
      }
    },
    [act, date, store, zone],
  );

  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const startOf = (dragged: Dragged, y: number) =>
      minuteAt(y - (dragged.kind === "item" ? dragged.grabMinutes * minutePixels : 0));
    return addDropZone({
      element,
      scroller: element,
      leave: () => setGhost(undefined),
      over(dragged, _x, y) {
        const next = preview(dragged, startOf(dragged, y));
        setGhost(next);
        return next.text;
      },
      drop: (dragged, _x, y) => put(dragged, startOf(dragged, y)),
    });
  }, [minuteAt, preview, put, setGhost]);

  const firstFree = useCallback(
    (minutes: number) => {
      const from = Math.ceil((nowMinute ?? 0) / snap) * snap;
      return firstFit(freeTime(store, date, settings, zone, from), minutes) ?? (nowMinute === undefined ? 540 : from);
    },
    [store, date, settings, zone, nowMinute, snap],
  );
  useKeyboardPlacing({ snap, firstFree, preview, put, show: setGhost, scroller });

  /** Draws a stretch on empty hours, from a press to where it is let go. */
  const draw = (event: ReactPointerEvent) => {
    if (event.button !== 0 || event.target !== event.currentTarget || event.pointerType === "touch") return;
    const first = minuteAt(event.clientY);
    let span = { startMinute: first, endMinute: first };
    trackPointer(event.nativeEvent, {
      threshold: 5,
      scroller: () => scroller.current,
      move(_x, y) {
        const other = minuteAt(y, snap, 1440);
        const [startMinute, endMinute] = other < first ? [other, first] : [first, Math.max(other, first + snap)];
        span = { startMinute, endMinute: Math.min(1440, endMinute) };
        const length = durationText(span.endMinute - startMinute);
        setGhost({ ...span, title: "", text: `${rangeText(startMinute, span.endMinute, style)}, ${length}` });
      },
      end(kept, moved) {
        setGhost(undefined);
        if (kept && moved) setDrawn(span);
      },
    });
  };

  const press = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget || event.altKey) return;
    const at = cursor ?? nowMinute ?? hours?.startMinute ?? 540;
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (step !== undefined) {
      const next = Math.max(
        0,
        Math.min(1440 - snap, Math.round(at / snap) * snap + step * (event.shiftKey ? 60 : snap)),
      );
      setCursor(next);
      notify({ text: `${clockText(next, style)}. Enter sets time aside here.` });
    } else if (event.key === "Enter") {
      const startMinute = Math.round(at / snap) * snap;
      setDrawn({ startMinute, endMinute: Math.min(1440, startMinute + usualBlockMinutes) });
    } else return;
    event.preventDefault();
  };

  const freeMinutes = totalMinutes(free);
  const over = load.capacityMinutes > 0 && load.plannedMinutes > load.capacityMinutes;
  return (
    <section
      aria-label="Hours"
      data-pane="rail"
      className="rail relative flex w-[292px] flex-none flex-col border-r border-rule bg-sheet"
    >
      <h2 className="flex h-9 flex-none items-center justify-between px-3.5 font-semibold text-ink-2">
        <span className={over ? "text-madder" : ""}>
          {over
            ? `${durationText(load.plannedMinutes)} of ${durationText(load.capacityMinutes)}`
            : load.plannedMinutes > 0
              ? `${durationText(load.plannedMinutes)} planned`
              : "Nothing planned"}
        </span>
        {date >= today && hours && (
          <span>{freeMinutes > 0 ? `${durationText(freeMinutes)} free` : "nothing free"}</span>
        )}
        {date >= today && !hours && <span>free day</span>}
      </h2>
      {wholeDay.map((event) => (
        <AllDay key={event.id} event={event} />
      ))}
      {change !== 0 && (
        <p className="flex-none border-b border-hairline px-3.5 pb-1.5 text-small text-ink-2">
          The clocks go {change > 0 ? "forward" : "back"} by {durationText(Math.abs(change))} on this day.
        </p>
      )}
      <div ref={scroller} className="relative min-h-0 flex-1 overflow-x-hidden overflow-y-auto [scrollbar-width:thin]">
        <div
          ref={canvas}
          tabIndex={0}
          data-pane-focus=""
          role="group"
          aria-label={`Hours of ${dateText(date, "full", style)}`}
          className="relative my-1.5 outline-offset-[-2px]"
          style={{ height: dayPixels }}
          onPointerDown={draw}
          onDoubleClick={(event) => {
            if (event.target !== event.currentTarget) return;
            const startMinute = minuteAt(event.clientY, 15);
            setDrawn({ startMinute, endMinute: Math.min(1440, startMinute + usualBlockMinutes) });
          }}
          onKeyDown={press}
          onBlur={() => setCursor(undefined)}
        >
          <Outside hours={hours} />
          {Array.from({ length: 25 }, (_, hour) => (
            <div
              key={hour}
              className="pointer-events-none absolute inset-x-0 border-t border-hairline"
              style={{ top: hour * hourPixels }}
            >
              <span
                hidden={nowMinute !== undefined && Math.abs(nowMinute - hour * 60) < 14}
                className="absolute -top-2 left-0 w-11 bg-sheet pr-1 text-right text-[11px] leading-4 text-ink-3"
              >
                {hourText(hour, style.hour12)}
              </span>
            </div>
          ))}
          {items.map((item, at) => (
            <RailItem
              key={item.record.id}
              item={item}
              column={layout[at]!}
              minutePixels={minutePixels}
              leastMinutes={leastMinutes}
              snap={snap}
              onGhost={setGhost}
              preview={preview}
              minuteAt={minuteAt}
              scroller={scroller}
              onKeyMove={(change) => keyMove(item, change)}
              onGrab={(event, grabMinutes) => grab(event, item, grabMinutes)}
              onTakeOff={() => takeItemOff(item.record)}
            />
          ))}
          <GhostBlock holder={ghost} />
          {drawn && (
            <DrawForm
              date={date}
              {...drawn}
              top={drawn.startMinute * minutePixels}
              height={(drawn.endMinute - drawn.startMinute) * minutePixels}
              onClose={() => {
                setDrawn(undefined);
                canvas.current?.focus({ preventScroll: true });
              }}
            />
          )}
          {cursor !== undefined && (
            <div
              className="pointer-events-none absolute inset-x-0 border-t-2 border-woad"
              style={{ top: cursor * minutePixels }}
            />
          )}
          {nowMinute !== undefined && (
            <NowLine minute={nowMinute} text={clockText(nowMinute, style)} top={nowMinute * minutePixels} />
          )}
        </div>
      </div>
    </section>
  );

  function grab(event: PointerEvent, item: DayItem, grabMinutes: number) {
    const { record } = item;
    startDrag(event, {
      dragged: { kind: "item", id: record.id, title: titleOf(record), minutes: spanMinutes(record), grabMinutes },
      elsewhere: record.kind === "block" ? "let go here to take it off the hours" : "",
      onMissed: () => record.kind === "block" && takeItemOff(record),
    });
  }

  function titleOf(record: Block | Event): string {
    return record.kind === "block" && record.task
      ? (store.find("task", record.task)?.title ?? record.title)
      : record.title;
  }

  function spanMinutes(record: Block | Event): number {
    return isMoment(record.start) ? minutesBetween(record.start, record.end) : 0;
  }

  function takeItemOff(record: Block | Event) {
    if (record.kind === "block") act(takeOff, { block: record.id });
    else
      notify({ text: "An event stays on its time. It can be removed from its sheet: press Enter.", tone: "refused" });
  }

  function keyMove(item: DayItem, { start, end, days }: { start: number; end: number; days: number }) {
    const { record } = item;
    if (!isMoment(record.start)) return;
    const group = `move ${record.id}`;
    act(
      moveItem,
      { id: record.id, start: addMinutes(shift(record.start), start), end: addMinutes(shift(record.end), end) },
      { group },
    );
    if (days !== 0) {
      const span = localSpan(record, zone);
      goTo(dayAddress(addDays(dateOf(span.start), days), today));
      const hours = canvas.current;
      focusSoon(() => {
        const item = document.querySelector<HTMLElement>(`[data-item="${record.id}"]`);
        return hours?.contains(item) ? undefined : item;
      });
    }

    function shift(moment: string) {
      return days === 0 ? moment : momentAt(addDays(dateOf(moment), days), minuteOn(dateOf(moment), moment));
    }
  }
}
