import {
  bareRecord,
  isUnfinished,
  Refusal,
  type ClockRun,
  type ClockSubject,
  type Breaking,
  type Id,
  type Work,
  type Working,
  told,
  type InputOf,
} from "../model";
import { stateFields } from "../page";
import {
  beganAt,
  clockMinutes,
  clockRun,
  loggedMinutes,
  meIn,
  milliseconds,
  nextBreak,
  nextIn,
  rhythmsOf,
  subjectOf,
} from "../plan";
import { describeCommand, type Transaction } from "../store";
import { subjectName } from "../things";
import {
  durationText,
  instantAt,
  instantShown,
  isMoment,
  minuteBegin,
  momentOfInstant,
  type MomentText,
} from "../time";
import { endSitting, putRun } from "./clockRules";
import { clock, need, takenOut } from "./shared";

/** When it is, in milliseconds since 1970, and in what zone. */
const atInstant = { at: told.number, zone: told.zone };

/** What the clock is started on: a record, or plain words. */
export const startOn = told.either(told.parts({ id: told.id() }), told.parts({ title: told.text }));
export type StartOn = InputOf<typeof startOn>;

/** It counts down from `minutes`, from what a rhythm says, or from what is left of the hours or of the estimate. */
export const startClock = describeCommand({
  name: "startClock",
  does: "Starts the clock; what ran before is kept up to now.",
  input: told.parts({ ...atInstant, on: startOn, minutes: told.maybe(told.minutes), rhythm: told.maybe(told.text) }),
  run(tx, { on: given, minutes, rhythm: rhythmId, at }) {
    const on = subjectFor(tx, given);
    const run = clockRun(tx);
    if (run?.phase === "work" && isSame(run.on, on))
      throw new Refusal(`The clock is already running on “${subjectName(tx, on)}”.`);
    if (minutes !== undefined && !(Number.isInteger(minutes) && minutes > 0 && minutes <= 1440))
      throw new Refusal("The clock counts down from 1 minute to 24 hours.");
    endSitting(tx, run);
    const rhythm = rhythmOf(tx, rhythmId);
    if (rhythmId !== undefined && !rhythm) throw new Refusal("This rhythm no longer exists.");
    const long = minutes ?? rhythm?.workMinutes ?? clockMinutes(tx, on);
    begin(tx, on, at, long === undefined ? {} : { leftMs: milliseconds(long), wholeMs: milliseconds(long) }, {
      ...(rhythm ? { rhythm: rhythm.id, sittings: 0 } : {}),
    });
    return `${run ? "Switched the clock to" : "Started the clock on"} “${subjectName(tx, on)}”`;
  },
});

export const pauseClock = describeCommand({
  name: "pauseClock",
  does: "Stops counting for a while: the sitting so far is kept.",
  input: told.parts(atInstant),
  run(tx, { at }) {
    const run = needRun(tx);
    if (run.phase === "pause") throw new Refusal("The clock is paused already.");
    endSitting(tx, run);
    putRun(tx, { ...carriedOver(run), phase: "pause", since: at, workedMs: workedUpTo(run, at), ...leftOf(run, at) });
    return `Paused the clock on “${subjectName(tx, run.on)}”`;
  },
});

export const breakClock = describeCommand({
  name: "breakClock",
  does: "Begins a break, as long as said or as the rhythm has it: the sitting so far is kept.",
  input: told.parts({ ...atInstant, minutes: told.maybe(told.minutes) }),
  run(tx, { at, minutes }) {
    const run = needRun(tx);
    if (run.phase === "break") throw new Refusal("It is a break already.");
    endSitting(tx, run);
    const rhythm = rhythmOf(tx, run.rhythm);
    const sittings = run.sittings ?? 0;
    const long = minutes ?? (rhythm ? nextBreak(rhythm, sittings) : usualBreakMinutes);
    putRun(tx, {
      ...carriedOver(run),
      phase: "break",
      since: at,
      workedMs: workedUpTo(run, at),
      until: at + milliseconds(long),
      ...leftOf(run, at),
      ...(rhythm ? { sittings: sittings + 1 } : {}),
    });
    return `A break of ${long} min`;
  },
});
const usualBreakMinutes = 10;

/** By a rhythm a new sitting begins at its full length. */
export const resumeClock = describeCommand({
  name: "resumeClock",
  does: "Goes on after a pause or a break, with a new entry.",
  input: told.parts(atInstant),
  run(tx, { at }) {
    const run = needRun(tx);
    if (run.phase === "work") throw new Refusal("The clock is running already.");
    const rhythm = rhythmOf(tx, run.rhythm);
    const whole = rhythm && run.phase === "break" ? milliseconds(rhythm.workMinutes) : undefined;
    begin(
      tx,
      run.on,
      at,
      whole === undefined ? run : { leftMs: whole, wholeMs: whole },
      // By a rhythm, a sitting is counted anew.
      whole === undefined ? run : { ...run, workedMs: 0 },
    );
    return `Went on with “${subjectName(tx, run.on)}”`;
  },
});

