import type { PriorityLevel } from "../model";
import type { DateText, MomentText, TimeStyle } from "../time";
import type { Draft, Part, PartKind } from "./draft";

/** What a line is understood against. */
export interface CaptureContext {
  readonly now: MomentText;
  readonly style: TimeStyle;
  readonly priorities: readonly PriorityLevel[];
  /** The id of the theme of this name, if there is one. */
  theme(name: string): { id: string; title: string } | undefined;
  /** Whether somebody of this name is known. */
  person(name: string): { id: string; title: string } | undefined;
  /** The day with which a week begins, 1 for Monday; Monday where it is absent. */
  readonly firstWeekday?: number;
  /** The day of an hour that is said without one; where it is absent, the hour is the next one that comes. */
  readonly dayOfHours?: DateText;
  /** When work begins and ends on a day, in minutes; undefined on a free one. */
  workingHours?(day: DateText): { readonly startMinute: number; readonly endMinute: number } | undefined;
  /** Where within a stretch of a day so many minutes are free first; undefined where nowhere. */
  firstFree?(day: DateText, from: number, to: number, minutes: number): number | undefined;
}

/** A draft while it is put together. */
export type Mutable = { -readonly [K in keyof Draft]: Draft[K] } & {
  /** The part of the day that was said, in minutes of a day: "in the morning". */
  partOfDay?: (day: DateText) => readonly [from: number, to: number];
  /** The last day of what comes again. */
  repeatUntil?: DateText;
  /** Whether to be reminded was asked for, and not to have hours. */
  asksReminder?: true;
};
/** What a line has one of: once something filled it, a second date or length stays words. */
export type Slot = Exclude<PartKind, "tag" | "person" | "asked">;
/** A part, and what it does to the draft. */
export type Found = Part & {
  /** What it fills; nothing for tags and people, of which there may be many. */
  readonly fills?: readonly Slot[];
  /** Whether it is a part of a day, or a stretch of days. */
  readonly isPartOfDay?: true;
  readonly isSpan?: true;
  /** The half of the day in which a bare hour beside it is meant: "every morning at 6", "every night at 10". */
  readonly half?: "am" | "pm";
  apply(draft: Mutable): void;
};

/** An hour that is said without more is of the day: before seven it is of the afternoon. */
export const earliestHour = 7;

/** How many characters before `at` belong to a part that begins there: the "for" of "for 20 min". */
export function prefixLength(text: string, at: number, shape: RegExp): number {
  return shape.exec(text.slice(Math.max(0, at - 20), at))?.[0].length ?? 0;
}
