import type { PlanContext } from "../context";
import { isUnfinished, type Id } from "../../model/index";
import { counted, durationText } from "../../time/index";
import { leftMinutes } from "./left";

/**
 * What some tasks come to together, in words: "2 of 5 tasks done, 3 h 15 left"; empty where there are none. Left is what has
 * neither been worked nor has hours; what was dropped is none of them.
 */
export function sectionSum(reads: PlanContext, ids: Iterable<Id>): string {
  const tasks = [...new Set(ids)]
    .flatMap((id) => reads.find("task", id) ?? [])
    .filter(({ state }) => state !== "dropped");
  if (tasks.length === 0) return "";
  const open = tasks.filter(({ state }) => isUnfinished(state));
  const done = tasks.length - open.length;
  const minutes = open.reduce((sum, task) => sum + leftMinutes(reads, task), 0);
  const words = done > 0 ? `${done} of ${counted(tasks.length, "task")} done` : counted(tasks.length, "task");
  return minutes > 0 ? `${words}, ${durationText(minutes)} left` : words;
}
