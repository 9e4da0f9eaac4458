import { isUnfinished, type ClockRun, type Id, type PensumRecord, type Work } from "../model";
import { clockRun, loggedMinutes } from "../plan";
import type { Rule, Transaction } from "../store";
import type { MomentText } from "../time";

/*
 * What holds for the clock and the log whatever is done: loaded with every workspace, unlike the acts of the clock.
 */

/**
 * There is one clock. An entry that ran on it and no longer does has ended, and one that has ended stays so unless the
 * clock is on it again; a clock whose entry is gone or has an end is off; a task that was ticked off ends its sitting. So
 * it stays where two tabs started one at once.
 */
export const oneClock: Rule = (tx) => {
  const run = clockRun(tx);
  const touched = tx.touched();
  const entry = tx.find("work", run?.entry);
  if (run?.entry !== undefined && (!entry || entry.end !== undefined)) putRun(tx, undefined);
  else if (run?.on.task !== undefined && touched.includes(run.on.task) && wasTicked(tx, run.on.task)) {
    endSitting(tx, run);
    putRun(tx, undefined);
  }
  const earlier = touched.includes("clock") ? runIn(tx.before("clock"))?.entry : undefined;
  for (const id of new Set([...touched, earlier])) {
    const other = tx.find("work", id);
    if (!other || other.end !== undefined || other.id === clockRun(tx)?.entry) continue;
    const before = tx.before(other.id);
    if (before?.kind === "work" && before.end !== undefined) endEntry(tx, other, before.end);
    else if (id === earlier || before === undefined)
      endEntry(tx, other, entry && entry.start > other.start ? entry.start : tx.now);
  }
};

/**
 * What a task took is what the log says, also when the log is mended after it was done. What an act says itself stays, so
 * that an undo leads to the very state before.
 */
export const tookFollowsLog: Rule = (tx) => {
  const tasks = new Set<Id>();
  for (const id of tx.touched())
    for (const record of [tx.get(id), tx.before(id)])
      if (record?.kind === "work" && record.task !== undefined) tasks.add(record.task);
  for (const id of tasks) {
    const task = tx.find("task", id);
    const before = tx.before(id);
    if (task?.state !== "done" || before?.kind !== "task" || before.state !== "done") continue;
    const tookMinutes = Math.min(60_000, loggedMinutes(tx, id, tx.now, "UTC"));
    if (tookMinutes > 0 && before.tookMinutes === task.tookMinutes) tx.update(id, { tookMinutes });
  }
};

function wasTicked(tx: Transaction, id: Id): boolean {
  const before = tx.before(id);
  const task = tx.find("task", id);
  return before?.kind === "task" && isUnfinished(before.state) && (!task || !isUnfinished(task.state));
}

function runIn(record: PensumRecord | undefined): ClockRun | undefined {
  return record?.kind === "clock" ? record.run : undefined;
}

export function putRun(tx: Transaction, run: ClockRun | undefined) {
  if (tx.get("clock")) tx.update("clock", { run });
  else if (run) tx.put({ id: "clock", kind: "clock", run, text: "" });
}

/** Ends the entry that runs. Returns it, or undefined where none ran or it was too short to keep. */
export function endSitting(tx: Transaction, run: ClockRun | undefined, end: MomentText = tx.now): Work | undefined {
  const entry = tx.find("work", run?.entry);
  return entry && entry.end === undefined ? endEntry(tx, entry, end) : undefined;
}

export function endEntry(tx: Transaction, entry: Work, end: MomentText): Work | undefined {
  if (end > entry.start) {
    tx.update(entry.id, { end });
    return entry;
  }
  tx.remove(entry.id);
  return undefined;
}
