import { isUnfinished, type Id } from "../model";
import type { Store } from "../store";
import { counted, durationText, type MomentText } from "../time";
import { leftMinutes, type LeftReads } from "./left";

/**
 * What some tasks come to together, in words: "2 of 5 tasks done, 3 h 15 left"; empty where there are none. Left is what has
 * neither been worked nor has hours; what was dropped is none of them.
 */
export function sectionSum(reads: Pick<Store, "find"> & LeftReads, ids: Iterable<Id>, now: MomentText): string {
  const tasks = [...new Set(ids)]
    .flatMap((id) => reads.find("task", id) ?? [])
    .filter(({ state }) => state !== "dropped");
  if (tasks.length === 0) return "";
  const open = tasks.filter(({ state }) => isUnfinished(state));
  const done = tasks.length - open.length;
  const minutes = open.reduce((sum, task) => sum + leftMinutes(reads, task, now), 0);
  const words = done > 0 ? `${done} of ${counted(tasks.length, "task")} done` : counted(tasks.length, "task");
  return minutes > 0 ? `${words}, ${durationText(minutes)} left` : words;
}
