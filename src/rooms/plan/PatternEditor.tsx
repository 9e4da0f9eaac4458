"use client";
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { saveSettings } from "@/core/commands";
import { newId, type Id, type Pattern, type PatternHours, type Theme } from "@/core/model";
import { patternSums } from "@/core/plan";
import { addDays, clockText, dateText, durationText, rangeText, workingDay } from "@/core/time";
import { Dialog } from "@/ui/Dialog";
import { hourText } from "@/panels/hours/hourParts";
import { notify } from "@/ui/notices";
import { trackPointer } from "@/ui/trackPointer";
import { TypedField } from "@/ui/TypedField";
import { useAct, useFirstWeekday, useList, useSettings, useTimeStyle } from "@/ui/workspaceContext";

const [firstMinute, lastMinute, hourPixels, step] = [360, 1320, 26, 15];
const minutePixels = hourPixels / 60;
const someMonday = "2026-11-23";

/** The patterns on a week of their own: drawn, moved, stretched and summed up against what each theme should get. */
export function PatternEditor({ first, onClose }: { first: string | undefined; onClose: () => void }) {
  const settings = useSettings();
  const act = useAct();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const themes = useList("kind", "theme") as readonly Theme[];
  const patterns = settings.patterns ?? [];
  const [shown, setShown] = useState(first);
  const [brush, setBrush] = useState<Id | undefined>(themes[0]?.id);
  const [drawn, setDrawn] = useState<PatternHours>();
  const grid = useRef<HTMLDivElement>(null);
  const pattern = patterns.find(({ id }) => id === shown) ?? patterns[0];
  const weekdays = Array.from({ length: 7 }, (_, at) => ((firstWeekday - 1 + at) % 7) + 1);
  const save = (next: readonly Pattern[]) => act(saveSettings, { patterns: next }, { quiet: true });
  const add = () => {
    const id = newId();
    const title = patterns.length === 0 ? "Normal week" : `Week ${patterns.length + 1}`;
    if (save([...patterns, { id, title, hours: pattern?.hours ?? [] }]) !== undefined) setShown(id);
  };
  const setHours = (hours: readonly PatternHours[]) =>
    pattern && save(patterns.map((one) => (one.id === pattern.id ? { ...one, hours } : one)));
  const replace = (at: number, hours: PatternHours | undefined) =>
    pattern && setHours(pattern.hours.flatMap((one, place) => (place === at ? (hours ? [hours] : []) : [one])));

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
    if (event.button !== 0 || event.target !== event.currentTarget || !pattern) return;
    const from = minuteAt(event.clientY);
    let hours: PatternHours | undefined;
    trackPointer(event.nativeEvent, {
      threshold: 4,
      scroller: () => undefined,
      move(_x, y) {
        const to = minuteAt(y);
        const [startMinute, endMinute] = to < from ? [to, from] : [from, Math.max(to, from + step)];
        hours = { weekday, startMinute, endMinute, ...(brush ? { theme: brush } : {}) };
        setDrawn(hours);
      },
      end(kept) {
        setDrawn(undefined);
        if (kept && hours) setHours([...pattern.hours, hours]);
      },
    });
  };
  const grab = (event: PointerEvent, at: number, hours: PatternHours) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const box = event.currentTarget.getBoundingClientRect();
    const edge = event.clientY > box.bottom - 6 ? "end" : event.clientY < box.top + 6 ? "start" : undefined;
    const grabbed = minuteAt(event.clientY) - hours.startMinute;
    let next = hours;
    trackPointer(event.nativeEvent, {
      threshold: 4,
      scroller: () => undefined,
      move(x, y) {
        const minute = minuteAt(y);
        const length = hours.endMinute - hours.startMinute;
        if (edge === "end") next = { ...hours, endMinute: Math.max(hours.startMinute + step, minute) };
        else if (edge === "start") next = { ...hours, startMinute: Math.min(hours.endMinute - step, minute) };
        else {
          const startMinute = Math.max(firstMinute, Math.min(lastMinute - length, minute - grabbed));
          next = { ...hours, weekday: weekdayAt(x), startMinute, endMinute: startMinute + length };
        }
        setDrawn(next);
      },
      end(kept, moved) {
        setDrawn(undefined);
        if (kept && moved) replace(at, next);
      },
    });
  };
  const press = (event: KeyboardEvent, at: number, hours: PatternHours) => {
    const up = { ArrowUp: -step, ArrowDown: step }[event.key];
    const side = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    let next: PatternHours | undefined = hours;
    if (up !== undefined && event.shiftKey) next = { ...hours, endMinute: hours.endMinute + up };
    else if (up !== undefined)
      next = { ...hours, startMinute: hours.startMinute + up, endMinute: hours.endMinute + up };
    else if (side !== undefined) next = { ...hours, weekday: ((hours.weekday - 1 + side + 7) % 7) + 1 };
    else if (event.key === "Delete" || event.key === "Backspace") next = undefined;
    else return;
    event.preventDefault();
    event.stopPropagation();
    if (next && (next.startMinute < 0 || next.endMinute > 1440 || next.endMinute <= next.startMinute)) return;
    replace(at, next);
    if (next) notify({ text: hoursWords(next) });
  };
  const dayName = (weekday: number) =>
    dateText(addDays(someMonday, weekday - 1), "full", style).split(" ")[0] as string;
  const themeOf = (id: Id | undefined) => themes.find((theme) => theme.id === id);
  const hoursWords = ({ weekday, startMinute, endMinute, theme }: PatternHours) =>
    `${themeOf(theme)?.title ?? "Break"}, ${dayName(weekday)} ${rangeText(startMinute, endMinute, style)}`;
  const sums = pattern ? patternSums(pattern, themes) : [];

  return (
    <Dialog wide title="Patterns: the ideal week" onClose={onClose}>
      {!pattern ? (
        <p>
          A pattern is your ideal week: hours for each theme, drawn faintly behind the plan.{" "}
          <button className="link font-semibold" onClick={add}>
            Make the first
          </button>
        </p>
      ) : (
        <>
          <div className="mb-2 flex flex-wrap items-center gap-3">
            {patterns.map(({ id, title }) => (
              <button
                key={id}
                aria-pressed={id === pattern.id}
                className={`min-h-6 ${id === pattern.id ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2"}`}
                onClick={() => setShown(id)}
              >
                {title}
              </button>
            ))}
            <button className="link" onClick={add}>
              Add another
            </button>
            <span className="ml-auto flex items-center gap-2">
              <TypedField
                label="Name of the pattern"
                text={pattern.title}
                commit={(title) =>
                  title.trim() !== "" &&
                  save(patterns.map((one) => (one.id === pattern.id ? { ...one, title: title.trim() } : one)))
                }
              />
              <button className="button-quiet" onClick={() => save(patterns.filter(({ id }) => id !== pattern.id))}>
                Remove
              </button>
            </span>
          </div>
          <div role="radiogroup" aria-label="What is drawn" className="mb-2 flex flex-wrap gap-x-3 gap-y-1">
            <span className="text-ink-2">Draw</span>
            {[
              ...themes.map(({ id, title, dye }) => ({ id: id as Id | undefined, title, dye })),
              { id: undefined, title: "Break", dye: "slate" },
            ].map(({ id, title, dye }) => (
              <button
                key={id ?? "break"}
                role="radio"
                aria-checked={brush === id}
                className={`flex items-center gap-1.5 ${brush === id ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2"}`}
                onClick={() => setBrush(id)}
              >
                <i className="diamond" data-dye={dye} />
                {title}
              </button>
            ))}
          </div>
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
                const own = pattern.hours
                  .map((hours, at) => ({ hours, at }))
                  .filter(({ hours }) => hours.weekday === weekday);
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
                      setHours([
                        ...pattern.hours,
                        { weekday, startMinute, endMinute: startMinute + 60, ...(brush ? { theme: brush } : {}) },
                      ]);
                    }}
                  >
                    {!working && <div className="cloth-outside pointer-events-none absolute inset-0" />}
                    {own.map(({ hours, at }) => (
                      <button
                        key={at}
                        data-dye={themeOf(hours.theme)?.dye ?? "slate"}
                        aria-label={hoursWords(hours)}
                        title={`${hoursWords(hours)}. Delete takes it away.`}
                        className="cloth-planned absolute inset-x-0.5 touch-none overflow-hidden px-1 text-left text-[11px] leading-4 font-[560]"
                        style={{
                          top: (hours.startMinute - firstMinute) * minutePixels,
                          height: (hours.endMinute - hours.startMinute) * minutePixels - 1,
                        }}
                        onPointerDown={(event) => grab(event, at, hours)}
                        onKeyDown={(event) => press(event, at, hours)}
                      >
                        {themeOf(hours.theme)?.title ?? "Break"}
                      </button>
                    ))}
                    {drawn?.weekday === weekday && (
                      <div
                        className="cloth-drawn pointer-events-none absolute inset-x-0.5 z-10 px-1 text-[11px]"
                        style={{
                          top: (drawn.startMinute - firstMinute) * minutePixels,
                          height: (drawn.endMinute - drawn.startMinute) * minutePixels,
                        }}
                      >
                        {clockText(drawn.startMinute, style)}
                      </div>
                    )}
                  </div>
                );
              })}
            </div>
          </div>
          <dl className="mt-3 flex flex-wrap gap-x-5 gap-y-1">
            {sums
              .filter(({ minutes, target }) => minutes > 0 || target > 0)
              .map(({ theme, minutes, target }) => (
                <div key={theme} className="flex items-baseline gap-1.5">
                  <dt className="text-ink-2">{themeOf(theme)?.title}</dt>
                  <dd className={target > 0 && minutes < target ? "font-semibold text-madder" : "font-semibold"}>
                    {minutes > 0 ? durationText(minutes) : "0"}
                    {target > 0 && <span className="font-normal text-ink-2"> of {durationText(target)}</span>}
                  </dd>
                </div>
              ))}
          </dl>
        </>
      )}
    </Dialog>
  );
}
