"use client";
import { memo, useCallback, useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent } from "react";
import { flushSync } from "react-dom";
import { loadOf } from "@/core/plan";
import { addDays, dateText, daysBetween, startOfWeek, weekday, weekNumber, type DateText } from "@/core/time";
import { focusSoon } from "@/ui/focusSoon";
import { useDayDrop } from "./useDayDrop";
import { LoadBar, loadText } from "@/panels/days/LoadBar";
import { dayAddress, goTo } from "@/ui/navigation";
import { useComputed, useFirstWeekday, useSettings, useTimeStyle } from "@/ui/workspaceContext";

const weeksEachWay = 10 * 52;
const dayHeight = 30;
const todayHeight = 44;

/**
 * Where the weeks stand, in pixels from the first: all are of one height but the present one. The lists that ask a library
 * for this have rows of any height; here a multiplication says it, and the first load is 12 kB smaller.
 */
function weekPlaces(labelHeight: number) {
  const height = labelHeight + 7 * dayHeight;
  const top = (week: number) => week * height + (week > weeksEachWay ? todayHeight - dayHeight : 0);
  return {
    top,
    /** The weeks of which something lies between two heights, and one more at either end. */
    between(from: number, length: number) {
      const last = 2 * weeksEachWay - 1;
      const at = (y: number) => Math.max(0, Math.min(last, Math.floor(y / height)));
      return { first: Math.max(0, at(from) - 1), last: Math.min(last, at(from + length) + 1) };
    },
  };
}

const screenHeight = () => window.innerHeight;

interface SpineProps {
  /** The day whose page is open. */
  date: DateText | undefined;
  today: DateText;
  /** Where a day leads to, where that is not its page. */
  addressOf?: ((date: DateText) => string) | undefined;
}

/** The days, ten years each way, each with how full it is. Anything can be dropped on a day. */
export function Spine({ date, today, addressOf }: SpineProps) {
  const scroller = useRef<HTMLElement>(null);
  const firstWeekday = useFirstWeekday();
  const { showWeekNumbers } = useSettings();
  const [target, setTarget] = useState<DateText>();
  const labelHeight = showWeekNumbers ? 22 : 10;
  const thisWeek = startOfWeek(today, firstWeekday);
  const firstWeek = addDays(thisWeek, -7 * weeksEachWay);
  const [roving, setRoving] = useState<DateText>();
  const current = roving ?? date ?? today;

  const weeks = weekPlaces(labelHeight);
  const [inSight, setInSight] = useState(() => weeks.between(weeks.top(weeksEachWay), screenHeight()));
  const look = useCallback(() => {
    const next = weekPlaces(labelHeight).between(scroller.current?.scrollTop ?? 0, screenHeight());
    setInSight((before) => (before.first === next.first && before.last === next.last ? before : next));
  }, [labelHeight]);
  // The week before stands half in sight at first; after that, the place one scrolled to stays.
  const placed = useRef(false);
  useLayoutEffect(() => {
    if (scroller.current && !placed.current)
      scroller.current.scrollTop = weekPlaces(labelHeight).top(weeksEachWay) - 4.1 * dayHeight - labelHeight;
    placed.current = true;
    look();
    addEventListener("resize", look);
    return () => removeEventListener("resize", look);
  }, [look, labelHeight]);

  const settled = useRef(false);
  useEffect(() => {
    if (!settled.current && current === today) {
      settled.current = true;
      return;
    }
    settled.current = true;
    const element = scroller.current;
    const row = element?.querySelector(`[data-date="${current}"]`);
    if (row) row.scrollIntoView({ block: "nearest" });
    else if (element) {
      const places = weekPlaces(labelHeight);
      const at = weeksEachWay + Math.floor(daysBetween(thisWeek, current) / 7);
      element.scrollTop = (places.top(at) + places.top(at + 1) - element.clientHeight) / 2;
    }
  }, [current, today, thisWeek, labelHeight]);

  const dropTarget = useDayDrop(scroller, setTarget);
  useEffect(() => dropTarget(), [dropTarget]);

  const press = (event: KeyboardEvent) => {
    const step = { ArrowUp: -1, ArrowDown: 1, PageUp: -7, PageDown: 7 }[event.key];
    if (step === undefined && event.key !== "Home") return;
    if (event.altKey) return;
    event.preventDefault();
    // From the day that has the focus, which may be ahead of what is drawn as open.
    const from = (event.target as HTMLElement).closest<HTMLElement>("[data-date]")?.dataset.date ?? current;
    const to = event.key === "Home" ? today : addDays(from, step as number);
    flushSync(() => setRoving(to));
    // A day that is far from sight is drawn only when the spine has scrolled to it.
    focusSoon(() => scroller.current?.querySelector<HTMLElement>(`[data-date="${to}"]`));
  };

  return (
    <nav
      ref={scroller}
      aria-label="Days"
      data-pane="spine"
      className="spine w-24 flex-none overflow-x-hidden overflow-y-auto border-r border-rule [scrollbar-width:none]"
      onScroll={look}
      onKeyDown={press}
      onBlur={({ currentTarget, relatedTarget }) => {
        // From one day to the next the focus stays here.
        if (!currentTarget.contains(relatedTarget)) setRoving(undefined);
      }}
    >
      <div className="relative" style={{ height: weeks.top(2 * weeksEachWay) }}>
        {Array.from({ length: inSight.last - inSight.first + 1 }, (_, at) => inSight.first + at).map((week) => (
          <div
            key={week}
            className="absolute inset-x-0 top-0"
            style={{ transform: `translateY(${weeks.top(week)}px)` }}
          >
            <Week
              start={addDays(firstWeek, week * 7)}
              labelHeight={labelHeight}
              showNumber={showWeekNumbers}
              today={today}
              open={date}
              current={current}
              target={target}
              addressOf={addressOf}
            />
          </div>
        ))}
      </div>
    </nav>
  );
}

