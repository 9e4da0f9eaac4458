"use client";
import { useCallback, useRef, type KeyboardEvent, type PointerEvent } from "react";
import { loadOf, minutesSince } from "@/core/plan";
import { addDays, addMonths, dateText, startOfWeek, type DateText } from "@/core/time";
import type { Store } from "@/core/store";
import { trackPointer } from "@/ui/trackPointer";
import { useComputed, useFirstWeekday, useTimeStyle } from "@/ui/workspaceContext";

const weeks = 52;

interface OverviewProps {
  today: DateText;
  /** Local minutes since 1970 that the timeline shows. */
  from: number;
  to: number;
  /** Shows the time around a moment. */
  onShow: (middle: number) => void;
}

/** A year of weeks below the timeline, each as full as it is, with what is shown marked; pressed, it goes there. */
export function Overview({ today, from, to, onShow }: OverviewProps) {
  const style = useTimeStyle();
  const strip = useRef<HTMLDivElement>(null);
  const first = addDays(startOfWeek(today, useFirstWeekday()), -20 * 7);
  const begin = minutesSince(first);
  const whole = weeks * 10_080;
  const loads = useComputed(
    useCallback(
      (store: Store) =>
        Array.from({ length: weeks }, (_, week) => {
          let [planned, capacity] = [0, 0];
          for (let day = 0; day < 7; day++) {
            const load = loadOf(store, addDays(first, week * 7 + day));
            planned += load.plannedMinutes;
            capacity += load.capacityMinutes;
          }
          return planned / (capacity || 2400);
        }),
      [first],
    ),
  );
  const share = (minutes: number) => ((minutes - begin) / whole) * 100;
  const momentAt = (x: number) => {
    const box = strip.current?.getBoundingClientRect();
    return box ? begin + ((x - box.left) / box.width) * whole : begin;
  };
  const press = (event: PointerEvent) => {
    if (event.button !== 0) return;
    onShow(momentAt(event.clientX));
    trackPointer(event.nativeEvent, {
      threshold: 2,
      scroller: () => undefined,
      move: (x) => onShow(momentAt(x)),
      end: () => {},
    });
  };
  const key = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (step === undefined || event.altKey) return;
    event.preventDefault();
    onShow((from + to) / 2 + step * 10_080);
  };
  const months = Array.from({ length: 12 }, (_, at) => addMonths(`${addDays(first, 27).slice(0, 8)}01`, at));
  return (
    <div className="flex h-[52px] flex-none border-t border-rule bg-fleece">
      <span className="w-[196px] flex-none px-4 pt-2 font-semibold">Year</span>
      <div
        ref={strip}
        role="slider"
        tabIndex={0}
        aria-label="Position in the year"
        aria-valuemin={0}
        aria-valuemax={weeks}
        aria-valuenow={Math.round((((from + to) / 2 - begin) / whole) * weeks)}
        aria-valuetext={dateText(addDays(first, Math.round(((from + to) / 2 - begin) / 1440)), "day", style)}
        className="relative min-w-0 flex-1 cursor-pointer touch-none overflow-hidden outline-offset-[-2px]"
        onPointerDown={press}
        onKeyDown={key}
      >
        {loads.map((load, week) => (
          <i
            key={week}
            className={`absolute bottom-[18px] ${load > 1 ? "bg-madder" : "bg-woad"} ${addDays(first, week * 7 + 6) < today ? "opacity-60" : "opacity-35"}`}
            style={{
              left: `${(week / weeks) * 100}%`,
              width: `calc(${100 / weeks}% - 2px)`,
              height: Math.min(30, load * 26),
            }}
          />
        ))}
        {months.map((month) => (
          <span
            key={month}
            className="absolute bottom-0 text-[10.5px] text-ink-2"
            style={{ left: `${share(minutesSince(month))}%` }}
          >
            {dateText(month, "month", style).slice(0, 3)}
          </span>
        ))}
        <div
          className="absolute top-0 bottom-[2px] min-w-1.5 border-[1.5px] border-ink"
          style={{ left: `${share(from)}%`, width: `${share(to) - share(from)}%` }}
        />
      </div>
    </div>
  );
}