export const moreMinutes = describeCommand({
  name: "moreMinutes",
  does: "Makes the sitting or the break that runs longer; one that is over goes on for so long from now.",
  input: told.parts({ ...atInstant, minutes: told.minutes }),
  run(tx, { at, minutes }) {
    const run = needRun(tx);
    if (run.phase === "pause" || run.until === undefined)
      throw new Refusal("The clock counts up here: nothing ends it.");
    const until = Math.max(run.until, at) + milliseconds(minutes);
    putRun(
      tx,
      run.phase === "work" ? { ...run, until, wholeMs: (run.wholeMs ?? 0) + until - run.until } : { ...run, until },
    );
    return `${minutes} more minutes`;
  },
});

/** @param done whether the task is done @param leftMinutes how much of the task is left, where somebody says so: its estimate becomes what was worked and this */
export const finishClock = describeCommand({
  name: "finishClock",
  does: "Ends the sitting and switches the clock off.",
  input: told.parts({ ...atInstant, done: told.maybe(told.yesNo), leftMinutes: told.maybe(told.minutes) }),
  run(tx, { zone, done, leftMinutes }) {
    const run = needRun(tx);
    const running = run.phase === "work" ? tx.find("work", run.entry) : undefined;
    if (running && tx.instant < beganAt(running, zone) - milliseconds(1))
      throw new Refusal(
        "The clock of this device was set back to before this sitting began. Discard the sitting, and log by hand how long it was.",
      );
    const entry = endSitting(tx, run);
    putRun(tx, undefined);
    const task = tx.find("task", run.on.task);
    if (task && done && isUnfinished(task.state)) tx.update(task.id, stateFields(tx, task, "done"));
    if (task && !done && leftMinutes !== undefined) {
      const estimateMinutes = Math.min(60_000, loggedMinutes(tx, task.id) + leftMinutes);
      tx.update(task.id, { estimateMinutes });
    }
    const name = subjectName(tx, run.on);
    if (task && done) return `Finished “${name}”`;
    return entry || run.phase !== "work"
      ? `Stopped the clock on “${name}”`
      : `Under a minute of “${name}” was not kept`;
  },
});

export const discardClock = describeCommand({
  name: "discardClock",
  does: "Switches the clock off, and takes the sitting that runs out of the log.",
  input: told.parts(atInstant),
  run(tx) {
    const run = needRun(tx);
    if (run.phase === "work") tx.remove(run.entry);
    putRun(tx, undefined);
    return `Discarded the sitting on “${subjectName(tx, run.on)}”`;
  },
});

/** The clock goes on from now with as much left as there was then, or is off. */
export const mendSilence = describeCommand({
  name: "mendSilence",
  does: "Says until when a time in which nobody was seen was work.",
  input: told.parts({ ...atInstant, workedUntil: told.moment, goOn: told.yesNo }),
  run(tx, { at, zone, workedUntil, goOn }) {
    const run = needRun(tx);
    if (run.phase !== "work") throw new Refusal("The clock was not running.");
    const entry = tx.find("work", run.entry);
    if (!isMoment(workedUntil)) throw new Refusal("That is no time.");
    const began = entry && beganAt(entry, zone);
    const ended = endingAfter(began ?? 0, workedUntil, zone);
    if (ended > tx.instant || (began !== undefined && ended < began))
      throw new Refusal("That is before the sitting began, or after now.");
    endSitting(tx, run, ended);
    const leftMs = run.until === undefined ? undefined : run.until - at + Math.max(0, tx.instant - ended);
    const workedMs = workedUpTo(run, Math.max(run.since, ended));
    if (goOn) begin(tx, run.on, at, leftMs === undefined ? {} : { ...run, leftMs }, { ...run, workedMs });
    else putRun(tx, undefined);
    return `The sitting on “${subjectName(tx, run.on)}” ended at ${clock(workedUntil)}`;
  },
});

/** @param since when the sitting began by the time before, so that only the first tab that notices does it */
export const setClockBack = describeCommand({
  name: "setClockBack",
  does: "Takes in that the clock of the device was set back while a sitting ran: the sitting begins so much earlier by the new time, so that nothing of it is lost.",
  input: told.parts({ byMs: told.number, since: told.number }),
  run(tx, { byMs, since }) {
    const run = clockRun(tx);
    const entry = run?.phase === "work" ? tx.find("work", run.entry) : undefined;
    if (run?.phase !== "work" || !entry || run.since !== since || !(byMs > 0)) return "Nothing ran by the time before";
    const began = minuteBegin(beganAt(entry, tx.zone) - byMs);
    putRun(tx, {
      ...run,
      since: run.since - byMs,
      ...(run.until === undefined ? {} : { until: run.until - byMs }),
    });
    tx.update(entry.id, { start: momentOfInstant(began, tx.zone), startedAt: began });
    return `The clock of this device was set back by ${durationText(Math.round(byMs / 60_000))}. The sitting on “${subjectName(tx, run.on)}” kept its length`;
  },
});

