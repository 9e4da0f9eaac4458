"use client";
import { scaleLinear } from "d3-scale";
import { useCallback } from "react";
import { planGoal } from "@/core/commands";
import { courseReason, courseWords, forecastWords, givenByWeek, isOffCourse, standingOf } from "@/core/insight";
import { isUnfinished, newId, type Goal } from "@/core/model";
import { addToRegister } from "@/core/shaping";
import { addDays, dateOf, dateText, durationText, startOfWeek, type DateText } from "@/core/time";
import { rangeOf, useForecasts } from "@/panels/goals/useForecasts";
import { AddField } from "@/ui/AddField";
import { useNow } from "@/ui/clock";
import { useAct, useComputed, useFirstWeekday, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { GoalReadings } from "./GoalReadings";

const weeks = 8;
const [width, height] = [338, 74];

/** What is computed of a goal: how far it has come and why that is said, its likely end, and the hours it got. */
export function GoalSheet({ goal }: { goal: Goal }) {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const act = useAct();
  // What runs has more minutes with each that passes.
  const minute = useNow(store.clock);
  const today = dateOf(minute);
  const { standing, given } = useComputed(
    useCallback(
      (reads) => ({
        minute,
        standing: standingOf({ store: reads, settings, today, firstWeekday }, goal),
        given: givenByWeek(reads, goal.id, today, firstWeekday, weeks),
      }),
      [settings, today, firstWeekday, goal, minute],
    ),
  );
  const forecasts = useForecasts([standing]);
  const until = addDays(startOfWeek(today, firstWeekday), 13);
  const isOpen = isUnfinished(goal.state);
  return (
    <section aria-label="How it stands" className="mb-5">
      <h4 className="mb-1 font-semibold text-ink-2">How it stands</h4>
      <dl className="grid grid-cols-[112px_1fr] gap-y-1">
        <dt className="text-ink-2">Course</dt>
        <dd className={`font-semibold ${isOffCourse(standing.course) ? "text-madder" : ""}`}>
          {courseWords(standing.course)}
        </dd>
        <dt className="text-ink-2">Come so far</dt>
        <dd className="font-semibold">{standing.words}</dd>
        <dt className="text-ink-2">Given</dt>
        <dd className="font-semibold">{durationText(standing.givenMinutes)}</dd>
        {isOpen && (
          <>
            <dt className="text-ink-2">Likely end</dt>
            <dd className="font-semibold">{forecastWords(rangeOf(forecasts, goal.id), today, style)}</dd>
          </>
        )}
      </dl>
      <p className="mt-1.5 text-small text-ink-2">{courseReason(standing, today, style)}</p>
      {given.some(({ minutes }) => minutes > 0) && <GivenWeeks bars={given} />}
      {goal.measure === "number" && <GoalReadings goal={goal} />}
      {isOpen && (
        <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
          <button className="button" onClick={() => act(planGoal, { goal: goal.id, until })}>
            Plan something
          </button>
          <AddField
            label="Next step"
            className="flex-1"
            onAdd={(title) =>
              act(addToRegister, { register: "tasks", id: newId(), fields: { title, goal: goal.id } }) !== undefined
            }
          />
        </div>
      )}
    </section>
  );
}

interface Given {
  readonly from: DateText;
  readonly minutes: number;
}

/** The hours of the last weeks, the present one last. */
function GivenWeeks({ bars }: { bars: readonly Given[] }) {
  const style = useTimeStyle();
  const most = Math.max(60, ...bars.map(({ minutes }) => minutes));
  const y = scaleLinear([0, most], [0, height - 18]);
  const step = width / weeks;
  const last = bars.at(-1)!;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="chart-picture mt-2 w-full"
      role="img"
      aria-label={`Hours given in the last ${weeks} weeks: ${bars
        .map(({ from, minutes }) => `week of ${dateText(from, "short", style)}, ${durationText(minutes)}`)
        .join("; ")}`}
    >
      {bars.map(({ from, minutes }, at) => (
        <rect
          key={from}
          className="chart-worked"
          x={at * step + 2}
          width={step - 4}
          y={height - 18 - y(minutes)}
          height={y(minutes)}
        >
          <title>{`Week of ${dateText(from, "short", style)}: ${durationText(minutes)}`}</title>
        </rect>
      ))}
      <line className="chart-ground" x1={0} x2={width} y1={height - 18} y2={height - 18} />
      <text x={0} y={height - 3}>
        {dateText(bars[0]!.from, "short", style)}
      </text>
      <text x={width} y={height - 3} textAnchor="end">
        this week, {durationText(last.minutes)}
      </text>
    </svg>
  );
}
