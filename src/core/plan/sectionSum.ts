import { isUnfinished, type Id, type Task } from "../model";
import type { Store } from "../store";
import { counted, durationText, minutesBetween, type MomentText } from "../time";
import { countedMinutes, type Counting } from "./countedMinutes";
import { entriesFor } from "./workLog";

/**
 * What some tasks come to together, in words: "2 of 5 tasks done, 3 h 15 left"; empty where there are none. Left is their
 * length less what was worked on them; a whole and its parts among them count once.
 */
export function sectionSum(reads: Pick<Store, "list" | "find"> & Counting, ids: Iterable<Id>, now: MomentText): string {
  const tasks = [...new Set(ids)]
    .flatMap((id) => reads.find("task", id) ?? [])
    .filter(({ state }) => state !== "dropped");
  if (tasks.length === 0) return "";
  const open = tasks.filter(({ state }) => isUnfinished(state));
  const done = tasks.length - open.length;
  const minutes = open.reduce((sum, task) => sum + leftOf(reads, task, open, now), 0);
  const words = done > 0 ? `${done} of ${counted(tasks.length, "task")} done` : counted(tasks.length, "task");
  return minutes > 0 ? `${words}, ${durationText(minutes)} left` : words;
}

function leftOf(
  reads: Pick<Store, "list" | "find"> & Counting,
  task: Task,
  among: readonly Task[],
  now: MomentText,
): number {
  let left = countedMinutes(reads, task) ?? 0;
  for (const part of among)
    if (part.parent === task.id && part.id !== task.id) left -= countedMinutes(reads, part) ?? 0;
  for (const { start, end = now } of entriesFor(reads, "task", task.id))
    left -= Math.max(0, minutesBetween(start, end));
  return Math.max(0, left);
}
