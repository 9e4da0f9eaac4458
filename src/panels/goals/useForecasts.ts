"use client";
import { useEffect, useState } from "react";
import { wrap, type Remote } from "comlink";
import type { Forecast, ForecastQuestion, GoalStanding } from "@/core/insight";
import type { Id } from "@/core/model";
import type { ForecastWorker } from "@/workers/forecast.worker";

let made: { worker: Worker; remote: Remote<ForecastWorker> } | undefined;

/** The worker that forecasts: one for the tab, made when it is first asked. */
function forecaster(): Remote<ForecastWorker> {
  if (!made) {
    const worker = new Worker(new URL("../../workers/forecast.worker.ts", import.meta.url), { type: "module" });
    made = { worker, remote: wrap<ForecastWorker>(worker) };
    // One that cannot be loaded or dies is made again by the next question.
    worker.addEventListener("error", () => (made = undefined));
  }
  return made.remote;
}

/** What came of asking: a range, that nothing can be said, or that it is still being worked out. */
export type ForecastState = Forecast | "tooLittle" | "asked";

/** When goals will likely be reached. Follows them as they change; what was forecast before stays until it is known anew. */
export function useForecasts(standings: readonly GoalStanding[]): ReadonlyMap<Id, ForecastState> {
  const [known, setKnown] = useState<ReadonlyMap<Id, ForecastState>>(new Map());
  const asked = standings.filter(({ course }) => course.kind !== "reached");
  const key = JSON.stringify(asked.map(({ goal, question }) => [goal.id, question]));
  useEffect(() => {
    let isWanted = true;
    const questions = JSON.parse(key) as [Id, ForecastQuestion | null][];
    const open = questions.flatMap(([id, question]) => (question ? [{ id, question }] : []));
    const say = (ranges: readonly (Forecast | undefined)[]) => {
      if (!isWanted) return;
      const states = new Map<Id, ForecastState>(questions.map(([id]) => [id, "tooLittle"]));
      open.forEach(({ id }, at) => states.set(id, ranges[at] ?? "tooLittle"));
      setKnown(states);
    };
    if (open.length === 0 || typeof Worker === "undefined") say([]);
    else
      forecaster()
        .forecastAll(open.map(({ question }) => question))
        .then(say, () => say([]));
    return () => {
      isWanted = false;
    };
  }, [key]);
  return known;
}

/** What is known of one of them. */
export function rangeOf(states: ReadonlyMap<Id, ForecastState>, id: Id): Forecast | undefined {
  const state = states.get(id);
  return typeof state === "object" ? state : undefined;
}
