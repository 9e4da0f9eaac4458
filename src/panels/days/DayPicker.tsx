"use client";
import { ChevronLeft, ChevronRight } from "lucide-react";
import { useCallback, useRef, useState, type KeyboardEvent } from "react";
import { flushSync } from "react-dom";
import { loadOf } from "@/core/plan";
import { addDays, dateText, isDate, startOfWeek, type DateText } from "@/core/time";
import { LoadBar, loadText } from "./LoadBar";
import { useComputed, useFirstWeekday, useTimeStyle } from "@/ui/workspaceContext";

interface DayPickerProps {
  today: DateText;
  value?: DateText | undefined;
  /** Days before this one cannot be chosen. */
  from?: DateText;
  onPick: (date: DateText) => void;
}

/** A month of days to choose from, each with its load, so that nobody pushes work into a day that is full. */
export function DayPicker({ today, value, from, onPick }: DayPickerProps) {
  const [focus, setFocus] = useState(value ?? (from && from > today ? from : today));
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const grid = useRef<HTMLDivElement>(null);
  const start = startOfWeek(`${focus.slice(0, 8)}01`, firstWeekday);
  const days = Array.from({ length: 42 }, (_, at) => addDays(start, at));
  const move = (to: DateText) => {
    if (!isDate(to)) return;
    // At once, so that an Enter right behind the arrow chooses the day it led to.
    flushSync(() => setFocus(to));
    grid.current?.querySelector<HTMLElement>(`[data-date="${to}"]`)?.focus();
  };
  const steps: Record<string, number> = {
    ArrowLeft: -1,
    ArrowRight: 1,
    ArrowUp: -7,
    ArrowDown: 7,
    PageUp: -28,
    PageDown: 28,
  };
  const press = (event: KeyboardEvent) => {
    const step = steps[event.key];
    if (step === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    move(addDays(focus, step));
  };
  return (
    <div className="w-[266px]">
      <div className="mb-1 flex items-center justify-between">
        <button
          type="button"
          className="button-quiet"
          aria-label="Previous month"
          onClick={() => setFocus(addDays(`${focus.slice(0, 8)}01`, -1))}
        >
          <ChevronLeft size={14} aria-hidden />
        </button>
        <span className="font-semibold" aria-live="polite">
          {dateText(focus, "month", style)}
        </span>
        <button
          type="button"
          className="button-quiet"
          aria-label="Next month"
          onClick={() => setFocus(addDays(`${focus.slice(0, 8)}28`, 7))}
        >
          <ChevronRight size={14} aria-hidden />
        </button>
      </div>
      <div ref={grid} role="group" aria-label="Days" className="grid grid-cols-7 gap-px" onKeyDown={press}>
        {days.slice(0, 7).map((day) => (
          <span key={day} aria-hidden className="pb-1 text-center text-small text-ink-3">
            {dateText(day, "weekday", style).slice(0, 2)}
          </span>
        ))}
        {days.map((day) => (
          <PickerDay
            key={day}
            date={day}
            today={today}
            tabbable={day === focus}
            inMonth={day.slice(0, 7) === focus.slice(0, 7)}
            chosen={day === value}
            disabled={from !== undefined && day < from}
            onPick={onPick}
          />
        ))}
      </div>
    </div>
  );
}

interface PickerDayProps {
  date: DateText;
  today: DateText;
  tabbable: boolean;
  inMonth: boolean;
  chosen: boolean;
  disabled: boolean;
  onPick: (date: DateText) => void;
}

function PickerDay({ date, today, tabbable, inMonth, chosen, disabled, onPick }: PickerDayProps) {
  const style = useTimeStyle();
  const load = useComputed(useCallback((store) => loadOf(store, date), [date]));
  return (
    <button
      type="button"
      data-date={date}
      tabIndex={tabbable ? 0 : -1}
      disabled={disabled}
      aria-label={`${dateText(date, "full", style)}, ${loadText(load)}`}
      aria-pressed={chosen}
      onClick={() => onPick(date)}
      className={`flex h-9 flex-col items-stretch justify-between rounded-[3px] px-1 py-1 hover:bg-sunk disabled:opacity-40 ${chosen ? "bg-sunk" : ""} ${date === today ? "shadow-[inset_0_0_0_1.5px_var(--woad)]" : ""} ${inMonth ? "text-ink" : "text-ink-3"}`}
    >
      <span className="text-center font-semibold">{Number(date.slice(8))}</span>
      <LoadBar load={load} />
    </button>
  );
}
