import type { PlanContext } from "../context";
import type { Block, Task } from "../../model/index";
import { dateOf, type DateText } from "../../time/index";
import { isMine } from "./mine";
import { byPressing, isPlannedTooLate } from "./reasons";

/**
 * The unfinished tasks without a clock time that a person might place on `date`, what presses most first: those with
 * that do day, those with none and, today, those of earlier days. One that has a later do day is listed where it would
 * be late by then. On a day of the past only what was meant for it is listed, on a day to come that comes first. Tasks
 * that rest, stand under a listed one or wait in the inbox are left out.
 */
export function tray(store: PlanContext, date: DateText): Task[] {
  const { now } = store;
  const today = dateOf(now);
  const listed = (store.list("unfinishedTasks", "all") as Task[]).filter((task) => {
    if ((task.restUntil && task.restUntil > date) || !isMine(store, task)) return false;
    return isWanted(task, date, today) && !isPlaced(store, task);
  });
  const ids = new Set(listed.map((task) => task.id));
  const wholes = byPressing(
    listed.filter((task) => !task.parent || !ids.has(task.parent)),
    now,
    store.settings,
  );
  if (date <= today) return wholes;
  return [...wholes.filter((task) => task.doDay === date), ...wholes.filter((task) => task.doDay !== date)];
}

function isWanted(task: Task, date: DateText, today: DateText): boolean {
  const { doDay } = task;
  if (doDay === date) return true;
  if (date < today) return false;
  if (doDay === undefined) return !task.unclarified;
  if (date > today) return false;
  return doDay < today || isPlannedTooLate(task);
}

/** Tells whether a task has hours that are not over. */
export function isPlaced(store: PlanContext, task: Task): boolean {
  const { now } = store;
  return (store.list("blocksByTask", task.id) as Block[]).some((block) => block.end > now);
}
