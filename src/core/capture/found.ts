import type { PriorityLevel } from "../model";
import type { MomentText, TimeStyle } from "../time";
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
}

/** A draft while it is put together. */
export type Mutable = { -readonly [K in keyof Draft]: Draft[K] };
/** What a line has one of: once something filled it, a second date or length stays words. */
export type Slot = Exclude<PartKind, "tag" | "person">;
/** A part, and what it does to the draft. */
export type Found = Part & {
  /** What it fills; nothing for tags and people, of which there may be many. */
  readonly fills?: readonly Slot[];
  apply(draft: Mutable): void;
};

/** How many characters before `at` belong to a part that begins there: the "for" of "for 20 min". */
export function prefixLength(text: string, at: number, shape: RegExp): number {
  return shape.exec(text.slice(Math.max(0, at - 12), at))?.[0].length ?? 0;
}
