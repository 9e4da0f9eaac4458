"use client";
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { giveDay, markHabit, setDone, moveDated, setEventTime, usualBlockMinutes } from "@/core/commands";
import type { Id } from "@/core/model";
import { stripItems, type StripItem, type StripPlace, stripRows } from "@/core/plan";
import { addDays, dateOf, dateText, daysBetween, estimateText, isDate, type DateText } from "@/core/time";
import { addDropZone, startDrag, type Dragged } from "@/panels/drag";
import { Sign } from "@/panels/hours/OwnIcon";
import { usePlacing } from "@/panels/hours/placing";
import { openRecord } from "@/ui/navigation";
import { carriedTask } from "@/core/gestures";
import { useGesture } from "@/panels/useGesture";
import { useAct, useComputed, useFirstWeekday, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { useDayEntryActs } from "./dayEntryActs";
import { isShownIn, useEntry, useShown } from "./dayThings";
import { useDrawDays } from "./DrawDays";
import { LayerTick } from "@/panels/layers/LayerTick";
import { layerKey, useLayersOver } from "@/panels/layers/layers";

const rowPixels = 25;
const rowsAtFirst = 3;

interface AllDayStripProps {
  dates: readonly DateText[];
  gutters: number;
  /** Brings a day into sight to which something was moved. */
  showDay: (date: DateText) => void;
}

/** What has a day and no hour, above the hours: taken from here into them, and back. */
export function AllDayStrip({ dates, gutters, showDay }: AllDayStripProps) {
  const style = useTimeStyle();
  const { meaning, becomes, carryOut } = useGesture();
  const [isOpened, setOpen] = useState(false);
  /** What a key moves stays in sight, in whichever row it comes to lie. */
  const [moved, setMoved] = useState<Id>();
  const [target, setTarget] = useState<DateText>();
  const element = useRef<HTMLDivElement>(null);
  const places = useStripPlaces(dates);
  const rows = places.reduce((most, { row }) => Math.max(most, row + 1), 1);
  const open = isOpened || places.some(({ record, row }) => record.id === moved && row >= rowsAtFirst);
  const onMove = useCallback(
    (id: Id, to: DateText) => {
      setMoved(id);
      showDay(to);
    },
    [showDay],
  );
  const shownRows = open ? rows : Math.min(rows, rowsAtFirst);
  const hiddenOn = (day: number) =>
    places.filter(({ row, first, last }) => row >= shownRows && first <= day && day <= last).length;

  const dateAt = useCallback(
    (x: number) => {
      const box = element.current?.getBoundingClientRect() ?? { left: 0, width: 1 };
      const column = Math.floor(((x - box.left - gutters) / (box.width - gutters)) * dates.length);
      return dates[Math.max(0, Math.min(dates.length - 1, column))] as DateText;
    },
    [dates, gutters],
  );
  const { drawn, press, form } = useDrawDays(dateAt, hoursBelow);
  useEffect(() => {
    const strip = element.current;
    if (!strip) return;
    return addDropZone({
      element: strip,
      leave: () => setTarget(undefined),
      over(dragged, x) {
        const date = dateAt(x);
        setTarget(date);
        const wanted = meaning(dragged, { at: "whole", date });
        return wanted && `${dateText(date, "short", style)}, no hour, ${becomes(wanted)}`;
      },
      drop: (dragged, x) => carryOut(meaning(dragged, { at: "whole", date: dateAt(x) })),
    });
  }, [style, dateAt, meaning, becomes, carryOut]);

  const template = { gridTemplateColumns: `${gutters}px repeat(${dates.length}, minmax(0, 1fr))` };
  return (
    <div
      ref={element}
      role="group"
      aria-label="No set time"
      onPointerDown={press}
      className="relative grid border-b border-rule"
      style={{ ...template, minHeight: Math.max(2, shownRows) * rowPixels + (rows > rowsAtFirst ? 28 : 5) }}
    >
      <span className="pt-1.5 pr-1.5 text-right text-[10.5px] leading-4 text-ink-3">no time</span>
      {dates.map((date, day) => (
        <div
          key={date}
          className={`border-l border-rule ${target === date || (drawn && drawn.from <= date && date <= drawn.to) ? "bg-[color-mix(in_srgb,var(--woad)_12%,var(--sheet))]" : ""}`}
          style={{ gridColumn: day + 2, gridRow: 1 }}
        />
      ))}
      {places
        .filter(({ row }) => row < shownRows)
        .map((place) => (
          // A habit is one record on each of its days.
          <StripChip
            key={`${place.what} ${place.id} ${place.what === "habit" ? place.first : ""}`}
            place={place}
            dates={dates}
            gutters={gutters}
            onMove={onMove}
          />
        ))}
      {rows > rowsAtFirst && (
        <RowsShown
          dates={dates}
          gutters={gutters}
          isOpen={open}
          hiddenOn={hiddenOn}
          onOpen={() => setOpen(true)}
          onClose={() => {
            setOpen(false);
            setMoved(undefined);
          }}
        />
      )}
      {form}
    </div>
  );
}

/** What lies in the strip and in which of its rows: the days' own, and what layers lay over them. */
function useStripPlaces(dates: readonly DateText[]) {
  const firstWeekday = useFirstWeekday();
  const layered = useLayersOver(dates);
  const shown = useShown();
  const own = useComputed(
    useCallback(
      (from) => {
        const isShown = isShownIn(shown, from);
        return stripItems(from, dates, firstWeekday).filter(({ record, what }) => isShown(record, what));
      },
      [dates, shown, firstWeekday],
    ),
  );
  return useMemo(() => {
    const isThere = (id: string, first: number) =>
      own.some((one) => one.record.id === id && one.first <= first && one.last >= first);
    const beside = layered.filter(({ item, first }) => !isThere(item.record.id, first));
    const others = beside.map(
      ({ item: { record, layer, dye, icon, movedBy, first: from, last: to }, first, last }): StripItem => ({
        ...(movedBy ? { movedBy } : {}),
        ...(icon ? { icon } : {}),
        begins: from,
        id: `${layerKey(layer)} ${record.id}`,
        what: "layer",
        record,
        first,
        last,
        beginsBefore: from < dates[0]!,
        endsAfter: to > dates[dates.length - 1]!,
        dye,
      }),
    );
    return stripRows([...own, ...others]);
  }, [own, layered, dates]);
}

interface RowsShownProps {
  dates: readonly DateText[];
  gutters: number;
  isOpen: boolean;
  /** How many lie on a day in rows that are not shown. */
  hiddenOn: (day: number) => number;
  onOpen: () => void;
  onClose: () => void;
}

/** Shows the rows for which there is no room at first, and leaves them out again. */
function RowsShown({ dates, gutters, isOpen, hiddenOn, onOpen, onClose }: RowsShownProps) {
  const style = useTimeStyle();
  if (isOpen)
    return (
      <button
        className="link absolute bottom-0 left-1 h-6 min-w-6 text-[10.5px]"
        aria-label="Show fewer rows without a set time"
        onClick={onClose}
      >
        Show less
      </button>
    );
  return dates.map((date, day) =>
    hiddenOn(day) > 0 ? (
      <button
        key={date}
        className="link absolute bottom-0 z-10 h-6 min-w-6 bg-sheet px-0.5 text-[10.5px]"
        style={{ right: `calc((100% - ${gutters}px) * ${(dates.length - 1 - day) / dates.length} + 3px)` }}
        aria-label={`${hiddenOn(day)} more on ${dateText(date, "full", style)}`}
        onClick={onOpen}
      >
        {hiddenOn(day)} more
      </button>
    ) : null,
  );
}

/** The hours below the strip, which has nothing of its own that takes the focus. */
const hoursBelow = () => document.querySelector<HTMLElement>(".plan-hours [data-pane-focus]");

interface StripChipProps {
  place: StripPlace;
  dates: readonly DateText[];
  gutters: number;
  /** Called with what a key moved, and with the first day that it has now. */
  onMove: (id: Id, to: DateText) => void;
}

function StripChip({
  place: { record, what, first, last, row, beginsBefore, endsAfter, dye: layerDye, icon: layerIcon, movedBy, begins },
  dates,
  gutters,
  onMove,
}: StripChipProps) {
  const store = useStore();
  const act = useAct();
  const style = useTimeStyle();
  const { place } = usePlacing();
  const { takeOff, stretch } = useDayEntryActs();
  const date = dates[first] as DateText;
  const { task, title, dye, icon, late, done, isTickable } = useEntry(record, what, layerDye, date);
  const isMarked = what === "habit" && done;
  const mark = () =>
    record.kind === "habit" && act(markHabit, { habit: record.id, date, as: isMarked ? undefined : "done" });
  const words = what === "due" ? `${title} due` : title;
  const cloth = isMarked
    ? "cloth-done"
    : what === "event"
      ? "cloth-event"
      : what === "due"
        ? "cloth-due"
        : what === "layer"
          ? done
            ? "cloth-layer is-done"
            : "cloth-layer"
          : "cloth-planned";
  const dragged: Dragged | undefined =
    what === "layer"
      ? movedBy === undefined
        ? undefined
        : { kind: "dated", id: record.id, by: movedBy, title, minutes: usualBlockMinutes }
      : task
        ? carriedTask(store, task)
        : record.kind === "event"
          ? { kind: "item", id: record.id, title, minutes: 60, grabMinutes: 0 }
          : undefined;
  const begun = record.kind === "event" ? dateOf(record.start) : (begins ?? date);
  const press = (event: KeyboardEvent) => {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    const side = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (what === "habit" && event.key === " ") mark();
    else if (isTickable && event.key === " ") act(setDone, { ids: [record.id], done: !done });
    else if (side !== undefined && event.shiftKey) {
      const end = record.kind === "event" ? dateOf(record.end) : (dates[last] as DateText);
      if (!stretch({ record, what, movedBy }, addDays(end, side))) return;
    } else if (side !== undefined && what === "task" && task) {
      act(giveDay, { tasks: [task.id], day: addDays(date, side) });
      onMove(record.id, addDays(date, side));
    } else if (side !== undefined && what === "event" && record.kind === "event" && isDate(record.start)) {
      act(setEventTime, { id: record.id, start: addDays(record.start, side) });
      onMove(record.id, addDays(record.start, side));
    } else if (side !== undefined && movedBy !== undefined) {
      act(moveDated, { id: record.id, ...movedBy, to: addDays(begun, side) });
      onMove(record.id, addDays(begun, side));
    } else if (event.code === "KeyH" && dragged?.kind === "task") place(dragged);
    else if (event.key === "Delete" || event.key === "Backspace") {
      if (!takeOff({ record, what, movedBy })) return;
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const share = (day: number) => `(100% - ${gutters}px) * ${day / dates.length}`;
  const range = first === last ? dateText(dates[first] as DateText, "full", style) : `${last - first + 1} days`;
  const estimate = task?.estimateMinutes ? `, ${estimateText(task.estimateMinutes)}` : "";
  return (
    <button
      data-dye={late ? "madder" : dye}
      data-strip={record.id}
      aria-label={`${words}, ${range}${estimate}${late ? ", late" : ""}${isTickable ? (done ? ", done" : ", not done. Press Space to mark it as done") : ""}${what === "habit" ? (isMarked ? ", done" : ", not done. Press Space to mark it as done") : ""}`}
      className={`${cloth} absolute h-[21px] touch-pan-y truncate px-1.5 text-left text-[11.5px] leading-[19px] font-[560] select-none ${late ? "text-madder" : ""}`}
      style={{
        top: row * rowPixels + 3,
        left: `calc(${gutters}px + ${share(first)} + ${beginsBefore ? 0 : 3}px)`,
        width: `calc(${share(last - first + 1)} - ${(beginsBefore ? 0 : 3) + (endsAfter ? 0 : 6)}px)`,
      }}
      onPointerDown={(event) => {
        if (!dragged) return;
        // Taken by one of its later days, it goes to a day by that one.
        const { left, width } = event.currentTarget.getBoundingClientRect();
        const at = Math.floor(((event.clientX - left) / width) * (last - first + 1));
        const grabDays = daysBetween(begun, addDays(date, Math.max(0, Math.min(last - first, at))));
        const isLong = dragged.kind === "item" || dragged.kind === "dated";
        startDrag(event.nativeEvent, { dragged: isLong ? { ...dragged, grabDays } : dragged });
      }}
      onClick={() => openRecord(record.id)}
      onKeyDown={press}
    >
      {what === "habit" && (
        <span
          aria-hidden
          className="-my-1 -ml-1.5 inline-grid size-6 place-items-center align-middle"
          onPointerDown={(event) => event.stopPropagation()}
          onClick={(event) => {
            event.stopPropagation();
            mark();
          }}
        >
          <span className={`size-3 border border-(--dye) ${isMarked ? "bg-(--dye)" : "bg-sheet"}`} />
        </span>
      )}
      {isTickable && <LayerTick done={done} onTick={() => act(setDone, { ids: [record.id], done: !done })} />}
      <Sign icon={layerIcon ?? icon} />
      {words}
    </button>
  );
}
