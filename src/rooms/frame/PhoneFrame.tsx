"use client";
import { Search } from "lucide-react";
import { useCallback, useEffect, useRef, useState, type MouseEvent, type PointerEvent, type ReactNode } from "react";
import { endOfPhase, loadOf } from "@/core/plan";
import { addDays, dateText, durationText, instantOf, startOfWeek, type DateText } from "@/core/time";
import { openClock } from "@/panels/clock/clockPlace";
import { useClockRun } from "@/panels/clock/useClock";
import { LoadBar, loadText } from "@/panels/days/LoadBar";
import { useNow } from "@/ui/clock";
import { Dialog } from "@/ui/Dialog";
import { dayAddress, goTo } from "@/ui/navigation";
import { PlaceLink } from "@/ui/PlaceLink";
import { useComputed, useFirstWeekday, useList, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { captureForm } from "./captureForm";
import { useDayDrop } from "./useDayDrop";
import { useSavingWords } from "./useSavingWords";

interface PhoneHeadProps {
  /** Where one is, in words. */
  title: string;
  /** The day that is shown, where a room shows one. */
  date: DateText | undefined;
  today: DateText;
  addressOf?: ((date: DateText) => string) | undefined;
  /** Whether something is being added: the field stands in place of the title then. */
  isAdding: boolean;
  onAdded: () => void;
  onSearch: () => void;
  /** The field in which things are added. */
  children: ReactNode;
}

/** The one line at the top of a phone, and below it the days of a week, each with how full it is. */
export function PhoneHead(props: PhoneHeadProps) {
  const { title, date, today, addressOf, isAdding, onAdded, onSearch, children } = props;
  return (
    <header className="top-bar phone-head flex-none border-b border-rule">
      <div
        className={isAdding ? "flex items-center gap-2 px-3 py-2" : "hidden"}
        onBlur={({ currentTarget, relatedTarget }) => {
          if (!currentTarget.contains(relatedTarget)) onAdded();
        }}
      >
        {children}
        <button className="button-quiet min-h-11" onClick={onAdded}>
          Cancel
        </button>
      </div>
      {!isAdding && (
        <div className="flex min-h-11 items-center justify-between gap-3 pr-1 pl-3.5">
          <p className="min-w-0 truncate font-words text-[19px] leading-8 font-semibold">{title}</p>
          <span className="flex flex-none items-center">
            <SavingWords />
            <button className="grid size-11 place-items-center" aria-label="Search everything" onClick={onSearch}>
              <Search size={18} aria-hidden />
            </button>
          </span>
        </div>
      )}
      <DayStrip date={date} today={today} addressOf={addressOf} />
    </header>
  );
}

/** Says what is not saved; to the eye nothing while all is. */
function SavingWords() {
  const { words, isSaved, isFailed } = useSavingWords();
  return (
    <span
      className={isSaved ? "sr-only" : `text-small ${isFailed ? "font-semibold text-madder" : "text-ink-3"}`}
      role="status"
      aria-live="off"
    >
      {words}
    </span>
  );
}

/** A finger that moves so far to the side goes to another week. */
const swipePixels = 48;

/** The days of one week as a strip, to be pressed, dropped on, and swiped by weeks. */
function DayStrip({ date, today, addressOf }: Pick<PhoneHeadProps, "date" | "today" | "addressOf">) {
  const firstWeekday = useFirstWeekday();
  const shown = startOfWeek(date ?? today, firstWeekday);
  const [moved, setMoved] = useState<{ readonly from: DateText; readonly weeks: number }>({ from: shown, weeks: 0 });
  const start = addDays(shown, 7 * (moved.from === shown ? moved.weeks : 0));
  const strip = useRef<HTMLElement>(null);
  const [target, setTarget] = useState<DateText>();
  const dropOn = useDayDrop(strip, setTarget);
  useEffect(() => dropOn(), [dropOn]);
  const swipe = useRef<{ readonly x: number; readonly y: number }>(undefined);
  const move = (by: 1 | -1) => setMoved({ from: shown, weeks: (moved.from === shown ? moved.weeks : 0) + by });
  const lift = (event: PointerEvent) => {
    const from = swipe.current;
    swipe.current = undefined;
    if (!from) return;
    const [across, down] = [event.clientX - from.x, event.clientY - from.y];
    if (Math.abs(across) > swipePixels && Math.abs(across) > 2 * Math.abs(down)) move(across < 0 ? 1 : -1);
  };
  return (
    <nav
      ref={strip}
      aria-label="Days"
      data-pane="spine"
      className="grid touch-pan-y grid-cols-7 px-1"
      onPointerDown={({ clientX: x, clientY: y }) => (swipe.current = { x, y })}
      onPointerUp={lift}
      onPointerCancel={() => (swipe.current = undefined)}
      onKeyDown={(event) => {
        if (event.key !== "PageUp" && event.key !== "PageDown") return;
        event.preventDefault();
        move(event.key === "PageDown" ? 1 : -1);
      }}
    >
      {Array.from({ length: 7 }, (_, at) => addDays(start, at)).map((day) => (
        <StripDay
          key={day}
          date={day}
          today={today}
          isOpen={day === date}
          isTarget={day === target}
          address={addressOf?.(day) ?? dayAddress(day, today)}
        />
      ))}
    </nav>
  );
}

interface StripDayProps {
  date: DateText;
  today: DateText;
  isOpen: boolean;
  isTarget: boolean;
  address: string;
}

function StripDay({ date, today, isOpen, isTarget, address }: StripDayProps) {
  const style = useTimeStyle();
  const load = useComputed(useCallback((store) => loadOf(store, date), [date]));
  const isToday = date === today;
  return (
    <a
      href={address}
      data-date={date}
      aria-current={isOpen ? "date" : undefined}
      aria-label={`${dateText(date, "full", style)}${isToday ? ", today" : ""}, ${loadText(load)}`}
      draggable={false}
      onClick={(event) => {
        event.preventDefault();
        goTo(address);
      }}
      className={`grid min-h-[52px] justify-items-center gap-0.5 px-1 pt-1 pb-1.5 ${isOpen ? "bg-sheet shadow-[inset_0_3px_0_var(--woad)]" : ""} ${isTarget ? "outline-2 outline-woad" : ""}`}
    >
      <span className="text-[11.5px] leading-4 text-ink-2">{dateText(date, "weekday", style).slice(0, 2)}</span>
      <b className={`leading-5 ${isToday ? "font-words text-[17px] font-bold" : "text-[14px] font-semibold"}`}>
        {Number(date.slice(8))}
      </b>
      <span className="w-full">
        <LoadBar load={load} thick />
      </span>
    </a>
  );
}

const moreRooms = [
  ["/gather", "Gather"],
  ["/goals", "Goals"],
  ["/notes", "Notes"],
  ["/registers/tasks", "Registers"],
  ["/back", "Look back"],
  ["/settings", "Settings"],
  ["/help", "Help"],
] as const;

interface PhoneBarProps {
  room: string;
  /** Whether something is being added: then its button hands in what was typed. */
  isAdding: boolean;
  onAdd: () => void;
}

/** The bar for the thumb at the foot of a phone. */
export function PhoneBar({ room, isAdding, onAdd }: PhoneBarProps) {
  const [isMore, setMore] = useState(false);
  /** The button becomes the one that hands in while it is being pressed: this press must not do that too. */
  const open = (event: MouseEvent) => {
    event.preventDefault();
    onAdd();
  };
  const gathered = useList("unclarified", "all").length;
  const place = (here: boolean) =>
    `grid min-h-14 place-items-center px-1 text-[13px] ${here ? "font-[680] text-ink shadow-[inset_0_2px_0_var(--woad)]" : "font-[540] text-ink-2"}`;
  return (
    <nav aria-label="Rooms" className="phone-bar grid flex-none grid-cols-5 border-t border-rule bg-fleece">
      <PlaceLink path="/" here={room === "today"} className={place(room === "today")}>
        Today
      </PlaceLink>
      <PlaceLink path="/plan/calendar/1" here={room === "plan"} className={place(room === "plan")}>
        Plan
      </PlaceLink>
      <span className="grid place-items-center">
        <button
          className="button-filled min-h-11 px-4"
          {...(isAdding ? { type: "submit", form: captureForm } : { type: "button", onClick: open })}
          // The field keeps the keyboard.
          onPointerDown={(event) => isAdding && event.preventDefault()}
          onMouseDown={(event) => isAdding && event.preventDefault()}
        >
          Add
        </button>
      </span>
      <button className={place(false)} onClick={() => openClock("panel")}>
        <ClockWords />
      </button>
      <button
        className={place(room !== "today" && room !== "plan")}
        aria-haspopup="dialog"
        onClick={() => setMore(true)}
      >
        <span>More{gathered > 0 && <span className="ml-1 text-small">{gathered}</span>}</span>
      </button>
      {isMore && (
        <Dialog title="More" onClose={() => setMore(false)}>
          <ul>
            {moreRooms.map(([path, label]) => (
              <li key={path} className="border-b border-hairline last:border-b-0">
                <button
                  className="flex min-h-11 w-full items-center justify-between text-left text-[15px]"
                  onClick={() => {
                    setMore(false);
                    goTo(path);
                  }}
                >
                  {label}
                  {path === "/gather" && gathered > 0 && <span className="text-ink-2">{gathered}</span>}
                </button>
              </li>
            ))}
          </ul>
        </Dialog>
      )}
    </nav>
  );
}

/** What is left of what the clock runs for; its name while it stands. */
function ClockWords() {
  const run = useClockRun();
  const { clock } = useStore();
  useNow(clock);
  if (!run) return <>Clock</>;
  const end = endOfPhase(run);
  if (end === undefined) return <>{run.phase === "pause" ? "Paused" : "Working"}</>;
  const minutes = Math.max(0, Math.ceil((end - instantOf(clock)) / 60_000));
  return <>{durationText(minutes)}</>;
}
