"use client";
import { memo, useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { markHabit, setDone } from "@/core/commands";
import { carriedTask } from "@/core/gestures";
import type { DatedBy, Dye, Id, PensumRecord } from "@/core/model";
import { weeksOfMonth } from "@/core/plan";
import {
  addDays,
  clockText,
  dateText,
  daysBetween,
  durationText,
  isDate,
  isMoment,
  minutesBetween,
  type DateText,
} from "@/core/time";
import { addDropZone, startDrag, type Dragged } from "@/panels/drag";
import { HabitBox } from "@/panels/hours/HabitBox";
import { Sign } from "@/panels/hours/OwnIcon";
import { Why } from "@/panels/why/Why";
import { usePlanView } from "@/panels/hours/planView";
import { focusSoon } from "@/ui/focusSoon";
import { useGesture } from "@/panels/useGesture";
import { dayAddress, goTo, openRecord, planAddress } from "@/ui/navigation";
import { PlaceLink } from "@/ui/PlaceLink";
import { useAct, useFirstWeekday, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { useDayEntryActs } from "./dayEntryActs";
import { useDayThings, useEntry, type What } from "./dayThings";
import { useDrawDays } from "./DrawDays";

const linePixels = 25;

/** The weeks that a month touches, each day with what lies on it. */
export function MonthView({ date, today }: { date: DateText; today: DateText }) {
  const firstWeekday = useFirstWeekday();
  const style = useTimeStyle();
  const { meaning, becomes, carryOut } = useGesture();
  const grid = useRef<HTMLDivElement>(null);
  const [fitting, setLines] = useState(4);
  const [{ wholeMonth }] = usePlanView();
  const lines = wholeMonth ? Infinity : fitting;
  const [target, setTarget] = useState<DateText>();
  const [moved, setMoved] = useState<{ readonly id: Id; readonly to: DateText }>();
  const { dates } = useMemo(() => weeksOfMonth(date, firstWeekday), [date, firstWeekday]);
  const weeks = dates.length / 7;

  useEffect(() => {
    const element = grid.current;
    if (!element) return;
    const measure = () => setLines(Math.max(1, Math.floor((element.clientHeight / weeks - 30) / linePixels)));
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    measure();
    return () => observer.disconnect();
  }, [weeks]);

  const { drawn, press: draw, open, form } = useDrawDays(dateAt, cellOf);
  useEffect(() => {
    const element = grid.current;
    if (!element) return;
    return addDropZone({
      element,
      leave: () => setTarget(undefined),
      over(dragged, x, y) {
        const day = dateAt(x, y);
        setTarget(day);
        if (!day || dragged.kind === "line") return undefined;
        const words = becomes(meaning(dragged, { at: "day", date: day }));
        return [dateText(day, "short", style), words].filter(Boolean).join(", ");
      },
      drop(dragged, x, y) {
        const day = dateAt(x, y);
        if (day && dragged.kind !== "line") carryOut(meaning(dragged, { at: "day", date: day }));
      },
    });
  }, [style, meaning, becomes, carryOut]);

  const onMove = useCallback(
    (id: Id, to: DateText) => {
      setMoved({ id, to });
      if (!dates.includes(to)) goTo(planAddress("calendar", "month", to));
      focusSoon(() => cellOf(to)?.querySelector<HTMLElement>(`[data-entry="${id}"]`));
    },
    [dates],
  );

  const press = (event: KeyboardEvent) => {
    const on = event.target as HTMLElement;
    if (event.key === "Enter" && on.dataset.monthDay) {
      event.preventDefault();
      const { left, top } = on.getBoundingClientRect();
      return open(on.dataset.monthDay, { x: left + 24, y: top + 28 });
    }
    const cell = (event.target as HTMLElement).closest<HTMLElement>("[data-month-day]");
    const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 }[event.key];
    if (step === undefined || event.altKey || !cell || event.target !== cell) return;
    event.preventDefault();
    const to = addDays(cell.dataset.monthDay as DateText, step);
    if (!dates.includes(to)) goTo(planAddress("calendar", "month", to));
    focusSoon(() => document.querySelector<HTMLElement>(`[data-month-day="${to}"]`));
  };

  return (
    <div className="plan-month flex min-h-0 flex-1 flex-col">
      <div className="grid flex-none grid-cols-7 border-b border-rule">
        {dates.slice(0, 7).map((day) => (
          <span
            key={day}
            className="border-l border-rule px-2 py-1 text-small font-semibold text-ink-2 first:border-l-0"
          >
            {dateText(day, "weekday", style)}
          </span>
        ))}
      </div>
      <div
        ref={grid}
        role="group"
        aria-label={dateText(date, "month", style)}
        className={`grid min-h-0 flex-1 grid-cols-7 ${wholeMonth ? "overflow-y-auto [scrollbar-width:thin]" : ""}`}
        style={{ gridTemplateRows: `repeat(${weeks}, minmax(${wholeMonth ? "max-content" : "0"}, 1fr))` }}
        onKeyDown={press}
        onPointerDown={draw}
      >
        {dates.map((day, at) => (
          <MonthDay
            key={day}
            date={day}
            today={today}
            lines={lines}
            isOther={day.slice(0, 7) !== date.slice(0, 7)}
            isTarget={target === day || (drawn !== undefined && drawn.from <= day && day <= drawn.to)}
            tabbable={day === (dates.includes(date) ? date : dates[0])}
            first={at % 7 === 0}
            kept={moved?.to === day ? moved.id : undefined}
            onMove={onMove}
          />
        ))}
      </div>
      {form}
    </div>
  );
}

const cellOf = (date: DateText) => document.querySelector<HTMLElement>(`[data-month-day="${date}"]`);

/** The day at a place of the screen. */
const dateAt = (x: number, y: number): DateText | undefined =>
  document
    .elementsFromPoint(x, y)
    .map((one) => one.closest<HTMLElement>("[data-month-day]")?.dataset.monthDay)
    .find(Boolean);

interface MonthDayProps {
  date: DateText;
  today: DateText;
  lines: number;
  isOther: boolean;
  isTarget: boolean;
  tabbable: boolean;
  first: boolean;
  /** What was moved here by a key: it is shown, however much there is on the day. */
  kept: Id | undefined;
  onMove: (id: Id, to: DateText) => void;
}

const MonthDay = memo(function MonthDay(props: MonthDayProps) {
  const { date, today, lines, isOther, isTarget, tabbable, first, kept, onMove } = props;
  const style = useTimeStyle();
  const { load, isOver: over, whole, items, layered } = useDayThings(date);
  const withLayer = layered.map(({ record, dye, icon, startMinute, movedBy, first, last }) => ({
    record,
    what: "layer" as const,
    minute: startMinute,
    dye,
    icon,
    movedBy,
    first,
    last,
  }));
  const wholeDay = whole.map(({ record, what }) => ({ record, what, minute: undefined, dye: undefined }));
  // What comes every day comes last: there is room for little, and it says least of a month.
  const all = [
    ...wholeDay.filter(({ what }) => what !== "habit"),
    ...withLayer.filter(({ minute }) => minute === undefined),
    ...items
      .filter(({ beginsBefore }) => !beginsBefore)
      .map(({ record, startMinute }) => ({ record, what: "item" as const, minute: startMinute, dye: undefined })),
    ...withLayer.filter(({ minute }) => minute !== undefined),
    ...wholeDay.filter(({ what }) => what === "habit"),
  ];
  const fits = all.length > lines ? all.slice(0, Math.max(0, lines - 1)) : all;
  const hidden = all.slice(fits.length).find(({ record }) => record.id === kept);
  const shown = hidden ? [...fits.slice(0, -1), hidden] : fits;
  const words = load.plannedMinutes > 0 ? durationText(load.plannedMinutes) : "";
  const isToday = date === today;
  return (
    <div
      data-month-day={date}
      tabIndex={tabbable ? 0 : -1}
      data-pane-focus={tabbable ? "" : undefined}
      role="group"
      aria-label={`${dateText(date, "full", style)}${isToday ? ", today" : ""}, ${all.length} ${all.length === 1 ? "entry" : "entries"}${words ? `, ${words}` : ""}`}
      className={`flex min-w-0 flex-col overflow-hidden border-b border-rule ${first ? "" : "border-l"} ${isOther ? "bg-fleece" : ""} ${isTarget ? "outline-2 -outline-offset-2 outline-woad" : ""} ${isToday ? "shadow-[inset_0_3px_0_var(--woad)]" : ""}`}
    >
      <div className="flex items-baseline justify-between gap-1 px-1.5 pt-0.5">
        <PlaceLink
          path={dayAddress(date, today)}
          here={false}
          label={`${dateText(date, "full", style)}. Opens its page`}
          className={`min-w-6 font-words text-[14px] leading-6 hover:underline ${isToday ? "font-bold text-woad" : isOther ? "text-ink-3" : "font-[650]"}`}
        >
          {Number(date.slice(8))}
          {date.endsWith("-01") && (
            <span className="ml-1 font-interface text-small">{dateText(date, "short", style).split(" ").pop()}</span>
          )}
        </PlaceLink>
        <span className={`truncate text-[10.5px] max-sm:hidden ${over ? "font-[650] text-madder" : "text-ink-2"}`}>
          {words && (
            <Why of={{ what: "load", date }} tabIndex={-1}>
              {words}
            </Why>
          )}
        </span>
      </div>
      <ul className="min-h-0 px-1">
        {shown.map((entry) => (
          <MonthEntry
            key={`${entry.what} ${entry.dye ?? ""} ${entry.record.id}`}
            date={date}
            {...entry}
            onMove={onMove}
          />
        ))}
        {all.length > shown.length && (
          <li>
            <PlaceLink
              path={planAddress("calendar", 1, date)}
              here={false}
              label={`${all.length - shown.length} more on ${dateText(date, "full", style)}`}
              className="link block min-h-6 px-1 text-[11px] leading-6 whitespace-nowrap max-sm:px-0"
            >
              {all.length - shown.length} more
            </PlaceLink>
          </li>
        )}
      </ul>
    </div>
  );
});

interface MonthEntryProps {
  date: DateText;
  record: PensumRecord;
  what: What;
  minute: number | undefined;
  /** The dye of the lens that puts it there. */
  dye: Dye | undefined;
  /** The field by which that lens's record can be moved. */
  movedBy?: DatedBy | undefined;
  /** The icon that the lens gives it. */
  icon?: string | undefined;
  /** Its first and last day, where a lens puts it there. */
  first?: DateText;
  last?: DateText;
  /** Called with what a key moved, and with the day on which it was put. */
  onMove: (id: Id, to: DateText) => void;
}

function MonthEntry({
  date,
  record,
  what,
  minute,
  dye: layerDye,
  icon: layerIcon,
  movedBy,
  first,
  last,
  onMove,
}: MonthEntryProps) {
  const store = useStore();
  const { meaning, carryOut } = useGesture();
  const style = useTimeStyle();
  const { task, habit, title, icon, dye: ownDye, done, late, isTickable } = useEntry(record, what, layerDye, date);
  const act = useAct();
  const { takeOff, stretch } = useDayEntryActs();
  const mark = () => void (habit && act(markHabit, { habit, date, as: done ? undefined : "done" }));
  const dye = late ? "madder" : ownDye;
  const clock = minute === undefined ? "" : clockText(minute, style);
  const words = what === "due" ? `${title} due` : title;
  const dragged: Dragged | undefined =
    what === "task" && task
      ? carriedTask(store, task)
      : what !== "layer" && (record.kind === "event" || record.kind === "block")
        ? {
            kind: "item",
            id: record.id,
            title,
            minutes: isMoment(record.start) ? minutesBetween(record.start, record.end) : 0,
            grabMinutes: 0,
            grabDays: record.kind === "event" && isDate(record.start) ? daysBetween(record.start, date) : 0,
          }
        : movedBy !== undefined
          ? {
              ...{ kind: "dated", id: record.id, by: movedBy, title, minutes: 0 },
              grabDays: daysBetween(first ?? date, date),
            }
          : undefined;
  const press = (event: KeyboardEvent) => {
    if ((habit || isTickable) && event.key === " ") {
      event.preventDefault();
      if (habit) mark();
      else act(setDone, { ids: [record.id], done: !done });
      return;
    }
    if (event.key === "Delete" || event.key === "Backspace") {
      if (!takeOff({ record, what, movedBy })) return;
      event.preventDefault();
      return focusSoon(() => document.querySelector<HTMLElement>(`[data-month-day="${date}"]`));
    }
    const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 }[event.key];
    if (step === undefined || event.altKey || !dragged) return;
    event.preventDefault();
    event.stopPropagation();
    // Shift moves the last day, as it moves the end on the hours.
    const until = last ?? (record.kind === "event" && isDate(record.end) ? record.end : date);
    if (event.shiftKey) return void stretch({ record, what, movedBy }, addDays(until, step));
    const to = addDays(date, step);
    carryOut(meaning(dragged, { at: "day", date: to }));
    onMove(record.id, to);
  };
  const cloth =
    what === "layer"
      ? done
        ? "cloth-layer is-done"
        : "cloth-layer"
      : what === "due"
        ? "cloth-due"
        : record.kind === "event"
          ? "cloth-event"
          : done
            ? "cloth-done"
            : "cloth-planned";
  return (
    <li>
      <button
        data-entry={record.id}
        data-dye={dye}
        tabIndex={0}
        aria-label={`${clock ? `${clock} ` : ""}${words}${late ? ", late" : ""}${done ? ", done" : habit ? ", not done. Press Space to mark it as done" : ""}`}
        className={`${cloth} mb-px block h-6 w-full touch-pan-y truncate px-1 text-left text-[11px] leading-[22px] font-[540] select-none ${late ? "text-madder" : ""}`}
        onPointerDown={(event) => dragged && startDrag(event.nativeEvent, { dragged })}
        onClick={() => openRecord(task?.id ?? habit ?? record.id)}
        onKeyDown={press}
      >
        {habit && <HabitBox done={done} onMark={mark} />}
        {clock && <span className="mr-1 font-[450] text-ink-2">{clock}</span>}
        <Sign icon={layerIcon ?? icon} />
        {words}
      </button>
    </li>
  );
}
