import type { PlanContext } from "../context";
import type { Task } from "../../model/index";
import type { DateText } from "../../time/index";
import { byPressing } from "./reasons";

/** A task left over from an earlier day, with those of its parts that are left over too. */
export interface LeftOver {
  readonly task: Task;
  readonly parts: readonly Task[];
}

/**
 * The unfinished tasks whose do day is before `today` and that do not rest, newest day first. A part goes along with
 * its whole where that is left over as well.
 */
export function leftOver(store: PlanContext, today: DateText): LeftOver[] {
  const tasks = (store.list("unfinishedTasks", "all") as Task[]).filter(
    (task) => task.doDay !== undefined && task.doDay < today && !(task.restUntil && task.restUntil > today),
  );
  const ids = new Set(tasks.map((task) => task.id));
  const wholes = tasks.filter((task) => !task.parent || !ids.has(task.parent));
  return byPressing(wholes, `${today}T00:00`, store.settings)
    .sort((a, b) => (a.doDay! > b.doDay! ? -1 : a.doDay! < b.doDay! ? 1 : 0))
    .map((task) => ({ task, parts: partsOf(store, task).filter((part) => ids.has(part.id)) }));
}

/** The tasks nested under one, at any depth, each once even where links run in a circle. */
export function partsOf(store: PlanContext, task: Task): Task[] {
  const parts: Task[] = [];
  const seen = new Set([task.id]);
  const waiting = [task.id];
  while (waiting.length > 0)
    for (const part of store.list("tasksByParent", waiting.pop() as string) as Task[])
      if (!seen.has(part.id)) {
        seen.add(part.id);
        parts.push(part);
        waiting.push(part.id);
      }
  return parts;
}
