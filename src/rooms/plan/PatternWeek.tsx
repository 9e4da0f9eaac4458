"use client";
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Id, PatternHours, Theme } from "@/core/model";
import { drawnHours, pulledHours, steppedHours, type PatternScale } from "@/core/plan/week/patternEdit";
import { addDays, clockText, dateText, rangeText, workingDay } from "@/core/time";
import { hourText } from "@/panels/hours/hourParts";
import { notify } from "@/ui/notices";
import { trackPointer } from "@/ui/trackPointer";
import { useFirstWeekday, useSettings, useTimeStyle } from "@/ui/workspaceContext";

const scale: PatternScale = { firstMinute: 360, lastMinute: 1320, step: 15 };
const { firstMinute, lastMinute, step } = scale;
const hourPixels = 26;
const minutePixels = hourPixels / 60;
const someMonday = "2026-11-23";

interface PatternWeekProps {
  hours: readonly PatternHours[];
  themes: readonly Theme[];
  /** What is drawn: a theme, or a break. */
  brush: Id | undefined;
  onChange: (hours: readonly PatternHours[]) => void;
}

/** The week of a pattern, whose hours are drawn, pulled and stepped. */
export function PatternWeek({ hours: all, themes, brush, onChange }: PatternWeekProps) {
  const settings = useSettings();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const [drawn, setDrawn] = useState<PatternHours>();
  const grid = useRef<HTMLDivElement>(null);
  const weekdays = Array.from({ length: 7 }, (_, at) => ((firstWeekday - 1 + at) % 7) + 1);
  const brushed = brush ? { theme: brush } : {};
  const replace = (at: number, hours: PatternHours | undefined) =>
    onChange(all.flatMap((one, place) => (place === at ? (hours ? [hours] : []) : [one])));

  const minuteAt = (y: number) => {
    const top = grid.current?.getBoundingClientRect().top ?? 0;
    const minute = firstMinute + Math.round((y - top) / minutePixels / step) * step;
    return Math.max(firstMinute, Math.min(lastMinute, minute));
  };
  const weekdayAt = (x: number) => {
    const box = grid.current?.getBoundingClientRect();
    const column = box ? Math.floor(((x - box.left) / box.width) * 7) : 0;
    return weekdays[Math.max(0, Math.min(6, column))] as number;
  };
  const draw = (event: PointerEvent, weekday: number) => {
    if (event.button !== 0 || event.target !== event.currentTarget) return;
    const from = minuteAt(event.clientY);
    let hours: PatternHours | undefined;
    trackPointer(event.nativeEvent, {
      threshold: 4,
      scroller: () => undefined,
      move(_x, y) {
        hours = { ...drawnHours(weekday, from, minuteAt(y), scale), ...brushed };
        setDrawn(hours);
      },
      end(kept) {
        setDrawn(undefined);
        if (kept && hours) onChange([...all, hours]);
      },
    });
  };
  const grab = (event: PointerEvent, at: number, hours: PatternHours) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const box = event.currentTarget.getBoundingClientRect();
    const edge = event.clientY > box.bottom - 6 ? "end" : event.clientY < box.top + 6 ? "start" : undefined;
    const by = edge ?? { grabbed: minuteAt(event.clientY) - hours.startMinute };
    let next = hours;
    trackPointer(event.nativeEvent, {
      threshold: 4,
      scroller: () => undefined,
      move(x, y) {
        next = pulledHours(hours, { minute: minuteAt(y), weekday: weekdayAt(x) }, by, scale);
        setDrawn(next);
      },
      end(kept, moved) {
        setDrawn(undefined);
        if (kept && moved) replace(at, next);
      },
    });
  };
  const press = (event: KeyboardEvent, at: number, hours: PatternHours) => {
    if (!/^(Arrow(Up|Down|Left|Right)|Delete|Backspace)$/.test(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
    const next = steppedHours(hours, event, scale);
    if (!next) return;
    replace(at, next === "gone" ? undefined : next);
    if (next !== "gone") notify({ text: hoursWords(next) });
  };
  const dayName = (weekday: number) => dateText(addDays(someMonday, weekday - 1), "dayName", style);
  const themeOf = (id: Id | undefined) => themes.find((theme) => theme.id === id);
  const hoursWords = ({ weekday, startMinute, endMinute, theme }: PatternHours) =>
    `${themeOf(theme)?.title ?? "Break"}, ${dayName(weekday)} ${rangeText(startMinute, endMinute, style)}`;
  const place = ({ startMinute, endMinute }: PatternHours, gap: number) => ({
    top: (startMinute - firstMinute) * minutePixels,
    height: (endMinute - startMinute) * minutePixels - gap,
  });

  return (
    <div className="grid grid-cols-[40px_1fr]">
      <span />
      <div className="grid grid-cols-7 text-small font-semibold text-ink-2">
        {weekdays.map((weekday) => (
          <span key={weekday} className="px-1 py-0.5">
            {dayName(weekday).slice(0, 3)}
          </span>
        ))}
      </div>
      <div className="relative" aria-hidden>
        {Array.from({ length: (lastMinute - firstMinute) / 120 + 1 }, (_, at) => firstMinute / 60 + at * 2).map(
          (hour) => (
            <span
              key={hour}
              className="absolute right-1.5 text-[10.5px] leading-4 text-ink-3"
              style={{ top: (hour * 60 - firstMinute) * minutePixels - 8 }}
            >
              {hourText(hour, style.hour12)}
            </span>
          ),
        )}
      </div>
      <div
        ref={grid}
        className="relative grid grid-cols-7 border border-rule"
        style={{ height: (lastMinute - firstMinute) * minutePixels }}
      >
        {weekdays.map((weekday) => {
          const working = workingDay(settings.workingWeek, addDays(someMonday, weekday - 1));
          const own = all.map((hours, at) => ({ hours, at })).filter(({ hours }) => hours.weekday === weekday);
          return (
            <div
              key={weekday}
              role="group"
              aria-label={dayName(weekday)}
              className="relative touch-none border-l border-hairline first:border-l-0"
              onPointerDown={(event) => draw(event, weekday)}
              onDoubleClick={(event) => {
                if (event.target !== event.currentTarget) return;
                const startMinute = Math.min(lastMinute - 60, minuteAt(event.clientY));
                onChange([...all, { weekday, startMinute, endMinute: startMinute + 60, ...brushed }]);
              }}
            >
              {!working && <div className="cloth-outside pointer-events-none absolute inset-0" />}
              {own.map(({ hours, at }) => (
                <button
                  key={at}
                  data-dye={themeOf(hours.theme)?.dye ?? "slate"}
                  aria-label={hoursWords(hours)}
                  title={`${hoursWords(hours)}. Press Delete to remove it.`}
                  className="cloth-planned absolute inset-x-0.5 touch-none overflow-hidden px-1 text-left text-[11px] leading-4 font-[560]"
                  style={place(hours, 1)}
                  onPointerDown={(event) => grab(event, at, hours)}
                  onKeyDown={(event) => press(event, at, hours)}
                >
                  {themeOf(hours.theme)?.title ?? "Break"}
                </button>
              ))}
              {drawn?.weekday === weekday && (
                <div
                  className="cloth-drawn pointer-events-none absolute inset-x-0.5 z-10 px-1 text-[11px]"
                  style={place(drawn, 0)}
                >
                  {clockText(drawn.startMinute, style)}
                </div>
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}
