"use client";
import { useCallback, type ReactNode } from "react";
import { giveDay } from "@/core/commands";
import { boundedSpan, type Asking, type Chart } from "@/core/insight";
import { type Review, type Task } from "@/core/model";
import { plainTitle } from "@/core/page";
import { loadOf } from "@/core/plan";
import { addDays, daysBetween, dateText, startOfWeek, type DateText, workingDay } from "@/core/time";
import { LoadBar, loadText } from "@/panels/days/LoadBar";
import { useAct, useComputed, useFirstWeekday, useSettings, useTimeStyle } from "@/ui/workspaceContext";

/** What a step of a review shows: the question it asks, and the parts that answer it. */
export interface StepView {
  readonly question: string;
  readonly Body: (props: StepProps) => ReactNode;
}

/** What every step is given. */
export interface StepProps {
  readonly review: Review;
  readonly today: DateText;
}

/** What is said where a step has nothing to show. */
export const Empty = ({ children }: { children: ReactNode }) => (
  <p className="font-words text-page text-ink-2">{children}</p>
);

/** The days of the stretch after the one that is reviewed. */
export function nextDays({ from, to }: Review): DateText[] {
  const length = daysBetween(from, to) + 1;
  return Array.from({ length: Math.max(1, Math.min(31, length)) }, (_, at) => addDays(to, 1 + at));
}

/** The days of next week with their loads, of which a task gets one by a press. */
export function DayChips({ task, dates }: { task: Task; dates: readonly DateText[] }) {
  const act = useAct();
  return (
    <span role="group" aria-label={`A day for ${plainTitle(task.title)}`} className="day-chips">
      {dates.map((date) => (
        <DayChip
          key={date}
          date={date}
          isChosen={task.doDay === date}
          onPick={() => act(giveDay, { tasks: [task.id], day: task.doDay === date ? undefined : date })}
        />
      ))}
    </span>
  );
}

function DayChip({ date, isChosen, onPick }: { date: DateText; isChosen: boolean; onPick: () => void }) {
  const style = useTimeStyle();
  const load = useComputed(useCallback((reads) => loadOf(reads, date), [date]));
  return (
    <button
      className={`day-chip ${isChosen ? "is-chosen" : ""}`}
      aria-pressed={isChosen}
      aria-label={`${dateText(date, "full", style)}, ${loadText(load)}`}
      onClick={onPick}
    >
      <span>
        {dateText(date, "weekday", style).slice(0, 2)} {Number(date.slice(8))}
      </span>
      <LoadBar load={load} />
    </button>
  );
}

/** The working days of next week; all its days where none is worked. */
export function useChipDays(today: DateText): DateText[] {
  const settings = useSettings();
  const firstWeekday = useFirstWeekday();
  const next = addDays(startOfWeek(today, firstWeekday), 7);
  const week = Array.from({ length: 7 }, (_, at) => addDays(next, at));
  const worked = week.filter((date) => workingDay(settings.workingWeek, date));
  return worked.length > 0 ? worked : week;
}

/** A question about the days of a review, by theme. Give it an `answer` that stays the same function while its inputs do. */
export function useReviewChart<Answer extends Chart | undefined>(
  { from, to }: Review,
  today: DateText,
  who: "me" | "all",
  answer: (asking: Asking) => Answer,
): Answer {
  const settings = useSettings();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  return useComputed(
    useCallback(
      (store) =>
        answer({
          ...{ store, settings, style, firstWeekday, today, who, way: "theme" },
          span: boundedSpan({ from, to }, today),
        }),
      [answer, settings, style, firstWeekday, today, who, from, to],
    ),
  );
}
