"use client";
import { memo, useCallback, useRef, useState, type KeyboardEvent, type PointerEvent as ReactPointerEvent } from "react";
import { Popover } from "radix-ui";
import { giveDay, setState, usualBlockMinutes } from "@/core/commands";
import type { Task } from "@/core/model";
import { plainTitle } from "@/core/page";
import { freeTime, reasonsOf, totalMinutes, tray } from "@/core/plan";
import { type DateText, durationText, estimateText, minuteOf, workingDay } from "@/core/time";
import { useNow } from "@/ui/clock";
import { DayPicker } from "@/ui/DayPicker";
import { startDrag } from "@/ui/drag";
import { openRecord } from "@/ui/navigation";
import { useAct, useComputed, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { usePlacing } from "@/ui/hours/placing";

const shownAtFirst = 40;

interface SideColumnProps {
  date: DateText;
  today: DateText;
  hidden: boolean;
}

/** What is not placed, what presses most first, and how much time is left for it. */
export function SideColumn({ date, today, hidden }: SideColumnProps) {
  const store = useStore();
  const settings = useSettings();
  const now = useNow(store.clock);
  const { zone } = store.clock;
  const [shown, setShown] = useState(shownAtFirst);
  const list = useRef<HTMLUListElement>(null);
  const tasks = useComputed(useCallback((from) => tray(from, date, now, settings), [date, now, settings]));
  const free = useComputed(
    useCallback(
      (from) =>
        date < today ? 0 : totalMinutes(freeTime(from, date, settings, zone, date === today ? minuteOf(now) : 0)),
      [date, today, settings, zone, now],
    ),
  );
  const works = workingDay(settings.workingWeek, date) !== null;
  const press = (event: KeyboardEvent) => {
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (step === undefined || event.altKey) return;
    const rows = [...(list.current?.querySelectorAll<HTMLElement>("[data-tray]") ?? [])];
    const at = rows.findIndex((row) => row === document.activeElement);
    event.preventDefault();
    rows[Math.max(0, Math.min(rows.length - 1, at + step))]?.focus();
  };
  return (
    <aside
      aria-label="Not placed"
      data-pane="tray"
      className={`side-column w-[262px] flex-none flex-col border-l border-rule ${hidden ? "is-beside-sheet" : ""}`}
    >
      <h2 className="flex h-9 flex-none items-center justify-between px-3.5 font-semibold text-ink-2">
        <span>Not placed</span>
        <span>{tasks.length > 0 && `${tasks.length} ${tasks.length === 1 ? "task" : "tasks"}`}</span>
      </h2>
      {tasks.length === 0 ? (
        <p className="px-3.5 text-ink-2">Nothing waits for an hour. Press N to add what comes up.</p>
      ) : (
        <div className="mx-3.5 min-h-0 overflow-y-auto border-t-2 border-ink [scrollbar-width:thin]">
          <ul ref={list} onKeyDown={press}>
            {tasks.slice(0, shown).map((task, at) => (
              <TrayRow key={task.id} task={task} first={at === 0} today={today} />
            ))}
          </ul>
          {tasks.length > shown && (
            <button className="link my-2 min-h-6 font-semibold" onClick={() => setShown(shown + 100)}>
              Show {Math.min(100, tasks.length - shown)} more of {tasks.length - shown}
            </button>
          )}
        </div>
      )}
      {date >= today && (
        <p className={`flex-none px-3.5 py-2.5 text-ink-2 ${tasks.length > 0 ? "border-t border-rule" : ""}`}>
          {works ? freeText(free, tasks) : "It is a free day."}
        </p>
      )}
    </aside>
  );
}

/** "1 h 30 is free. The first three fit." */
function freeText(free: number, tasks: readonly Task[]): string {
  if (free === 0) return "No working time is free.";
  let left = free;
  let fit = 0;
  for (const task of tasks) {
    left -= task.estimateMinutes ?? usualBlockMinutes;
    if (left < 0) break;
    fit++;
  }
  const counts = ["two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"];
  const numbers = ["", "first", ...counts.map((count) => `first ${count}`)];
  const which =
    fit === 0
      ? tasks.length > 0
        ? "The first does not fit."
        : ""
      : fit === tasks.length
        ? "All of it fits."
        : fit < numbers.length
          ? `The ${numbers[fit]} ${fit === 1 ? "fits" : "fit"}.`
          : `The first ${fit} fit.`;
  return `${durationText(free)} is free. ${which}`.trim();
}

const TrayRow = memo(function TrayRow({ task, first, today }: { task: Task; first: boolean; today: DateText }) {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const act = useAct();
  const { place } = usePlacing();
  const [picking, setPicking] = useState(false);
  const reasons = reasonsOf(task, store.clock.now(), settings, style);
  const title = plainTitle(task.title);
  const dragged = { kind: "task", task: task.id, title, minutes: task.estimateMinutes || usualBlockMinutes } as const;
  const grab = (event: ReactPointerEvent) => startDrag(event.nativeEvent, { dragged });
  const press = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget || event.ctrlKey || event.metaKey) return;
    if (event.code === "KeyH") place(dragged);
    else if (event.code === "KeyG") setPicking(true);
    else if (event.key === " ") act(setState, { tasks: [task.id], state: "done" });
    else if (event.key === "Enter") openRecord(task.id);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <li className="border-b border-rule last:border-0">
      <Popover.Root open={picking} onOpenChange={setPicking}>
        <Popover.Anchor asChild>
          <div
            role="button"
            tabIndex={0}
            data-tray={task.id}
            data-pane-focus={first ? "" : undefined}
            aria-label={`${title}${task.estimateMinutes ? `, ${estimateText(task.estimateMinutes)}` : ""}${reasons.length ? `, ${reasons.map((reason) => reason.text).join(", ")}` : ""}`}
            className="tray-row grid touch-pan-y grid-cols-[1fr_auto] items-baseline gap-x-2 py-[5px] outline-offset-[-2px] select-none hover:bg-sunk"
            onPointerDown={grab}
            onClick={() => openRecord(task.id)}
            onKeyDown={press}
          >
            <span className="min-w-0 break-words">{title}</span>
            <span className="text-small text-ink-2">
              {task.estimateMinutes ? estimateText(task.estimateMinutes) : ""}
            </span>
            {reasons.length > 0 && (
              <span className="col-span-2 text-small text-ink-2">
                {reasons.map((reason, at) => (
                  <span key={reason.what}>
                    {at > 0 && ", "}
                    <span className={reason.what === "late" ? "font-semibold text-madder" : ""}>{reason.text}</span>
                  </span>
                ))}
              </span>
            )}
          </div>
        </Popover.Anchor>
        <Popover.Portal>
          <Popover.Content
            side="left"
            align="start"
            className="z-40 border border-rule bg-sheet p-3"
            aria-label={`A day for ${title}`}
          >
            <DayPicker
              today={today}
              value={task.doDay}
              onPick={(day) => {
                setPicking(false);
                act(giveDay, { tasks: [task.id], day });
              }}
            />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </li>
  );
});
