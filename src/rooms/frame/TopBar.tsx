"use client";
import { CircleHelp, Search, Timer } from "lucide-react";
import { type ReactNode } from "react";
import type { DateText } from "@/core/time";
import { openClock, useClockPlace } from "@/panels/clock/clockPlace";
import { useClockRun } from "@/panels/clock/useClock";
import { late } from "@/ui/late";
import { goTo } from "@/ui/navigation";
import { PlaceLink } from "@/ui/PlaceLink";
import { NowNext } from "./NowNext";
import { useSavingWords } from "./useSavingWords";
import { useList, useWorkspace } from "@/ui/workspaceContext";

const ClockCorner = late(() => import("@/panels/clock/ClockCorner").then((part) => ({ default: part.ClockCorner })));

interface TopBarProps {
  room: string;
  date: DateText | undefined;
  today: DateText;
  onHelp: () => void;
  onSearch: () => void;
  children: ReactNode;
}

export function TopBar({ room, date, today, onHelp, onSearch, children }: TopBarProps) {
  const gathered = useList("unclarified", "all").length;
  return (
    <header className="top-bar flex h-[50px] flex-none items-center gap-5 border-b border-rule pr-4">
      <button
        className="wordmark w-24 flex-none text-center font-words text-[19px] font-semibold text-woad italic"
        onClick={() => goTo("/")}
      >
        Pensum
      </button>
      <nav aria-label="Rooms" className="flex flex-wrap gap-x-4">
        <RoomLink path="/" here={room === "today"} label="Today" />
        <RoomLink path="/gather" here={room === "gather"} label="Gather" count={gathered} />
        <RoomLink path="/plan" here={room === "plan"} label="Plan" />
        <RoomLink path="/goals" here={room === "goals"} label="Goals" />
        <RoomLink path="/notes" here={room === "notes"} label="Notes" />
        <RoomLink path="/registers/tasks" here={room === "registers"} label="Registers" />
        <RoomLink path="/back" here={room === "back"} label="Look back" />
        <RoomLink path="/settings" here={room === "settings"} label="Settings" />
      </nav>
      {children}
      <button className="button-quiet grid place-items-center" aria-label="Search everything" onClick={onSearch}>
        <Search size={16} aria-hidden />
      </button>
      <button className="button-quiet grid place-items-center" aria-label="Clock" onClick={() => openClock("panel")}>
        <Timer size={16} aria-hidden />
      </button>
      <Status date={date} today={today} />
      <button
        className="button-quiet grid place-items-center"
        aria-label="Keyboard shortcuts and help"
        onClick={onHelp}
      >
        <CircleHelp size={16} aria-hidden />
      </button>
    </header>
  );
}

function RoomLink({ path, here, label, count = 0 }: { path: string; here: boolean; label: string; count?: number }) {
  return (
    <PlaceLink
      path={path}
      here={here}
      className={`py-1 whitespace-nowrap ${here ? "font-[680] text-ink shadow-[0_2px_0_var(--woad)]" : "font-[540] text-ink-2 hover:text-ink"}`}
    >
      {label}
      {count > 0 && <span className="ml-1 text-small font-semibold text-ink-2">{count}</span>}
    </PlaceLink>
  );
}

/** Where one is in time when it is not today, and how it stands with the disk. */
function Status({ date, today }: { date: DateText | undefined; today: DateText }) {
  const { name } = useWorkspace();
  const { words, isFailed } = useSavingWords();
  const clockPlace = useClockPlace();
  const run = useClockRun();
  const isClockSeen = clockPlace !== "closed" || run !== undefined;
  const place =
    date && date !== today ? (
      <button className="link font-semibold" onClick={() => goTo("/")}>
        Go to today
      </button>
    ) : (
      <NowNext today={today} />
    );
  return (
    <div className="status flex w-52 flex-none flex-col items-end leading-4">
      {isClockSeen ? <ClockCorner>{place}</ClockCorner> : place}
      <span
        className={`text-small ${isFailed ? "font-semibold text-madder" : "text-ink-3"}`}
        role="status"
        // It changes with every pause of typing; what matters is told by the line below the top bar.
        aria-live="off"
      >
        {name === "demo" ? `Demo, ${words.toLowerCase()}` : words}
      </span>
    </div>
  );
}
