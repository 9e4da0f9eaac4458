import type { PlanContext } from "../context";
import type { Block, Task } from "../../model/index";
import { addMinutes, dateOf, minutesBetween, momentAt, type MomentText } from "../../time/index";
import { nextLogStart } from "./logTime";
import { entriesFor, workedOn } from "./workLog";

/** What could be logged of a task that was ticked off and has no log: its hours as planned, or its estimate up to now. */
export type EntryOffer =
  | { readonly block: string; readonly minutes: number }
  | { readonly start: MomentText; readonly end: MomentText; readonly minutes: number };

/** An entry that is offered for a task that was done without one; undefined where the log has it, or nothing says how long. */
export function entryOffer(reads: PlanContext, task: Task): EntryOffer | undefined {
  const { now } = reads;
  if (entriesFor(reads, "task", task.id).length > 0) return undefined;
  const today = dateOf(now);
  const block = (reads.list("blocksByTask", task.id) as readonly Block[]).find(
    (one) => one.task === task.id && dateOf(one.start) === today && one.start < now,
  );
  if (block) return { block: block.id, minutes: minutesBetween(block.start, block.end < now ? block.end : now) };
  if (!task.estimateMinutes) return undefined;
  // What is logged already stays: the offer begins where the last entry ended, at the earliest.
  const last = nextLogStart(workedOn(reads, today, now)) ?? 0;
  const earliest = momentAt(today, last);
  const wanted = addMinutes(now, -task.estimateMinutes);
  const start = wanted > earliest ? wanted : earliest;
  const minutes = minutesBetween(start, now);
  return minutes > 0 ? { start, end: now, minutes } : undefined;
}
