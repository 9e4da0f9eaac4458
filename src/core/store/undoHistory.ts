import type { Id, PensumRecord } from "../model";
import { goBack } from "./backwards";
import type { LogEntry } from "./changeLog";
import { isEmpty, squash, type ChangeSet } from "./changeSet";

/** One step that can be undone, or redone. */
interface UndoStep {
  readonly changes: ChangeSet;
  readonly said: string;
  /** Steps of the same group that follow each other closely are one: a burst of typing. */
  readonly group?: string | undefined;
  /** Milliseconds since 1970. */
  readonly at: number;
}

const most = 500;
/** Steps of one group closer together than this become one step: a burst of typing. */
const groupMilliseconds = 1500;

/** What was done and can be undone, what was undone and can be redone; the latest last. */
export class UndoHistory {
  readonly #done: UndoStep[] = [];
  readonly #undone: UndoStep[] = [];

  get lastDone(): UndoStep | undefined {
    return this.#done[this.#done.length - 1];
  }

  get lastUndone(): UndoStep | undefined {
    return this.#undone[this.#undone.length - 1];
  }

  /** Adds what was just done. What was undone before cannot be redone then. */
  add(step: UndoStep): void {
    this.#undone.length = 0;
    pushGrouped(this.#done, step);
    if (this.#done.length > most) this.#done.shift();
  }

  /** The last step was undone, or redone: it goes to the other side as it turned out, to be turned back again. */
  turn(way: "undo" | "redo", changes: ChangeSet): void {
    const [from, to] = way === "undo" ? [this.#done, this.#undone] : [this.#undone, this.#done];
    const step = from.pop();
    if (step) to.push({ said: step.said, changes, at: 0 });
  }

  /** Puts steps of earlier sessions below those of this one. */
  addEarlier({ done, undone }: EarlierSteps): void {
    const isFirst = this.#done.length + this.#undone.length === 0;
    const room = most - this.#done.length;
    if (room > 0) this.#done.unshift(...done.slice(-room));
    // What was undone before a reload can be redone as long as nothing was done since.
    if (isFirst) this.#undone.push(...undone);
  }
}

function pushGrouped(steps: UndoStep[], step: UndoStep) {
  const last = steps[steps.length - 1];
  if (step.group && last?.group === step.group && step.at - last.at < groupMilliseconds)
    steps[steps.length - 1] = { ...step, changes: squash([last.changes, step.changes]) };
  else steps.push(step);
}

export interface EarlierSteps {
  readonly done: readonly UndoStep[];
  readonly undone: readonly UndoStep[];
}

/**
 * The steps that entries of the log stand for, as they can be undone and redone after a reload.
 * @param entries the end of the log, in order and without a gap
 * @param read the records as they stand after the last entry
 * @param isOwn whether an entry is one that may be undone here; the others are only gone back through
 */
export function earlierSteps(
  entries: readonly LogEntry[],
  read: (id: Id) => PensumRecord | undefined,
  isOwn: (entry: LogEntry) => boolean,
): EarlierSteps {
  const own = [...goBack(entries, read)].filter(({ entry }) => isOwn(entry));
  const done: UndoStep[] = [];
  const undone: UndoStep[] = [];
  for (const { entry, changes } of own.toReversed()) {
    if (isEmpty(changes)) continue;
    const step = { changes, said: entry.said, group: entry.group, at: entry.at };
    if (entry.turn === undefined) {
      pushGrouped(done, step);
      undone.length = 0;
      continue;
    }
    // The step that was turned back is the latest of that name; where it is further back than the log was read, none.
    const [from, to] = entry.turn === "undo" ? [done, undone] : [undone, done];
    const at = from.findLastIndex(({ said }) => said === entry.turned);
    if (at >= 0) from.splice(at, 1);
    to.push({ ...step, said: entry.turned ?? entry.said });
  }
  return { done, undone };
}
