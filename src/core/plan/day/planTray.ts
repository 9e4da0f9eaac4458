import type { PlanContext } from "../context";
import { isUnfinished, type Task } from "../../model/index";
import { leftMinutes } from "./left";
import { isMine } from "./mine";
import { isPlaced } from "./tray";

/** A task that waits for hours, and how much of it does. */
export interface Unplaced {
  readonly task: Task;
  /** Minutes that have no hours yet; 0 for a task without a length. */
  readonly restMinutes: number;
  /** How long it counts in all. */
  readonly countedMinutes: number | undefined;
}

/** Whether nobody has said yet what a gathered task is, nor when. */
export function isVague({ unclarified, due, doDay }: Task): boolean {
  return unclarified === true && due === undefined && doDay === undefined;
}

/**
 * The open tasks that have no hours ahead, or not enough of them: those split over several sittings stand with what is
 * left. Tasks that rest beyond `until`, wait in the inbox or wait for somebody are left out, and parts of a listed one.
 */
export function unplacedTasks(reads: PlanContext, until: string): Unplaced[] {
  const listed: Unplaced[] = [];
  for (const task of reads.list("unfinishedTasks", "all") as Task[]) {
    if (
      isVague(task) ||
      !isMine(reads, task) ||
      task.state === "waiting" ||
      (task.restUntil !== undefined && task.restUntil > until)
    )
      continue;
    const placed = isPlaced(reads, task);
    const restMinutes = leftMinutes(reads, task);
    // What is all in its parts, or has all its hours, asks for none.
    if (placed && restMinutes === 0) continue;
    const hasParts = (reads.list("tasksByParent", task.id) as Task[]).some(({ state }) => isUnfinished(state));
    if (hasParts && restMinutes === 0) continue;
    listed.push({ task, restMinutes, countedMinutes: reads.lengthOf(task) });
  }
  return listed;
}
