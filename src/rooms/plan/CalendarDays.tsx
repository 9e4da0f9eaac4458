"use client";
import { useCallback, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent, type WheelEvent } from "react";
import { usualBlockMinutes } from "@/core/commands";
import { daysFrom, drawnHours, isOver, loadOf, wholeDay } from "@/core/plan";
import {
  addDays,
  bareClockText,
  clockText,
  dateText,
  durationText,
  minuteOf,
  momentAt,
  moveZone,
  workingDay,
  type DateText,
} from "@/core/time";
import { useNow } from "@/ui/clock";
import { hourText, NowTime } from "@/panels/hours/hourParts";
import { usePlacing } from "@/panels/hours/placing";
import { useHours } from "@/panels/hours/useHours";
import { useLayersAtHours } from "@/panels/layers/layers";
import { Why } from "@/panels/why/Why";
import { dayAddress, goTo, planAddress } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { PlaceLink } from "@/ui/PlaceLink";
import { useComputed, useFirstWeekday, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { AllDayStrip } from "./AllDayStrip";
import { DayColumn } from "./DayColumn";
import { leastHourPixels, mostHourPixels, usePlanView } from "@/panels/hours/planView";

const gutterPixels = 45;
const leastDayPixels = 74;

interface CalendarDaysProps {
  date: DateText;
  days: number;
  today: DateText;
}

/** Days side by side, drawn to scale, from one to a whole month of them. */
export function CalendarDays({ date, days, today }: CalendarDaysProps) {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const now = useNow(store.clock);
  const [view, change] = usePlanView();
  const scroller = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLDivElement>(null);
  const [cursor, setCursor] = useState<{ date: DateText; minute: number }>();
  const { dates, first } = useMemo(() => daysFrom(date, days, firstWeekday), [date, days, firstWeekday]);
  const { hourPixels } = view;
  const minutePixels = hourPixels / 60;
  const { placing } = usePlacing();
  const { firstHour, lastHour } = view;
  const onLayers = useLayersAtHours(dates);
  const reached = useComputed(
    useCallback(
      (from) => drawnHours(from, dates, { firstHour, lastHour }, onLayers),
      [dates, firstHour, lastHour, onLayers],
    ),
  );
  // What is placed by keys may go anywhere.
  const shown = placing ? wholeDay : reached;
  const gutters = gutterPixels * (1 + view.zones.length);

  const dateAt = useCallback(
    (x: number) => {
      const box = canvas.current?.getBoundingClientRect();
      const column = box ? Math.floor(((x - box.left - gutters) / (box.width - gutters)) * dates.length) : 0;
      return dates[Math.max(0, Math.min(dates.length - 1, column))] as DateText;
    },
    [dates, gutters],
  );
  const showDay = useCallback(
    (other: DateText) => {
      if (!dates.includes(other)) goTo(planAddress("calendar", days, other));
    },
    [dates, days],
  );
  const { hands, drawn } = useHours({
    dates,
    today,
    nowMinute: minuteOf(now),
    minutePixels,
    scroller,
    canvas,
    dateAt,
    cutToGap: true,
    showDay,
  });
  const { setDrawn, snap } = hands;
  const onDrawn = useCallback(() => {
    setDrawn(undefined);
    canvas.current?.focus({ preventScroll: true });
  }, [setDrawn]);

  // The hours at which work begins are in sight at first; later, the place one scrolled to stays.
  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const begins = dates.flatMap((day) => workingDay(settings.workingWeek, day)?.startMinute ?? []);
    const from = Math.min(...(begins.length > 0 ? begins : [480]));
    element.scrollTop = Math.max(0, (from - 40 - shown.firstHour * 60) * minutePixels);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  const squeeze = (by: number) => {
    const element = scroller.current;
    const next = Math.max(leastHourPixels, Math.min(mostHourPixels, Math.round(hourPixels * by)));
    const middle = element ? (element.scrollTop + element.clientHeight / 2) / hourPixels : 0;
    change({ hourPixels: next });
    requestAnimationFrame(() => element?.scrollTo({ top: middle * next - element.clientHeight / 2 }));
  };
  const wheel = (event: WheelEvent) => {
    if (!event.ctrlKey && !event.metaKey) return;
    squeeze(event.deltaY < 0 ? 1.1 : 1 / 1.1);
  };

  const press = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget || event.altKey || event.ctrlKey || event.metaKey) return;
    const inSight = dates.includes(today) ? today : first;
    const at = cursor ?? { date: inSight, minute: inSight === today ? minuteOf(now) : 540 };
    const minute = Math.round(at.minute / snap) * snap;
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const side = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (step !== undefined || side !== undefined) {
      const next = {
        date: addDays(at.date, side ?? 0),
        minute: Math.max(
          shown.firstHour * 60,
          Math.min(shown.lastHour * 60 - snap, minute + (step ?? 0) * (event.shiftKey ? 60 : snap)),
        ),
      };
      setCursor(next);
      if (!dates.includes(next.date)) goTo(planAddress("calendar", days, next.date));
      const where = `${dateText(next.date, "full", style)} ${clockText(next.minute, style)}`;
      notify({ text: `${where}. Press Enter to set aside time here.` });
    } else if (event.key === "Enter")
      setDrawn({ date: at.date, startMinute: minute, endMinute: Math.min(1440, minute + usualBlockMinutes) });
    else if (event.key === "+" || event.key === "-") squeeze(event.key === "+" ? 1.15 : 1 / 1.15);
    else return;
    event.preventDefault();
  };

  const template = { gridTemplateColumns: `${gutters}px repeat(${dates.length}, minmax(0, 1fr))` };
  return (
    <div
      ref={scroller}
      className="plan-hours relative min-h-0 flex-1 overflow-auto [scrollbar-width:thin]"
      onWheel={wheel}
    >
      <div style={{ minWidth: gutters + dates.length * (dates.length > 1 ? leastDayPixels : 0) }}>
        <div className="sticky top-0 z-30 bg-sheet">
          <div className="grid border-b border-rule" style={template}>
            <span className="flex items-end justify-around pb-1 text-[10.5px] text-ink-3">
              {[...view.zones, ...(view.zones.length > 0 ? [store.clock.zone] : [])].map((zone) => (
                <span key={zone} className="truncate" title={zone}>
                  {zone.replace(/^.*\//, "").replace(/_/g, " ")}
                </span>
              ))}
            </span>
            {dates.map((day) => (
              <DayHead key={day} date={day} today={today} />
            ))}
          </div>
          <AllDayStrip dates={dates} gutters={gutters} showDay={showDay} />
        </div>
        <div
          className="plan-drawn"
          style={{ height: (shown.lastHour - shown.firstHour) * hourPixels }}
          data-narrowed={shown !== wholeDay && !drawn ? "" : undefined}
        >
          <div
            ref={canvas}
            tabIndex={0}
            data-pane-focus=""
            role="group"
            aria-label={`Hours from ${dateText(first, "full", style)}, ${dates.length} ${dates.length === 1 ? "day" : "days"}`}
            className="relative grid outline-offset-[-2px]"
            style={{
              ...template,
              height: 24 * hourPixels,
              ...(shown.firstHour > 0 ? { top: -shown.firstHour * hourPixels } : {}),
            }}
            onKeyDown={press}
            onBlur={() => setCursor(undefined)}
          >
            <div className="relative flex select-none" aria-hidden>
              {[...view.zones, undefined].map((zone) => (
                <Hours
                  key={zone ?? ""}
                  hourPixels={hourPixels}
                  zone={zone}
                  date={first}
                  hour12={style.hour12}
                  nowMinute={dates.includes(today) && !zone ? minuteOf(now) : undefined}
                />
              ))}
              {dates.includes(today) && (
                <span className="absolute right-0 h-0 w-[43px]" style={{ top: minuteOf(now) * minutePixels }}>
                  <NowTime text={bareClockText(minuteOf(now), style)} />
                </span>
              )}
            </div>
            {dates.map((day, at) => (
              <DayColumn
                key={day}
                date={day}
                today={today}
                now={day === today ? minuteOf(now) : undefined}
                hands={hands}
                drawn={drawn?.date === day ? drawn : undefined}
                cursor={cursor?.date === day ? cursor.minute : undefined}
                toLeft={at > (dates.length - 1) / 2}
                scroller={scroller}
                hourPixels={hourPixels}
                onDrawn={onDrawn}
              />
            ))}
          </div>
        </div>
      </div>
    </div>
  );
}

/** The hours at the side, of the person's own zone or of another. */
function Hours({
  hourPixels,
  zone,
  date,
  hour12,
  nowMinute,
}: {
  hourPixels: number;
  zone: string | undefined;
  date: DateText;
  hour12: boolean;
  nowMinute: number | undefined;
}) {
  const { clock } = useStore();
  const every = hourPixels < 26 ? 2 : 1;
  return (
    <div className="relative" style={{ width: gutterPixels }}>
      {Array.from({ length: 23 }, (_, at) => at + 1)
        .filter((hour) => hour % every === 0)
        .filter((hour) => nowMinute === undefined || Math.abs(hour - nowMinute / 60) * hourPixels > 14)
        .map((hour) => {
          const there = zone ? minuteOf(moveZone(momentAt(date, hour * 60), clock.zone, zone)) : hour * 60;
          return (
            <span
              key={hour}
              className={`absolute right-1.5 text-[11px] leading-4 whitespace-nowrap ${zone ? "text-ink-3 italic" : "text-ink-3"}`}
              style={{ top: hour * hourPixels - 8 }}
            >
              {there % 60 === 0 ? hourText(there / 60, hour12) : clockText(there, { locale: "en", hour12 })}
            </span>
          );
        })}
    </div>
  );
}

/** The heading of a day: its date, how full it is, and the way to its page. */
function DayHead({ date, today }: { date: DateText; today: DateText }) {
  const style = useTimeStyle();
  const load = useComputed(useCallback((from) => loadOf(from, date), [date]));
  const { plannedMinutes, capacityMinutes } = load;
  const over = isOver(load);
  const words =
    capacityMinutes > 0
      ? `${plannedMinutes > 0 ? durationText(plannedMinutes) : "0"} of ${durationText(capacityMinutes)}`
      : plannedMinutes > 0
        ? durationText(plannedMinutes)
        : "free";
  return (
    <div className={`min-w-0 border-l border-rule ${date === today ? "shadow-[inset_0_3px_0_var(--woad)]" : ""}`}>
      <PlaceLink
        path={dayAddress(date, today)}
        here={false}
        label={`${dateText(date, "full", style)}${date === today ? ", today" : ""}, ${words}. Opens its page`}
        className="block truncate px-2 pt-1.5 font-semibold hover:bg-sunk"
      >
        <b className="mr-1.5 font-words text-[16px] leading-5 font-[650]">{Number(date.slice(8))}</b>
        {dateText(date, "weekday", style)}
      </PlaceLink>
      <span className={`block truncate px-2 pb-1 text-small ${over ? "font-[650] text-madder" : "text-ink-2"}`}>
        {words === "free" ? words : <Why of={{ what: "load", date }}>{words}</Why>}
      </span>
    </div>
  );
}
