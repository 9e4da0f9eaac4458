import type { DateText, MomentText } from "../time";

export const partKinds = [
  "kind",
  "day",
  "time",
  "length",
  "repeat",
  "due",
  "priority",
  "theme",
  "tag",
  "person",
  "remind",
  "until",
  "rest",
  "place",
  "asked",
] as const;
export type PartKind = (typeof partKinds)[number];

/** A stretch of a typed line that was understood. */
export interface Part {
  readonly what: PartKind;
  /** Offsets in the line. */
  readonly from: number;
  readonly to: number;
  /** What it is taken for, in words: "Thu 26 Nov". */
  readonly meaning: string;
  /** Whether its words stand in the title all the same: "lunch with Ines". */
  readonly stays?: true;
  /** What stands for it in the title, where the sentence around it needs that: "write to Ines about the lease". */
  readonly says?: string;
}

/** What a typed line would become. */
export interface Draft {
  readonly kind: "task" | "event" | "note";
  readonly title: string;
  /** Whether it stands in the inbox alone, where nothing more was said of it, and not on today's page too. */
  readonly inboxOnly?: true;
  /** The heading of the page under which its line goes; absent for the end of the page. */
  readonly under?: string;
  /** The whole line, where the title had to be shortened. */
  readonly text?: string;
  /** The day it is for: do day of a task, date of an event. */
  readonly day?: DateText;
  /** The last day of a stretch of days: of an event its end, of a task the day by which it is due. */
  readonly endDay?: DateText;
  /** Minutes since midnight of that day. */
  readonly startMinute?: number;
  readonly endMinute?: number;
  readonly due?: DateText | MomentText;
  readonly estimateMinutes?: number;
  /** How it comes again: a rule of RFC 5545, from its day on. */
  readonly repeat?: string;
  readonly priority?: string;
  /** So many minutes before its time to be reminded of it. */
  readonly remindMinutes?: number;
  /** Whether the summary of a week's review is to bring it to mind. */
  readonly inSummary?: true;
  /** When to be reminded of it, without hours of its own. */
  readonly remindAt?: MomentText;
  /** Out of sight until this day. */
  readonly restUntil?: DateText;
  readonly place?: string;
  /** The calendar in which an event stands. */
  readonly calendar?: string;
  readonly theme?: string;
  readonly tags: readonly string[];
  /** Names; those without a record become people. */
  readonly people: readonly string[];
  /** Names of company that nobody has; they stay words until somebody is made of them. */
  readonly newNames?: readonly string[];
  readonly parts: readonly Part[];
  /** What was not understood though it looks as if it should be: "31 February is not a date". */
  readonly remarks: readonly string[];
}

/** Whether nothing was said of a draft but its words: then it is clarified later, in the room for that. */
export function isBare(draft: Draft): boolean {
  return (
    draft.kind === "task" &&
    !draft.day &&
    !draft.due &&
    !draft.theme &&
    !draft.priority &&
    !draft.estimateMinutes &&
    draft.startMinute === undefined &&
    !draft.remindAt &&
    !draft.restUntil &&
    !draft.repeat
  );
}

/** How many minutes of work a draft puts on its day; none where it names no day to do it on. */
export function workMinutes({
  kind,
  day,
  due,
  startMinute,
  endMinute,
  estimateMinutes = 0,
}: Pick<Draft, "kind" | "day" | "due" | "startMinute" | "endMinute"> & {
  readonly estimateMinutes?: number | undefined;
}): number {
  if (kind === "note") return 0;
  const placed = startMinute !== undefined && endMinute !== undefined ? endMinute - startMinute : undefined;
  if (kind === "event") return placed ?? 0;
  if (placed !== undefined) return Math.max(placed, estimateMinutes);
  return day || !due ? estimateMinutes : 0;
}
