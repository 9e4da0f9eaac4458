"use client";
import { useCallback, useState } from "react";
import { giveDay, layPattern, layRepeating, repeatingWithoutHours, setState, usualBlockMinutes } from "@/core/commands";
import { courseWords, fullDays, goalTree, hoursBy, isOffCourse, standingOf, tasksWithoutDay } from "@/core/insight";
import { isUnfinished, newId, type Goal, type Habit, type Task } from "@/core/model";
import type { Store } from "@/core/store";
import { plainTitle } from "@/core/page";
import { goalsOfSpan, patternOf } from "@/core/plan";
import { addToRegister } from "@/core/shaping";
import { titleOf } from "@/core/things";
import { addDays, dateText, durationText, estimateText } from "@/core/time";
import { ChartFigure } from "@/panels/charts/ChartFigure";
import { loadText } from "@/panels/days/LoadBar";
import { AddField } from "@/ui/AddField";
import { openRecord } from "@/ui/navigation";
import { useAct, useComputed, useFirstWeekday, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { TaskTick } from "@/panels/TaskTick";
import { type StepProps, Empty, nextDays, DayChips, useChipDays, useReviewChart } from "./stepParts";

const mostShown = 30;

export function WithoutDayStep({ today }: StepProps) {
  const act = useAct();
  const dates = useChipDays(today);
  // One that has just got its day stays where it is, so that it can be given another.
  const [first] = useState(() => new Set<string>());
  const tasks = useComputed(
    useCallback(
      (reads) => {
        for (const { id } of tasksWithoutDay(reads)) first.add(id);
        return [...first].flatMap((id) => {
          const task = reads.find("task", id);
          return task && isUnfinished(task.state) ? [task] : [];
        });
      },
      [first],
    ),
  );
  if (tasks.length === 0) return <Empty>Every open task has a day, is due, or rests.</Empty>;
  return (
    <>
      <ul className="border-t border-hairline">
        {tasks.slice(0, mostShown).map((task) => (
          <TaskTick key={task.id} task={task}>
            <DayChips task={task} dates={dates} />
            <button className="button-quiet" onClick={() => act(setState, { tasks: [task.id], state: "dropped" })}>
              Drop
            </button>
          </TaskTick>
        ))}
      </ul>
      {tasks.length > mostShown && (
        <p className="mt-2 text-ink-2">{tasks.length - mostShown} more come when these have a day.</p>
      )}
    </>
  );
}

export function GoalsStep({ review, span }: StepProps & { span: "week" | "month" }) {
  const store = useStore();
  const act = useAct();
  const firstWeekday = useFirstWeekday();
  const next = nextDays(review);
  const [first, last] = [next[0]!, next.at(-1)!];
  const goals = useComputed(
    useCallback((reads) => goalsOfSpan(reads, span, first, firstWeekday), [span, first, firstWeekday]),
  );
  return (
    <>
      <ul className="mb-3 border-t border-hairline">
        {goals.map((goal) => (
          <li key={goal.id} className="border-b border-hairline py-1">
            <button
              className="min-h-6 text-left font-words text-page hover:underline"
              onClick={() => openRecord(goal.id)}
            >
              {titleOf(goal, store)}
            </button>
          </li>
        ))}
      </ul>
      <AddField
        label={`A goal of next ${span}`}
        className="max-w-[420px]"
        onAdd={(title) =>
          act(addToRegister, { register: "goals", id: newId(), fields: { title, span, due: last } }) !== undefined
        }
      />
    </>
  );
}

export function PatternStep({ review }: StepProps) {
  const settings = useSettings();
  const act = useAct();
  const dates = nextDays(review);
  const pattern = patternOf(settings, dates[0]!);
  if (!pattern)
    return (
      <Empty>
        There is no pattern yet. The plan’s “Pattern” makes one: the hours that each theme has in your ideal week.
      </Empty>
    );
  return (
    <>
      <p className="mb-2 font-words text-page">
        “{pattern.title}” stands behind the plan. Laid into next week, its hours become blocks that can be moved; what
        is there already stays.
      </p>
      <button className="button" onClick={() => act(layPattern, { dates })}>
        Lay it into next week
      </button>
    </>
  );
}

export function RepeatingStep({ review }: StepProps) {
  const store = useStore();
  const act = useAct();
  const style = useTimeStyle();
  const dates = nextDays(review);
  const firstWeekday = useFirstWeekday();
  const [said, setSaid] = useState("");
  const waiting = useComputed(
    useCallback((reads) => repeatingWithoutHours(reads, nextDays(review), firstWeekday), [review, firstWeekday]),
  );
  return (
    <>
      <p className="mb-2 font-words text-page">
        The repeating tasks and the habits of next week get hours on their days, where they fit.
      </p>
      <button className="button" onClick={() => setSaid(act(layRepeating, { dates, firstWeekday }) ?? "")}>
        Give them their hours
      </button>
      {said !== "" && (
        <p role="status" className="mt-2 font-semibold">
          {said}
        </p>
      )}
      {waiting.length > 0 && (
        <section aria-label="Without hours" className="mt-3">
          <h3 className="font-semibold text-ink-2">
            {said === "" ? "These have no hours yet" : "These found no room on their days"}
          </h3>
          <ul className="border-t border-hairline">
            {waiting.slice(0, mostShown).map(({ record, date }) => (
              <li key={`${record.id} ${date}`} className="flex items-baseline gap-4 border-b border-hairline py-1">
                <span className="w-24 flex-none text-ink-2">{dateText(date, "short", style)}</span>
                <button
                  className="min-h-6 min-w-0 flex-1 text-left font-words text-page break-words hover:underline"
                  onClick={() => openRecord(record.id)}
                >
                  {titleOf(record, store)}
                </button>
                <span className="flex-none text-small text-ink-2">
                  {durationText(
                    ("lengthMinutes" in record ? record.lengthMinutes : lengthIn(store, record)) ?? usualBlockMinutes,
                  )}
                </span>
              </li>
            ))}
          </ul>
          {waiting.length > mostShown && <p className="mt-1 text-ink-2">and {waiting.length - mostShown} more</p>}
        </section>
      )}
    </>
  );
}

/** How long a task counts; a habit says its length itself. */
const lengthIn = (store: Store, record: Task | Habit) => (record.kind === "task" ? store.lengthOf(record) : undefined);

export function OverfullStep({ review, today }: StepProps) {
  const style = useTimeStyle();
  const act = useAct();
  const last = nextDays(review).at(-1)!;
  const days = useComputed(useCallback((reads) => fullDays(reads, addDays(today, 1), last), [today, last]));
  if (days.length === 0) return <Empty>No day up to {dateText(last, "short", style)} is too full.</Empty>;
  return days.map(({ date, load, overMinutes, movable }) => (
    <section key={date} aria-label={dateText(date, "full", style)} className="mb-5">
      <h3 className="border-t border-rule pt-2 font-words text-[16px] font-semibold text-madder">
        {dateText(date, "full", style)} is over by {durationText(overMinutes)}
      </h3>
      <p className="mb-1 text-ink-2">{loadText(load)}</p>
      {movable.length === 0 ? (
        <p className="text-ink-2">Nothing on it could go to another day: what is there is fixed, repeats, or is due.</p>
      ) : (
        <ul className="border-t border-hairline">
          {movable.slice(0, 5).map(({ task, minutes, to, roomMinutes }) => (
            <li
              key={task.id}
              className="flex flex-wrap items-center justify-between gap-x-4 border-b border-hairline py-1"
            >
              <button className="min-h-6 text-left hover:underline" onClick={() => openRecord(task.id)}>
                {plainTitle(task.title)}, {estimateText(minutes)}
              </button>
              <button className="link" onClick={() => act(giveDay, { tasks: [task.id], day: to })}>
                Move to {dateText(to, "short", style)}, {durationText(roomMinutes)} free
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  ));
}

export function HoursStep({ review, today }: StepProps) {
  return <ChartFigure chart={useReviewChart(review, today, "me", hoursBy)} title="Where the hours went" />;
}

export function CoursesStep({ today }: StepProps) {
  const store = useStore();
  const settings = useSettings();
  const firstWeekday = useFirstWeekday();
  const goals = useComputed(
    useCallback(
      (reads) =>
        goalTree(reads, ({ state }: Goal) => isUnfinished(state)).flatMap(({ nodes }) =>
          nodes.map(({ goal, depth }) => ({
            depth,
            ...standingOf({ store: reads, settings, today, firstWeekday }, goal),
          })),
        ),
      [settings, today, firstWeekday],
    ),
  );
  if (goals.length === 0) return <Empty>No goal is open. You can add one in the Goals room.</Empty>;
  return (
    <ul className="border-t border-hairline">
      {goals.map(({ goal, depth, words, course }) => (
        <li
          key={goal.id}
          className="flex flex-wrap items-baseline justify-between gap-x-4 border-b border-hairline py-1"
        >
          <button
            className="min-h-6 text-left hover:underline"
            style={{ paddingLeft: depth * 16 }}
            onClick={() => openRecord(goal.id)}
          >
            {titleOf(goal, store)}, {words}
          </button>
          <span className={isOffCourse(course) ? "font-semibold text-madder" : "text-ink-2"}>
            {courseWords(course)}
          </span>
        </li>
      ))}
    </ul>
  );
}
