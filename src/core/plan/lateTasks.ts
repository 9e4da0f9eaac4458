import type { Task } from "../model";
import type { Store } from "../store";
import type { MomentText } from "../time";
import { isMine } from "./mine";
import { isLate } from "./reasons";

/** How many open tasks of the person's own are past the date or the moment by which they are due. */
export function lateCount(reads: Pick<Store, "list" | "find">, now: MomentText): number {
  const open = reads.list("unfinishedTasks", "all") as readonly Task[];
  return open.filter((task) => isLate(task, now) && isMine(reads, task)).length;
}