/** The instant at which clocks in `zone` show a moment, the second one where the first is before `began`. */
function endingAfter(began: number, moment: MomentText, zone: string): number {
  const first = instantAt(moment, zone);
  return first >= began ? first : instantShown(moment, first + 60 * 60_000, zone);
}

function needRun(tx: Transaction): ClockRun {
  const run = clockRun(tx);
  if (!run) throw new Refusal("The clock is off. Another tab may have stopped it.");
  return run;
}

/** An entry of the log on what was worked on, by the person themselves where nobody else is named; one that runs has no end. */
export function entryOn(
  tx: Transaction,
  on: ClockSubject,
  {
    start,
    end,
    id = tx.newId(),
    person = meIn(tx),
    startedAt,
    endedAt,
  }: Pick<Work, "start" | "end" | "startedAt" | "endedAt"> & { id?: Id | undefined; person?: Id | undefined },
): Work {
  const { end: _end, ...bare } = bareRecord("work", { id, title: on.title ?? "", now: tx.now });
  return {
    ...bare,
    start,
    ...(end === undefined ? {} : { end }),
    ...(startedAt === undefined ? {} : { startedAt }),
    ...(endedAt === undefined ? {} : { endedAt }),
    ...(on.task ? { task: on.task } : {}),
    ...(on.event ? { event: on.event } : {}),
    ...(on.theme && !on.task ? { theme: on.theme } : {}),
    ...(person ? { person } : {}),
  };
}

/** Starts an entry and the clock with it, with as much left as is said. */
function begin(
  tx: Transaction,
  on: ClockSubject,
  at: number,
  { leftMs, wholeMs }: Pick<Breaking, "leftMs" | "wholeMs">,
  { rhythm, sittings, workedMs }: Pick<Working, "rhythm" | "sittings" | "workedMs">,
) {
  const entry = entryOn(tx, on, { start: tx.now, startedAt: tx.instant });
  tx.put(entry);
  putRun(tx, {
    phase: "work",
    on,
    entry: entry.id,
    since: at,
    ...(leftMs === undefined ? {} : { until: at + leftMs }),
    ...(wholeMs === undefined ? {} : { wholeMs }),
    ...(workedMs ? { workedMs } : {}),
    ...(rhythm === undefined ? {} : { rhythm }),
    ...(sittings === undefined ? {} : { sittings }),
  });
}

/** How long was worked by a clock up to `at`, its pauses and breaks left out. */
const workedUpTo = (run: ClockRun, at: number) =>
  (run.workedMs ?? 0) + (run.phase === "work" ? Math.max(0, at - run.since) : 0);

/** What stays of a run when its phase changes. */
function carriedOver({
  on,
  wholeMs,
  rhythm,
  sittings,
}: ClockRun): Pick<ClockRun, "on" | "wholeMs" | "rhythm" | "sittings"> {
  return {
    on,
    ...(wholeMs === undefined ? {} : { wholeMs }),
    ...(rhythm === undefined ? {} : { rhythm }),
    ...(sittings === undefined ? {} : { sittings }),
  };
}

function leftOf(run: ClockRun, at: number): Pick<Breaking, "leftMs"> {
  const leftMs = run.phase === "work" ? (run.until === undefined ? undefined : run.until - at) : run.leftMs;
  return leftMs === undefined ? {} : { leftMs };
}

/** The rhythm of an id; a clock whose rhythm was deleted meanwhile goes on without one. */
function rhythmOf(tx: Transaction, id: string | undefined) {
  return id === undefined ? undefined : rhythmsOf(tx.settings).find((one) => one.id === id);
}

function isSame(a: ClockSubject, b: ClockSubject): boolean {
  return (["task", "event", "theme", "block", "title"] as const).every(
    (key) => a[key] === b[key] || (key === "block" && a.task !== undefined && a.task === b.task),
  );
}

/** What the clock is on, with what follows a rule put in as a record of its own where the entry will lead to it. */
export function subjectFor(tx: Transaction, given: StartOn, isPast = false): ClockSubject {
  if ("title" in given) {
    const title = given.title.trim();
    if (title === "") throw new Refusal("Say in a few words what the clock is for.");
    return { title };
  }
  const on = subjectOf(tx, given.id);
  if (!on) throw new Refusal("The clock cannot be started on this.");
  if (on.task !== undefined) {
    const task = need(tx, "task", on.task);
    if (!isPast && !isUnfinished(task.state)) throw new Refusal("This task is done. Open it again to work on it.");
  }
  if (on.event !== undefined) takenOut(tx, on.event);
  if (!on.task && !on.event && !on.theme && !on.title) {
    const block = tx.find("block", on.block);
    throw new Refusal(
      block?.holds && !nextIn(tx, block)
        ? "Everything in this time box is done."
        : "This block has no words to log. Give it a title first.",
    );
  }
  return on;
}
