import type { Id } from "./values";

/** What somebody works on: a task, an event, a theme, or what a few plain words say. */
export interface ClockSubject {
  readonly task?: Id;
  readonly event?: Id;
  readonly theme?: Id;
  /** The block that was set aside for it; of a time box, the box. */
  readonly block?: Id;
  readonly title?: string;
}

/** What goes on through all phases of a clock. Instants are milliseconds since 1970, so that no change of zone or season moves them. */
interface Running {
  readonly on: ClockSubject;
  /** When this phase began. */
  readonly since: number;
  /** How long the work was to be in all, in milliseconds; absent where it counts up. */
  readonly wholeMs?: number;
  /** How long was worked before this phase, in milliseconds. */
  readonly workedMs?: number;
  /** The rhythm it follows, and how many of its sittings are over. */
  readonly rhythm?: string;
  readonly sittings?: number;
}

/** Somebody works. */
export interface Working extends Running {
  readonly phase: "work";
  /** The entry of the work log that has no end yet. */
  readonly entry: Id;
  /** When it is over, by what is known now; absent where it counts up. */
  readonly until?: number;
}

/** A break between two sittings. */
export interface Breaking extends Running {
  readonly phase: "break";
  /** When the break is over. */
  readonly until: number;
  /** What was left of the work, negative where it had run over; absent where it counted up. */
  readonly leftMs?: number;
}

/** Work that stands still for as long as it is paused. */
export interface Paused extends Running {
  readonly phase: "pause";
  /** What was left of the work, negative where it had run over; absent where it counted up. */
  readonly leftMs?: number;
}

/** What the clock does while it is not off. */
export type ClockRun = Working | Breaking | Paused;

export const clockPhases = ["work", "break", "pause"] as const satisfies readonly ClockRun["phase"][];

/**
 * The clock of the workspace: one record, with the id `clock`. All that runs is one value, so that of two tabs that start
 * at once one is right as a whole.
 */
export interface ClockRecord {
  readonly id: "clock";
  readonly kind: "clock";
  readonly run?: ClockRun;
  readonly text: string;
}

/** Sittings of one length with breaks between them, and a longer break after some of them. */
export interface Rhythm {
  readonly id: string;
  readonly title: string;
  readonly workMinutes: number;
  readonly breakMinutes: number;
  readonly longBreakMinutes: number;
  /** After so many sittings the break is the longer one; 0 for never. */
  readonly longAfter: number;
}

/** The rhythms of a workspace in which nobody has made any. */
export const usualRhythms: readonly Rhythm[] = [
  { id: "steady", title: "Steady", workMinutes: 50, breakMinutes: 10, longBreakMinutes: 30, longAfter: 3 },
  { id: "deep", title: "Deep", workMinutes: 90, breakMinutes: 20, longBreakMinutes: 60, longAfter: 2 },
  { id: "small", title: "Small steps", workMinutes: 20, breakMinutes: 5, longBreakMinutes: 20, longAfter: 5 },
];
