import { isUnfinished, newId, type ClockRun, type Id, type PensumRecord, type Work, type Working } from "../model";
import { beganAt, clockRun, entriesFor, loggedMinutes } from "../plan";
import { plainTitle } from "../page";
import type { Rule, Transaction } from "../store";
import { clocksGoBack, instantShown, momentAt, dateOf, minuteOf, momentOfInstant } from "../time";

/*
 * What holds for the clock and the log whatever is done: loaded with every workspace, unlike the acts of the clock.
 */

/**
 * There is one clock. An entry that ran on it and no longer does has ended, and one that has ended stays so unless the
 * clock is on it again; a clock whose entry is gone or has an end is off; a task that was ticked off ends its sitting. So
 * it stays where two tabs started one at once. The clock counts from the beginning of its entry, whoever changes that.
 */
export const oneClock: Rule = (tx) => {
  const run = clockRun(tx);
  const working = run?.phase === "work" ? run : undefined;
  const touched = tx.touched();
  const entry = tx.find("work", working?.entry);
  if (working && (!entry || entry.end !== undefined)) putRun(tx, undefined);
  else if (run?.on.task !== undefined && touched.includes(run.on.task) && wasTicked(tx, run.on.task)) {
    endSitting(tx, run);
    putRun(tx, undefined);
  } else if (working && entry && touched.includes(entry.id)) followStart(tx, working, entry);
  const earlier = touched.includes("clock") ? entryIn(tx.before("clock")) : undefined;
  for (const id of new Set([...touched, earlier])) {
    const other = tx.find("work", id);
    if (!other || other.end !== undefined || other.id === entryIn(tx.get("clock"))) continue;
    const before = tx.before(other.id);
    if (before?.kind === "work" && before.end !== undefined)
      endEntry(tx, other, instantShown(before.end, before.endedAt, tx.zone));
    else if (id === earlier || before === undefined) {
      const next = entry && beganAt(entry, tx.zone);
      endEntry(tx, other, next !== undefined && next > beganAt(other, tx.zone) ? next : tx.instant);
    }
  }
};

/** An entry whose times were changed no longer was when the clock noted it. */
export const notedInstants: Rule = (tx) => {
  for (const id of tx.touched()) {
    const entry = tx.find("work", id);
    if (!entry) continue;
    const before = tx.before(id);
    for (const [time, noted] of [
      ["start", "startedAt"],
      ["end", "endedAt"],
    ] as const) {
      const [moment, instant] = [entry[time], entry[noted]];
      if (instant === undefined) continue;
      const stays = before?.kind === "work" && (before[time] === moment || before[noted] !== instant);
      const isThen = moment !== undefined && (stays || instantShown(moment, instant, tx.zone) === instant);
      if (!isThen) tx.update(id, { [noted]: undefined });
    }
  }
};

/** An entry keeps the name and the theme under which it was worked when what it was worked on is deleted. */
export const logKeepsNames: Rule = (tx) => {
  for (const id of tx.touched()) {
    const gone = tx.before(id);
    if (tx.get(id) || (gone?.kind !== "task" && gone?.kind !== "event" && gone?.kind !== "theme")) continue;
    for (const entry of entriesFor(tx, gone.kind, id)) {
      const title = entry.title || plainTitle(gone.title);
      const theme = entry.theme ?? (gone.kind === "theme" ? undefined : gone.theme);
      tx.update(entry.id, { title, ...(theme === undefined ? {} : { theme }) });
    }
  }
};

/**
 * What a task took is what the log says, also when the log is mended after it was done; nothing, where all of it was taken
 * out of the log. What an act says itself stays, so that an undo leads to the very state before.
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
    const minutes = Math.min(60_000, loggedMinutes(tx, id));
    if (before.tookMinutes === task.tookMinutes) tx.update(id, { tookMinutes: minutes || undefined });
  }
};

function wasTicked(tx: Transaction, id: Id): boolean {
  const before = tx.before(id);
  const task = tx.find("task", id);
  return before?.kind === "task" && isUnfinished(before.state) && (!task || !isUnfinished(task.state));
}

/** The entry that a record of the clock says runs. */
function entryIn(record: PensumRecord | undefined): Id | undefined {
  return record?.kind === "clock" && record.run?.phase === "work" ? record.run.entry : undefined;
}

/** Lets the clock count from where its entry begins now, where an act changed that and not the clock. */
function followStart(tx: Transaction, run: Working, entry: Work) {
  const before = tx.before(entry.id);
  const earlier = tx.before("clock");
  if (before?.kind !== "work" || before.start === entry.start) return;
  if (earlier?.kind !== "clock" || earlier.run?.phase !== "work" || earlier.run.since !== run.since) return;
  const by =
    instantShown(entry.start, entry.startedAt, tx.zone) - instantShown(before.start, before.startedAt, tx.zone);
  putRun(tx, { ...run, since: run.since + by, ...(run.until === undefined ? {} : { until: run.until + by }) });
}

export function putRun(tx: Transaction, run: ClockRun | undefined) {
  if (tx.get("clock")) tx.update("clock", { run });
  else if (run) tx.put({ id: "clock", kind: "clock", run, text: "" });
}

/** Ends the entry that runs. Returns it, or undefined where none ran or it was too short to keep. */
export function endSitting(tx: Transaction, run: ClockRun | undefined, ended = tx.instant): Work | undefined {
  const entry = run?.phase === "work" ? tx.find("work", run.entry) : undefined;
  return entry && entry.end === undefined ? endEntry(tx, entry, ended) : undefined;
}

/**
 * Ends an entry at an instant, as long as it really was. Where somebody travelled meanwhile, it tells its times by the clocks
 * of where they are now; where the clocks went back so far that it would end before it began, it becomes two: up to then,
 * and from then on.
 * @returns undefined for one of under a minute, which is not kept
 */
export function endEntry(tx: Transaction, entry: Work, endedAt: number): Work | undefined {
  const { zone } = tx;
  const startedAt = entry.end === undefined ? beganAt(entry, zone) : instantShown(entry.start, entry.startedAt, zone);
  if (endedAt <= startedAt) {
    tx.remove(entry.id);
    return undefined;
  }
  const start = momentOfInstant(startedAt, zone);
  const end = momentOfInstant(endedAt, zone);
  if (end > start) {
    tx.update(entry.id, { start, startedAt, end, endedAt });
    return entry;
  }
  const change = clocksGoBack(startedAt, endedAt, zone) as number;
  // The last minute before they went back ends at a time that no clock showed for long.
  const last = momentOfInstant(change - 60_000, zone);
  if (endedAt > change)
    tx.put({ ...entry, id: newId(), start: momentOfInstant(change, zone), startedAt: change, end, endedAt });
  tx.update(entry.id, { start, startedAt, end: momentAt(dateOf(last), minuteOf(last) + 1), endedAt: change });
  return entry;
}
