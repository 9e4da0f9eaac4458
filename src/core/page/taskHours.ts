import type { Block, Id } from "../model";
import type { Transaction } from "../store";
import { minutesBetween } from "../time";

/** Minutes that a block gives to a task: all of its own, or what the task has in a time box. */
export function minutesFor(block: Block, task: Id): number {
  if (block.task === task) return minutesBetween(block.start, block.end);
  return block.holds?.find((held) => held.task === task)?.minutes ?? 0;
}

/** Takes a task out of a block that holds it. */
export function letGo(tx: Transaction, block: Block, task: Id) {
  const holds = (block.holds ?? []).filter((one) => one.task !== task);
  tx.update(block.id, { holds: holds.length > 0 ? holds : undefined });
}

/** Takes all hours from a task: its own go, and boxes hold it no more. */
export function dropHours(tx: Transaction, task: Id) {
  for (const block of tx.list("blocksByTask", task) as readonly Block[])
    if (block.task === task) tx.remove(block.id);
    else letGo(tx, block, task);
}

/** Takes from a task the hours that have not begun: what is left undone needs none. Returns how many minutes they were. */
export function dropHoursAhead(tx: Transaction, task: Id): number {
  let minutes = 0;
  for (const block of tx.list("blocksByTask", task) as readonly Block[]) {
    if (block.start < tx.now) continue;
    minutes += minutesFor(block, task);
    if (block.task === task) tx.remove(block.id);
    else letGo(tx, block, task);
  }
  return minutes;
}
