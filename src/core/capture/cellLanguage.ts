import type { CellLanguage } from "../register";
import { momentAt } from "../time";
import type { Draft } from "./draft";
import type { CaptureContext } from "./found";
import { understand } from "./understand";

/** A word that nothing is read into, to stand for the title of a line. */
const subject = "x";

/**
 * Reads the words of single cells as a typed line is read: a text counts only where all of it was understood, and as
 * nothing but what the cell is for.
 */
export function cellLanguage(context: CaptureContext): CellLanguage {
  const whole = (text: string): Draft | undefined => {
    const draft = understand(`task: ${subject} ${text}`, context);
    return draft.title === subject && draft.remarks.length === 0 ? draft : undefined;
  };
  const only = (draft: Draft | undefined, ...fields: readonly (keyof Draft)[]) =>
    draft &&
    (["repeat", "priority", "estimateMinutes", "restUntil", "remindMinutes", "endDay", "startMinute"] as const).every(
      (name) => draft[name] === undefined || fields.includes(name),
    )
      ? draft
      : undefined;
  return {
    date(text) {
      const read = only(whole(text), "startMinute");
      if (read?.day === undefined) return undefined;
      // A part of the day is a span, and no hour.
      const isHour = read.startMinute !== undefined && /\d|noon|midnight|half|quarter|o['’]clock/i.test(text);
      return isHour ? momentAt(read.day, read.startMinute as number) : read.day;
    },
    range(text) {
      const read = only(whole(text), "endDay");
      return read?.day !== undefined && read.endDay !== undefined ? [read.day, read.endDay] : undefined;
    },
    minutes: (text) => only(whole(text), "estimateMinutes")?.estimateMinutes,
    rule: (text) => only(whole(text), "repeat", "endDay")?.repeat?.replace(/^RRULE:/, ""),
  };
}
