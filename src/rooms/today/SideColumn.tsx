"use client";
import { useCallback, useMemo, useRef, useState } from "react";
import { usualBlockMinutes } from "@/core/commands";
import type { Task } from "@/core/model";
import { leftMinutes, freeOn, themeOfHour, tray } from "@/core/plan";
import { capacityMinutes, clockText, durationText, minuteOf, workingDay, type DateText } from "@/core/time";
import { useNow } from "@/ui/clock";
import { TrayRow } from "@/panels/hours/TrayRow";
import { useTraySelection } from "@/panels/hours/useTraySelection";
import { useClockRun } from "@/panels/clock/useClock";
import { late } from "@/ui/late";
import { useComputed, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";

const ClockPanel = late(() => import("@/panels/clock/ClockPanel").then((part) => ({ default: part.ClockPanel })));

const shownAtFirst = 40;

interface SideColumnProps {
  date: DateText;
  today: DateText;
  hidden: boolean;
}

/** What is not placed, what presses most first, and how much time is left for it. */
export function SideColumn({ date, today, hidden }: SideColumnProps) {
  const store = useStore();
  const style = useTimeStyle();
  const settings = useSettings();
  const now = useNow(store.clock);
  const [shown, setShown] = useState(shownAtFirst);
  const list = useRef<HTMLUListElement>(null);
  const run = useClockRun();
  const tasks = useComputed(useCallback((from) => tray(from, date), [date]));
  const free = useComputed(
    useCallback(
      (from) => (date < today ? 0 : freeOn(from, date, date === today ? minuteOf(now) : 0)),
      [date, today, now],
    ),
  );
  const themed = useComputed(
    useCallback((from) => (date === today ? themeOfHour(from, date, minuteOf(now)) : undefined), [date, today, now]),
  );
  const ordered = useMemo(() => {
    if (!themed) return tasks;
    const [own, others] = [
      tasks.filter(({ theme }) => theme === themed.theme),
      tasks.filter(({ theme }) => theme !== themed.theme),
    ];
    return [...own, ...others];
  }, [tasks, themed]);
  // What was worked, or has hours already, is not to be placed again.
  const rest = useComputed(
    useCallback(
      (from) =>
        new Map(ordered.map((task) => [task.id, { left: leftMinutes(from, task), counted: from.lengthOf(task) }])),
      [ordered],
    ),
  );
  const restOf = (task: Task) => {
    const { left, counted } = rest.get(task.id) ?? {};
    return counted && left !== counted ? left : undefined;
  };
  const theme = store.find("theme", themed?.theme);
  const works = workingDay(settings.workingWeek, date) !== null;
  const order = useMemo(() => ordered.map(({ id }) => id), [ordered]);
  const { chosen, selection, press, bar } = useTraySelection(order, date, today);
  return (
    <aside
      aria-label="Not placed"
      data-pane="tray"
      className={`side-column w-[262px] flex-none flex-col border-l border-rule ${hidden ? "is-beside-sheet" : ""}`}
    >
      {date === today && run && (
        <div className="flex-none border-b border-rule bg-sheet px-3.5 pt-3 pb-2">
          <ClockPanel />
        </div>
      )}
      <h2 className="flex h-9 flex-none items-center justify-between px-3.5 font-semibold text-ink-2">
        <span>Not placed</span>
        <span>{tasks.length > 0 && `${tasks.length} ${tasks.length === 1 ? "task" : "tasks"}`}</span>
      </h2>
      {bar}
      {tasks.length === 0 ? (
        <p className="px-3.5 text-ink-2">Nothing to place. Press N to add a task.</p>
      ) : (
        <div className="mx-3.5 min-h-0 overflow-y-auto border-t-2 border-ink [scrollbar-width:thin]">
          {themed && theme && ordered[0]?.theme === themed.theme && (
            <p className="pt-1.5 text-small text-ink-2">
              {theme.title} first, until {clockText(themed.untilMinute, style)}
            </p>
          )}
          <ul ref={list} data-choice={[...chosen].join(" ")} onKeyDown={(event) => press(event, list.current)}>
            {ordered.slice(0, shown).map((task, at) => (
              <TrayRow
                key={task.id}
                task={task}
                first={at === 0}
                today={today}
                restMinutes={restOf(task)}
                chosen={chosen.has(task.id)}
                selection={selection}
              />
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
          {works
            ? freeText(
                free,
                capacityMinutes(settings.workingWeek, date),
                ordered,
                (task) => rest.get(task.id)?.left || store.lengthOf(task),
              )
            : "This is a day off."}
        </p>
      )}
    </aside>
  );
}

/** "1 h 30 of 8 h is free. The first three fit." What has no estimate is counted as half an hour, and that is said. */
function freeText(
  free: number,
  capacity: number,
  tasks: readonly Task[],
  lengthOf: (task: Task) => number | undefined,
): string {
  if (free === 0) return "No free working time.";
  let left = free;
  let fit = 0;
  let guessed = 0;
  for (const task of tasks) {
    const minutes = lengthOf(task);
    left -= minutes ?? usualBlockMinutes;
    if (left < 0) break;
    fit++;
    if (minutes === undefined) guessed++;
  }
  const counts = ["two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"];
  const numbers = ["", "first", ...counts.map((count) => `first ${count}`)];
  const which =
    fit === 0
      ? tasks.length > 0
        ? "The first task does not fit."
        : ""
      : fit === tasks.length
        ? "Everything fits."
        : fit < numbers.length
          ? `The ${numbers[fit]} ${fit === 1 ? "fits" : "fit"}.`
          : `The first ${fit} fit.`;
  const guess = guessed > 0 ? ` ${durationText(usualBlockMinutes)} is assumed where there is no estimate.` : "";
  return `${durationText(free)} of ${durationText(capacity)} free. ${which}${guess}`.trim();
}
