import type { Block, Settings, Task } from "../model";
import type { Store } from "../store";
import { dateOf, type DateText, type MomentText } from "../time";
import { byPressing } from "./reasons";

/**
 * The unfinished tasks without a clock time that a person might place on `date`, what presses most first: those with
 * that do day, an earlier one or none. One that has a later do day is listed where it would be late by then. Tasks that
 * rest or stand under a listed one are left out.
 */
export function tray(store: Pick<Store, "list" | "find">, date: DateText, now: MomentText, settings: Settings): Task[] {
  const today = dateOf(now);
  const listed = (store.list("unfinishedTasks", "all") as Task[]).filter((task) => {
    if (task.restUntil && task.restUntil > date) return false;
    const lateByThen = task.due !== undefined && task.doDay !== undefined && dateOf(task.due) < task.doDay;
    const wanted = !task.doDay || task.doDay <= date || lateByThen;
    if (!wanted || (date !== today && task.doDay !== date)) return false;
    return !isPlaced(store, task, now);
  });
  const ids = new Set(listed.map((task) => task.id));
  const wholes = listed.filter((task) => !task.parent || !ids.has(task.parent));
  return byPressing(wholes, now, settings);
}

/** Tells whether a task has hours that are not over. */
export function isPlaced(store: Pick<Store, "list">, task: Task, now: MomentText): boolean {
  return (store.list("blocksByTask", task.id) as Block[]).some((block) => block.end > now);
}
