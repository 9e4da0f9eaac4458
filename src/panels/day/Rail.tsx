"use client";
import { useCallback, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent, type RefObject } from "react";
import { usualBlockMinutes } from "@/core/commands";
import { withoutDoubles } from "@/core/lens/layerItems";
import { allDayEvents, columnsOf, isOver, loadOf, namedItems, freeOn, workedOn, type Load } from "@/core/plan";
import {
  clockChange,
  clockText,
  dateText,
  durationText,
  minuteOf,
  workingDay,
  type DateText,
  type TimeStyle,
} from "@/core/time";
import { Why } from "@/panels/why/Why";
import { useNow } from "@/ui/clock";
import { late } from "@/ui/late";
import { DrawForm } from "@/panels/hours/DrawForm";
import { AllDay, GhostBlock, hourText, NowLine, Outside } from "@/panels/hours/hourParts";
import { HourItem } from "@/panels/hours/HourItem";
import { useHours } from "@/panels/hours/useHours";
import { layerKey, useLayerItems } from "@/panels/layers/layers";
import { dayAddress, goTo } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { useComputed, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";

const WorkedStrand = late(() => import("./doing").then((part) => ({ default: part.WorkedStrand })));

const LayerLine = late(() => import("@/panels/layers/LayerLine").then((part) => ({ default: part.LayerLine })));
const LayerMark = late(() => import("@/panels/layers/LayerMark").then((part) => ({ default: part.LayerMark })));

const hourPixels = 63;
const minutePixels = hourPixels / 60;
/** An item shorter than this is drawn as long as this, so that it can be read and grabbed. */
const leastMinutes = 18;
const dayPixels = 24 * hourPixels;

/** The hours of a day, drawn to scale, with what lies on them. */
export function Rail({ date, today }: { date: DateText; today: DateText }) {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const now = useNow(store.clock);
  const scroller = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLDivElement>(null);
  const [cursor, setCursor] = useState<number>();

  const { items, wholeDay, layered, marked, layout } = useRailItems(date);
  const load = useComputed(useCallback((from) => loadOf(from, date), [date]));
  const hours = workingDay(settings.workingWeek, date);
  const nowMinute = date === today ? minuteOf(now) : undefined;
  const dates = useMemo(() => [date], [date]);
  const { hands, drawn } = useHours({
    dates,
    today,
    nowMinute: minuteOf(now),
    minutePixels,
    scroller,
    canvas,
    dateAt: useCallback(() => date, [date]),
    showDay: useCallback((other: DateText) => goTo(dayAddress(other, today)), [today]),
  });

  const { ghost, setDrawn, minuteAt, draw, snap } = hands;

  useOpenedAt(scroller, date, hours?.startMinute, nowMinute);
  const press = railKeys({
    date,
    cursor,
    setCursor,
    setDrawn,
    snap,
    style,
    from: nowMinute ?? hours?.startMinute ?? 540,
  });

  // What is still to come was worked by nobody yet.
  const isLogged = date <= today;
  return (
    <section
      aria-label="Hours"
      data-pane="rail"
      className="rail relative flex w-[292px] flex-none flex-col border-r border-rule bg-sheet"
    >
      <RailHead {...{ date, today, load }} hasHours={hours !== undefined} nowMinute={nowMinute} />
      {wholeDay.map((event) => (
        <AllDay key={event.id} event={event} />
      ))}
      {layered.map((item) => (
        <LayerLine key={`${layerKey(item.layer)} ${item.record.id}`} item={item} showDay={hands.showDay} />
      ))}
      <RailNotes date={date} isLogged={isLogged} />
      <div ref={scroller} className="relative min-h-0 flex-1 overflow-x-hidden overflow-y-auto [scrollbar-width:thin]">
        <div
          ref={canvas}
          tabIndex={0}
          data-pane-focus=""
          role="group"
          aria-label={`Hours of ${dateText(date, "full", style)}`}
          className="relative my-1.5 outline-offset-[-2px]"
          style={{ height: dayPixels }}
          onPointerDown={(event) => draw(event, date)}
          onDoubleClick={(event) => {
            if (event.target !== event.currentTarget) return;
            setDrawn(usualBlock(date, minuteAt(event.clientY, 15)));
          }}
          onKeyDown={press}
          onBlur={() => setCursor(undefined)}
        >
          <div className="pointer-events-none absolute inset-y-0 right-0 left-11.5">
            <Outside hours={hours} minutePixels={minutePixels} />
          </div>
          <HourLines nowMinute={nowMinute} hour12={style.hour12} />
          {isLogged && (
            <div className="absolute inset-y-0 right-2.5 w-[66px] border-l border-hairline">
              <WorkedStrand
                date={date}
                today={today}
                minutePixels={minutePixels}
                snap={snap}
                minuteAt={minuteAt}
                scroller={scroller}
              />
            </div>
          )}
          <div
            className={`pointer-events-none absolute inset-y-0 left-[52px] ${isLogged ? "right-[84px]" : "right-3"}`}
          >
            <RailItems {...{ items, marked, layout, date, hands, scroller }} />
            <GhostBlock holder={ghost} date={date} minutePixels={minutePixels} />
            {drawn && (
              <DrawForm
                {...drawn}
                top={drawn.startMinute * minutePixels}
                height={(drawn.endMinute - drawn.startMinute) * minutePixels}
                dayPixels={dayPixels}
                toLeft
                beyond={isLogged ? 74 : 0}
                onClose={() => {
                  setDrawn(undefined);
                  canvas.current?.focus({ preventScroll: true });
                }}
              />
            )}
          </div>
          {cursor !== undefined && (
            <div
              className="pointer-events-none absolute inset-x-0 border-t-2 border-woad"
              style={{ top: cursor * minutePixels }}
            />
          )}
          {nowMinute !== undefined && <NowLine minute={nowMinute} style={style} top={nowMinute * minutePixels} />}
        </div>
      </div>
    </section>
  );
}

/** The next minute by a step of the keys, from one that lies on the steps of the rail. */
function stepped(minute: number, direction: number, snap: number, by: number): number {
  return Math.max(0, Math.min(1440 - snap, Math.round(minute / snap) * snap + direction * by));
}

/** As much as is usually set aside, from a minute on. */
function usualBlock(date: DateText, startMinute: number) {
  return { date, startMinute, endMinute: Math.min(1440, startMinute + usualBlockMinutes) };
}

interface RailHeadProps {
  date: DateText;
  today: DateText;
  load: Load;
  hasHours: boolean;
  nowMinute: number | undefined;
}

/** What the day holds, what was worked of it, and what is free. */
function RailHead({ date, today, load, hasHours: hours, nowMinute }: RailHeadProps) {
  const now = useNow(useStore().clock);
  const freeMinutes = useComputed(
    useCallback((from) => (date < today ? 0 : freeOn(from, date, nowMinute ?? 0)), [date, today, nowMinute]),
  );
  const over = isOver(load);
  const workedMinutes = useComputed(useCallback((from) => workedOn(from, date, now).workedMinutes, [date, now]));
  return (
    <h2 className="flex h-9 flex-none items-center justify-between px-3.5 font-semibold text-ink-2">
      <span className={over ? "text-madder" : ""}>
        {load.plannedMinutes > 0 ? (
          <Why of={{ what: "load", date }}>
            {over
              ? `${durationText(load.plannedMinutes)} of ${durationText(load.capacityMinutes)}`
              : `${durationText(load.plannedMinutes)} planned`}
          </Why>
        ) : (
          "Nothing planned"
        )}
        {workedMinutes > 0 && `, ${durationText(workedMinutes)} worked`}
      </span>
      {date >= today && hours && (
        <Why of={{ what: "free", date, fromMinute: nowMinute ?? 0 }}>
          {freeMinutes > 0 ? `${durationText(freeMinutes)} free` : "no free time"}
        </Why>
      )}
      {date >= today && !hours && <span>day off</span>}
    </h2>
  );
}

/** A line and a number for each hour; the number gives way to that of now. */
function HourLines({ nowMinute, hour12 }: { nowMinute: number | undefined; hour12: boolean }) {
  return (
    <>
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
            {hourText(hour, hour12)}
          </span>
        </div>
      ))}
    </>
  );
}

