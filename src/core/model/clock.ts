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

/** What the clock does while it is not off. Instants are milliseconds since 1970, so that no change of zone or season moves them. */
export interface ClockRun {
  readonly phase: ClockPhase;
  readonly on: ClockSubject;
  /** While somebody works: the entry of the work log that has no end yet. */
  readonly entry?: Id;
  /** When this phase began. */
  readonly since: number;
  /** When it is over, by what is known now; absent where nothing says how long it lasts. */
  readonly until?: number;
  /** How long the work was to be in all, in milliseconds; absent where it counts up. */
  readonly wholeMs?: number;
  /** During a break or a pause: what was left of the work, negative where it had run over. */
  readonly leftMs?: number;
  /** The rhythm it follows, and how many of its sittings are over. */
  readonly rhythm?: string;
  readonly sittings?: number;
}

export const clockPhases = ["work", "break", "pause"] as const;
export type ClockPhase = (typeof clockPhases)[number];

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
