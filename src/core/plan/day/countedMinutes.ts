import type { Task } from "../../model/index";
import type { Store } from "../../store/index";

/** What can say how long tasks count. */
export type Counting = Partial<Pick<Store, "lengthOf">>;

/** How long a task counts in plans and loads, in minutes: what was typed, or what was learnt where the workspace counts so. */
export function countedMinutes(reads: Counting, task: Task): number | undefined {
  return reads.lengthOf ? reads.lengthOf(task) : task.estimateMinutes;
}