/** What stands on the hours of a day and beside them. */
function useRailItems(date: DateText) {
  const items = useComputed(useCallback((from) => namedItems(from, date), [date]));
  const wholeDay = useComputed(useCallback((from) => allDayEvents(from, date), [date]));
  const onDay = useLayerItems(date);
  const beside = useMemo(
    () => withoutDoubles(onDay, [...items.map(({ record }) => record), ...wholeDay]),
    [onDay, items, wholeDay],
  );
  const [layered, marked] = useMemo(
    () => [
      beside.filter(({ startMinute }) => startMinute === undefined),
      beside.filter(({ startMinute }) => startMinute !== undefined),
    ],
    [beside],
  );
  const layout = useMemo(() => columnsOf([...items, ...marked], leastMinutes), [items, marked]);
  return { items, wholeDay, layered, marked, layout };
}

/** Shows the hours from where work begins, or from some hours before now; only when another day is opened. */
function useOpenedAt(
  scroller: RefObject<HTMLDivElement | null>,
  date: DateText,
  startMinute = 480,
  nowMinute: number | undefined = undefined,
) {
  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const from = Math.min(startMinute, nowMinute === undefined ? 1440 : Math.max(0, nowMinute - 180));
    element.scrollTop = Math.max(0, from * minutePixels - 6);
    // Only when another day is opened: later the place one scrolled to stays.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [date]);
}

