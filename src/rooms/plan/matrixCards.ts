"use client";
import { useCallback, useMemo } from "react";
import type { Dye, Task, Theme } from "@/core/model";
import { plainTitle } from "@/core/page";
import { isPlaced, isVague, leftMinutes, workingDays, type Pull } from "@/core/plan";
import { addDays, dateOf, daysBetween, type DateText } from "@/core/time";
import type { Store } from "@/core/store";
import { usePull } from "@/panels/days/planning";
import { useComputed, useSettings } from "@/ui/workspaceContext";
import type { AcrossWay, MatrixTasks } from "@/panels/hours/planView";

/** A task on the matrix. */
export interface MatrixCard {
  readonly task: Task;
  readonly title: string;
  readonly pull: Pull;
  /** Days from today, or working days of slack; undefined without a date. */
  readonly days: number | undefined;
  /** The level it stands in, from the most pressing. */
  readonly band: number;
  readonly dye: Dye;
  readonly minutes: number;
}

/** About how wide a card is with its title, in pixels; long titles are cut. */
export function cardWidth(title: string, minutes: number): number {
  return Math.min(230, Math.round(22 + title.length * 6.3 + (minutes > 0 ? 46 : 0)));
}

/** One of the four fields of the matrix, with what lies in it. */
export interface Quadrant {
  readonly name: "Do now" | "Schedule" | "Delegate" | "Drop";
  readonly urgent: boolean;
  readonly vital: boolean;
  readonly count: number;
  readonly minutes: number;
}

export function quadrantsOf(cards: readonly MatrixCard[], urgentDays: number, middle: number): Quadrant[] {
  return (
    [
      ["Do now", true, true],
      ["Schedule", false, true],
      ["Delegate", true, false],
      ["Drop", false, false],
    ] as const
  ).map(([name, urgent, vital]) => {
    const own = cards.filter((card) => isUrgent(card, urgentDays) === urgent && card.band < middle === vital);
    return { name, urgent, vital, count: own.length, minutes: own.reduce((sum, { minutes }) => sum + minutes, 0) };
  });
}

/** Whether a card lies left of the line. */
export function isUrgent({ days }: MatrixCard, urgentDays: number): boolean {
  return days !== undefined && days <= urgentDays;
}

/** The tasks the matrix shows, those that pull most first. */
export function useMatrixCards(today: DateText, which: MatrixTasks, across: AcrossWay): MatrixCard[] {
  const settings = useSettings();
  const pull = usePull();
  const tasks = useComputed(useCallback((from: Store) => tasksShown(from, which, today), [which, today]));
  const themes = useComputed(useCallback((from: Store) => from.list("kind", "theme") as readonly Theme[], []));
  const left = useComputed(
    useCallback((from: Store) => new Map(tasks.map((task) => [task.id, leftMinutes(from, task)])), [tasks]),
  );
  return useMemo(() => {
    const dyes = new Map(themes.map(({ id, dye }) => [id, dye]));
    const usualBand = Math.min(settings.priorities.length - 1, Math.ceil(settings.priorities.length / 2));
    return tasks
      .map((task): MatrixCard => {
        const own = pull(task);
        const level = settings.priorities.findIndex(({ id }) => id === task.priority);
        const date = across === "doDay" ? task.doDay : task.due && dateOf(task.due);
        const days =
          across === "slack"
            ? own.slackMinutes === undefined
              ? undefined
              : workingDays(own.slackMinutes, settings)
            : date
              ? daysBetween(today, date)
              : undefined;
        return {
          task,
          title: plainTitle(task.title) || "Untitled",
          pull: own,
          days,
          band: level < 0 ? usualBand : level,
          dye: dyes.get(task.theme ?? "") ?? "slate",
          minutes: left.get(task.id) ?? 0,
        };
      })
      .sort((a, b) => b.pull.points - a.pull.points || (a.task.id < b.task.id ? -1 : 1));
  }, [tasks, themes, settings, pull, across, today, left]);
}

function tasksShown(store: Store, which: MatrixTasks, today: DateText): Task[] {
  return (store.list("unfinishedTasks", "all") as Task[]).filter((task) => {
    if (isVague(task) || task.state === "waiting" || (task.restUntil && task.restUntil > today)) return false;
    if (which === "notPlaced") return !isPlaced(store, task);
    if (which === "open") return true;
    const soon = addDays(today, 31);
    return (task.due !== undefined && dateOf(task.due) <= soon) || (task.doDay !== undefined && task.doDay <= soon);
  });
}
