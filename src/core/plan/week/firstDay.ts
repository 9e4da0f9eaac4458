import type { PlanContext } from "../context";
import type { Block, Task } from "../../model/index";

/** How far somebody has come with the steps of a first day. */
export interface FirstDay {
  /** Tasks that were added, of the three that are asked for. */
  readonly added: number;
  readonly isPlaced: boolean;
  readonly isWritten: boolean;
  readonly isTicked: boolean;
  readonly isDone: boolean;
}

export const wantedTasks = 3;

/**
 * What of a first day was done: three tasks added, one of them on the hours, a line of plain words on its page, one ticked off.
 * @param text of the page of the day
 */
export function firstDay(reads: PlanContext, text: string): FirstDay {
  const tasks = reads.list("kind", "task") as readonly Task[];
  const blocks = reads.list("kind", "block") as readonly Block[];
  const added = Math.min(wantedTasks, tasks.length);
  const isPlaced = blocks.some(({ task, holds = [] }) => task !== undefined || holds.length > 0);
  const isWritten = hasPlainWords(text);
  const isTicked = tasks.some(({ state }) => state === "done");
  return { added, isPlaced, isWritten, isTicked, isDone: added === wantedTasks && isPlaced && isWritten && isTicked };
}

const plainLine = /^(?!\s*[-*+]\s+(?:\[.\]|\d{1,2}[:.]\d{2}))(?=.*\p{L})/mu;

/** Whether a page has a line with words that is neither a task nor a stretch of time. */
function hasPlainWords(text: string): boolean {
  return plainLine.test(text);
}
