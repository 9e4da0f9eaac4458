import type { PlanContext } from "../context";
import type { Task } from "../../model/index";
import { isMine } from "./mine";
import { isLate } from "./reasons";

/** How many open tasks of the person's own are past the date or the moment by which they are due. */
export function lateCount(reads: PlanContext): number {
  const { now } = reads;
  const open = reads.list("unfinishedTasks", "all") as readonly Task[];
  return open.filter((task) => isLate(task, now) && isMine(reads, task)).length;
}
