import type { PlanContext } from "../context";
import {
  usualRhythms,
  type Block,
  type ClockRecord,
  type ClockRun,
  type ClockSubject,
  type Id,
  type PensumRecord,
  type Rhythm,
  type Settings,
  type Task,
} from "../../model/index";
import { isDate, minutesBetween, momentOfInstant, type MomentText } from "../../time/index";
import { nextIn } from "../day/box";
import { localSpan } from "../day/dayItems";
import { recordOrOccurrence } from "../rhythm/series";
import { loggedMinutes } from "./workLog";

const minute = 60_000;

/** What the clock does now, or undefined while it is off. */
export function clockRun(reads: PlanContext): ClockRun | undefined {
  const record = reads.get("clock");
  return record?.kind === "clock" ? (record as ClockRecord).run : undefined;
}

/** The rhythms that can be chosen. */
export function rhythmsOf(settings: Settings): readonly Rhythm[] {
  return settings.rhythms ?? usualRhythms;
}

/**
 * What the clock is on when it is started on a record: on a task, an event or a theme itself; on hours what they are for,
 * and of a time box the first of its tasks that is not done.
 * @returns undefined for a record that nobody works on by the clock
 */
export function subjectOf(reads: PlanContext, id: Id): ClockSubject | undefined {
  const record = recordOrOccurrence(reads, id);
  switch (record?.kind) {
    case "task":
      return { task: record.id };
    case "event":
      return { event: record.id };
    case "theme":
      return { theme: record.id };
    case "work":
      return subjectOfEntry(record);
    case "block":
      return subjectOfBlock(reads, record);
    default:
      return undefined;
  }
}

function subjectOfBlock(reads: PlanContext, block: Block): ClockSubject {
  const task = block.task ?? nextIn(reads, block)?.id;
  return {
    block: block.id,
    ...(task ? { task } : {}),
    ...(block.theme && !task ? { theme: block.theme } : {}),
    ...(block.title && !task ? { title: block.title } : {}),
  };
}

function subjectOfEntry(entry: PensumRecord & { kind: "work" }): ClockSubject {
  const { task, event, theme, title } = entry;
  return {
    ...(task ? { task } : {}),
    ...(event ? { event } : {}),
    ...(theme && !task && !event ? { theme } : {}),
    ...(title && !task && !event ? { title } : {}),
  };
}

/**
 * How long the clock counts down when it is started, in minutes: what is left of the block or the event that it is started
 * on, else of the task's estimate. Undefined where nothing says it, or all of it is used up: then it counts up.
 */
export function clockMinutes(reads: PlanContext, on: ClockSubject): number | undefined {
  const { now } = reads;
  const hours = recordOrOccurrence(reads, on.block ?? on.event ?? "");
  if ((hours?.kind === "block" || hours?.kind === "event") && !isDate(hours.start)) {
    const { start, end } = localSpan(hours, reads.zone);
    const held = hours.kind === "block" ? hours.holds?.find(({ task }) => task === on.task)?.minutes : undefined;
    const left = start <= now && end > now ? minutesBetween(now, end) : undefined;
    if (left !== undefined) return held === undefined ? left : Math.min(left, Math.max(1, held));
  }
  const task = reads.find("task", on.task);
  return task && restOfLength(reads, task);
}

/**
 * Minutes of a task that were not worked yet; undefined where it has no length, or nothing of it is left.
 * @param length how long it is in all: its estimate, where nothing else is said
 */
export function restOfLength(reads: PlanContext, task: Task, length = task.estimateMinutes): number | undefined {
  if (!length) return undefined;
  const left = length - loggedMinutes(reads, task.id);
  return left > 0 ? left : undefined;
}

/** How the clock stands at an instant. */
export interface ClockFace {
  /** What is left, in milliseconds; negative when it runs over. Undefined where it counts up. */
  readonly leftMs: number | undefined;
  /** How long was worked so far; how long a break has lasted. */
  readonly passedMs: number;
  /** How much of the whole is over, 0 to 1; undefined where it counts up. */
  readonly share: number | undefined;
}

/** The entry of the log that runs; undefined where nobody works by the clock. */
export const runningEntry = (run: ClockRun | undefined): Id | undefined =>
  run?.phase === "work" ? run.entry : undefined;

/** The instant at which what the clock counts down ends; undefined where nothing ends it. */
export const endOfPhase = (run: ClockRun): number | undefined => (run.phase === "pause" ? undefined : run.until);

/** How the clock stands at an instant, `at`. It is computed from what the log holds: sleep and closed tabs change nothing. */
export function clockFace(run: ClockRun, at: number): ClockFace {
  const { phase, workedMs = 0 } = run;
  const phaseMs = Math.max(0, at - run.since);
  // While it is paused, what was worked is what counts, and not how long the pause is.
  const passedMs = phase === "pause" ? workedMs : phase === "break" ? phaseMs : workedMs + phaseMs;
  const end = endOfPhase(run);
  const leftMs = phase === "pause" ? run.leftMs : end === undefined ? undefined : end - at;
  const whole = phase === "break" ? run.until - run.since : run.wholeMs;
  const share = leftMs === undefined || !whole ? undefined : Math.min(1, Math.max(0, 1 - leftMs / whole));
  return { leftMs, passedMs, share };
}

/** When what the clock counts down ends, on the clocks of the person; undefined where nothing ends it, or nothing runs. */
export function momentOfPhaseEnd(run: ClockRun, zone: string): MomentText | undefined {
  const end = endOfPhase(run);
  return end === undefined ? undefined : momentOfInstant(end, zone);
}

/** How long the next break of a rhythm is, in minutes, when one more sitting of it is over. */
export function nextBreak(rhythm: Rhythm, sittings: number): number {
  const isLong = rhythm.longAfter > 0 && (sittings + 1) % rhythm.longAfter === 0;
  return isLong ? rhythm.longBreakMinutes : rhythm.breakMinutes;
}

/** Minutes in milliseconds. */
export const milliseconds = (minutes: number) => minutes * minute;
