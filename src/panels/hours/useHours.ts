"use client";
import { nameOf } from "@/core/things";
import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type PointerEvent as ReactPointerEvent,
  type RefObject,
} from "react";
import { moveItem, removeRecord, takeOff, usualBlockMinutes } from "@/core/commands";
import type { Block, Event } from "@/core/model";
import {
  type DayItem,
  dayItems,
  firstFit,
  firstRoomFor,
  freeTime,
  localSpan,
  recordOrOccurrence,
  sittingMinutes,
} from "@/core/plan";
import {
  addDays,
  addMinutes,
  dateOf,
  dateText,
  durationText,
  isMoment,
  minuteOn,
  minutesBetween,
  momentAt,
  rangeText,
  type DateText,
} from "@/core/time";
import { addDropZone, startDrag, type Dragged } from "@/panels/drag";
import { trackPointer } from "@/ui/trackPointer";
import { useAct, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { useGesture } from "@/panels/useGesture";
import { useBoxes } from "./useBoxes";
import { GhostHolder, type Ghost } from "./hourParts";
import { useKeyboardPlacing } from "./useKeyboardPlacing";

/** A stretch of a day that was drawn and waits for what it is for. */
export interface Drawn {
  readonly date: DateText;
  readonly startMinute: number;
  readonly endMinute: number;
}

interface HoursSetting {
  /** The days whose hours stand here, in order. */
  dates: readonly DateText[];
  today: DateText;
  /** The present as minutes since midnight. */
  nowMinute: number;
  minutePixels: number;
  scroller: RefObject<HTMLElement | null>;
  /** What holds the hours, midnight at its upper edge. */
  canvas: RefObject<HTMLElement | null>;
  /** The day whose hours lie at that place across the screen. */
  dateAt: (x: number) => DateText;
  /** Whether a task that is longer than the free time where it is put takes that, and keeps the rest for another sitting. */
  cutToGap?: boolean;
  /** Brings a day into sight to which something was moved, where it is not among `dates`. */
  showDay: (date: DateText) => void;
}

/** How an item is moved by a key: each end by so many minutes, and both by so many days. */
interface KeyMove {
  readonly start: number;
  readonly end: number;
  readonly days: number;
}

/** What hands can do with hours; the same object while it can do the same. */
export type Hands = ReturnType<typeof useHours>["hands"];

/** What hands can do with hours, of one day or of several side by side: draw, place, move, stretch, copy and take off. */
export function useHours(setting: HoursSetting) {
  const { dates, today, nowMinute, minutePixels, scroller, canvas, dateAt, cutToGap = false, showDay } = setting;
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const act = useAct();
  const { zone } = store.clock;
  const [ghost] = useState(() => new GhostHolder());
  const setGhost = ghost.set;
  const [drawn, setDrawn] = useState<Drawn>();
  const snap = settings.snapMinutes;

  const minuteAt = useCallback(
    (y: number, by = snap, most = 1440 - by) => {
      const top = canvas.current?.getBoundingClientRect().top ?? 0;
      const minute = Math.round((y - top) / minutePixels / by) * by;
      return Math.max(0, Math.min(most, minute));
    },
    [canvas, minutePixels, snap],
  );

  /** How long something put at `startMinute` becomes. */
  const sitting = useCallback(
    (dragged: Dragged, date: DateText, startMinute: number): number => {
      if (!cutToGap || dragged.kind !== "task") return dragged.minutes;
      return sittingMinutes(dayItems(store, date), startMinute, dragged.minutes);
    },
    [cutToGap, store],
  );

  const { boxUnder, boxAtPoint, boxGhost, putInto } = useBoxes();
  const { meaning, becomes, carryOut } = useGesture();

  /** What was shown last: a pointer goes through many places that mean the same. */
  const shown = useRef<{ readonly key: string; readonly ghost: Ghost }>(undefined);
  /** What a drop of `dragged` from `startMinute` of a date on would do. */
  const preview = useCallback(
    (
      dragged: Dragged,
      date: DateText,
      startMinute: number,
      minutes = sitting(dragged, date, startMinute),
      copying = false,
    ): Ghost => {
      const key = JSON.stringify([dragged, date, startMinute, minutes, copying, store.factsRevision]);
      if (shown.current?.key === key) return shown.current.ghost;
      const rest = dragged.kind === "task" ? dragged.minutes - minutes : 0;
      const wanted = meaning({ ...dragged, minutes }, { at: "hour", date, minute: startMinute, copying });
      const range = rangeText(startMinute, startMinute + minutes, style);
      const text = `${copying ? "a copy, " : ""}${dateText(date, "weekday", style)} ${range}, ${rest > 0 ? `${durationText(rest)} is left, ` : ""}${becomes(wanted)}`;
      const ghost = { date, startMinute, endMinute: startMinute + minutes, title: dragged.title, text };
      shown.current = { key, ghost };
      return ghost;
    },
    [store, style, sitting, meaning, becomes],
  );

  const put = useCallback(
    (dragged: Dragged, date: DateText, startMinute: number, copying = false) => {
      const minutes = sitting(dragged, date, startMinute);
      carryOut(meaning({ ...dragged, minutes }, { at: "hour", date, minute: startMinute, copying }));
    },
    [sitting, meaning, carryOut],
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
      over(dragged, x, y, copying) {
        const from = startOf(dragged, y);
        const isCopy = copying && dragged.kind === "item";
        const date = dateAt(x);
        const box = boxAtPoint(dragged, date, x, y);
        const next = box
          ? boxGhost(dragged, date, box)
          : preview(dragged, date, from, sitting(dragged, date, from), isCopy);
        setGhost({ ...next, isSaid: true });
        return next.text;
      },
      drop(dragged, x, y, copying) {
        const box = boxAtPoint(dragged, dateAt(x), x, y);
        if (box) putInto(dragged, box, dateAt(x));
        else put(dragged, dateAt(x), startOf(dragged, y), copying);
      },
    });
  }, [scroller, minuteAt, minutePixels, dateAt, preview, sitting, put, setGhost, boxAtPoint, boxGhost, putInto]);

  const firstFree = useCallback(
    (dragged: Dragged, date: DateText) => {
      const from = date === today ? Math.ceil(nowMinute / snap) * snap : 0;
      const { minutes } = dragged;
      const task = dragged.kind === "task" ? store.find("task", dragged.task) : undefined;
      return (
        firstRoomFor(store, task ?? {}, minutes, date, from) ??
        firstFit(freeTime(store, date, from), minutes) ??
        (date === today ? from : 540)
      );
    },
    [store, today, nowMinute, snap],
  );
  useKeyboardPlacing({
    dates,
    today,
    snap,
    firstFree,
    preview: (dragged, date, startMinute) => {
      const box = boxUnder(dragged, date, startMinute);
      return box ? boxGhost(dragged, date, box) : preview(dragged, date, startMinute);
    },
    put: (dragged, date, startMinute) => {
      const box = boxUnder(dragged, date, startMinute);
      if (box) putInto(dragged, box, date);
      else put(dragged, date, startMinute);
    },
    show: setGhost,
    scroller,
    minutePixels,
  });

  /** Draws a stretch on empty hours of a date, from a press to where it is let go. */
  const draw = useCallback(
    (event: ReactPointerEvent, date: DateText) => {
      if (event.button !== 0 || event.target !== event.currentTarget) return;
      const first = minuteAt(event.clientY);
      let span = { date, startMinute: first, endMinute: first };
      trackPointer(event.nativeEvent, {
        threshold: 5,
        holds: true,
        scroller: () => scroller.current,
        move(_x, y) {
          const other = minuteAt(y, snap, 1440);
          const [startMinute, endMinute] = other < first ? [other, first] : [first, Math.max(other, first + snap)];
          span = { date, startMinute, endMinute: Math.min(1440, endMinute) };
          const length = durationText(span.endMinute - startMinute);
          setGhost({ ...span, title: "", text: `${rangeText(startMinute, span.endMinute, style)}, ${length}` });
        },
        end(kept, moved) {
          setGhost(undefined);
          if (!kept || !moved) return;
          // A finger that rested and was lifted has shown where, and not how long.
          const isPoint = event.pointerType === "touch" && span.endMinute - span.startMinute <= snap;
          setDrawn(isPoint ? { ...span, endMinute: Math.min(1440, span.startMinute + usualBlockMinutes) } : span);
        },
      });
    },
    [minuteAt, snap, scroller, setGhost, style],
  );

  const takeItemOff = useCallback(
    (record: Block | Event) => {
      if (record.kind === "block") act(takeOff, { block: record.id });
      else act(removeRecord, { id: record.id });
    },
    [act],
  );

  const grab = useCallback(
    (event: PointerEvent, { record }: DayItem, grabMinutes: number) => {
      const title = nameOf(record, store);
      const minutes = isMoment(record.start) ? minutesBetween(record.start, record.end) : 0;
      startDrag(event, {
        dragged: { kind: "item", id: record.id, title, minutes, grabMinutes },
        elsewhere: record.kind === "block" ? "release here to take it off" : "",
        onMissed: () => record.kind === "block" && takeItemOff(record),
      });
    },
    [store, takeItemOff],
  );

  const keyMove = useCallback(
    ({ record }: DayItem, { start, end, days }: KeyMove) => {
      if (!isMoment(record.start)) return;
      const shift = (moment: string) =>
        days === 0 ? moment : momentAt(addDays(dateOf(moment), days), minuteOn(dateOf(moment), moment));
      act(
        moveItem,
        { id: record.id, start: addMinutes(shift(record.start), start), end: addMinutes(shift(record.end), end) },
        { group: `move ${record.id}` },
      );
      if (days === 0) return;
      const moved = recordOrOccurrence(store, record.id);
      if (moved?.kind === "block" || moved?.kind === "event") showDay(dateOf(localSpan(moved, zone).start));
    },
    [store, act, zone, showDay],
  );

  const hands = useMemo(
    () => ({ ghost, setDrawn, minuteAt, preview, draw, grab, keyMove, takeItemOff, showDay, snap, act, style }),
    [ghost, minuteAt, preview, draw, grab, keyMove, takeItemOff, showDay, snap, act, style],
  );
  return { hands, drawn };
}