interface RailKeys {
  date: DateText;
  /** Where the keys are; undefined before the first of them. */
  cursor: number | undefined;
  setCursor: (minute: number) => void;
  setDrawn: (drawn: ReturnType<typeof usualBlock>) => void;
  snap: number;
  style: TimeStyle;
  /** Where they begin. */
  from: number;
}

/** The arrows go over the empty hours, and Enter sets time aside. */
function railKeys({ date, cursor, setCursor, setDrawn, snap, style, from }: RailKeys) {
  return (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget || event.altKey) return;
    const at = cursor ?? from;
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (step !== undefined) {
      const next = stepped(at, step, snap, event.shiftKey ? 60 : snap);
      setCursor(next);
      notify({ text: `${clockText(next, style)}. Press Enter to set aside time here.` });
    } else if (event.key === "Enter") setDrawn(usualBlock(date, Math.round(at / snap) * snap));
    else return;
    event.preventDefault();
  };
}

interface RailItemsProps extends Pick<ReturnType<typeof useRailItems>, "items" | "marked" | "layout"> {
  date: DateText;
  hands: ReturnType<typeof useHours>["hands"];
  scroller: RefObject<HTMLDivElement | null>;
}

function RailItems({ items, marked, layout, date, hands, scroller }: RailItemsProps) {
  return (
    <>
      {items.map((item) => (
        <HourItem
          key={item.record.id}
          item={item}
          date={date}
          {...layout.get(item)!}
          minutePixels={minutePixels}
          leastMinutes={leastMinutes}
          hands={hands}
          scroller={scroller}
        />
      ))}
      {marked.map((item) => (
        <LayerMark
          showDay={hands.showDay}
          key={`${layerKey(item.layer)} ${item.record.id}`}
          item={item}
          column={layout.get(item)!}
          minutePixels={minutePixels}
          leastMinutes={leastMinutes}
        />
      ))}
    </>
  );
}

/** Whether the clocks go forward or back on the day, and what its two strands are. */
function RailNotes({ date, isLogged }: { date: DateText; isLogged: boolean }) {
  const change = clockChange(date, useStore().clock.zone);
  return (
    <>
      {change !== 0 && (
        <p className="flex-none border-b border-hairline px-3.5 pb-1.5 text-small text-ink-2">
          The clocks go {change > 0 ? "forward" : "back"} by {durationText(Math.abs(change))} on this day.
        </p>
      )}
      {isLogged && (
        <p className="flex flex-none justify-between border-b border-hairline pr-3 pl-[52px] text-small text-ink-2">
          <span>planned</span>
          <span className="w-[64px]">worked</span>
        </p>
      )}
    </>
  );
}