interface WeekProps {
  start: DateText;
  labelHeight: number;
  showNumber: boolean;
  today: DateText;
  open: DateText | undefined;
  current: DateText;
  target: DateText | undefined;
  addressOf: ((date: DateText) => string) | undefined;
}

function Week({ start, labelHeight, showNumber, today, open, current, target, addressOf }: WeekProps) {
  const style = useTimeStyle();
  const thursday = addDays(start, (4 - weekday(start) + 7) % 7);
  const newMonth =
    Number(start.slice(8)) <= 7
      ? dateText(start, "month", style)
          .replace(/\s?\d{4}/, "")
          .slice(0, 3)
      : "";
  return (
    <div>
      <div
        className="flex items-end justify-between overflow-hidden pr-2.5 pb-px pl-3 text-[10.5px] leading-4 text-ink-3"
        style={{ height: labelHeight }}
      >
        {showNumber && <span className="whitespace-nowrap">Week {weekNumber(thursday)}</span>}
        {showNumber && newMonth && <span className="week-month">{newMonth}</span>}
      </div>
      {Array.from({ length: 7 }, (_, at) => addDays(start, at)).map((day) => (
        <Day
          key={day}
          date={day}
          today={today}
          open={day === open}
          tabbable={day === current}
          target={day === target}
          addressOf={addressOf}
        />
      ))}
    </div>
  );
}

interface DayProps {
  date: DateText;
  today: DateText;
  open: boolean;
  tabbable: boolean;
  target: boolean;
  addressOf: ((date: DateText) => string) | undefined;
}

const Day = memo(function Day({ date, today, open, tabbable, target, addressOf }: DayProps) {
  const style = useTimeStyle();
  const load = useComputed(useCallback((store) => loadOf(store, date), [date]));
  const isToday = date === today;
  const free = load.capacityMinutes === 0;
  const address = addressOf?.(date) ?? dayAddress(date, today);
  return (
    <a
      href={address}
      data-date={date}
      data-pane-focus={tabbable ? "" : undefined}
      tabIndex={tabbable ? 0 : -1}
      aria-current={open ? "date" : undefined}
      aria-label={`${dateText(date, "full", style)}${isToday ? ", today" : ""}, ${loadText(load)}`}
      title={`${dateText(date, "full", style)}: ${loadText(load)}`}
      onClick={(event) => {
        if (event.metaKey || event.ctrlKey || event.shiftKey) return;
        event.preventDefault();
        goTo(address);
      }}
      style={{ height: isToday ? todayHeight : dayHeight }}
      className={`grid grid-cols-[24px_26px_1fr] items-center pr-2.5 pl-3 text-[12px] outline-offset-[-2px] hover:bg-sunk ${isToday || open ? "bg-sheet" : ""} ${open ? "shadow-[inset_3px_0_0_var(--woad)]" : ""} ${free ? "text-ink-3" : "text-ink-2"} ${target ? "outline-2 outline-woad" : ""}`}
    >
      <span>{dateText(date, "weekday", style).slice(0, 2)}</span>
      <b className={isToday ? "font-words text-[19px] font-bold text-ink" : `font-semibold ${free ? "" : "text-ink"}`}>
        {Number(date.slice(8))}
      </b>
      <LoadBar load={load} thick />
    </a>
  );
});
