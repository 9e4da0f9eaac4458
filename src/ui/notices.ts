import { clockText, dateText, isDate, type TimeStyle } from "@/core/time";

/** A line that says what just happened. */
interface Notice {
  readonly text: string;
  /** Whether undo takes this very thing back. */
  readonly undo?: boolean;
  readonly redo?: boolean;
  readonly tone?: "said" | "refused";
}

let current: Notice | undefined;
const listeners = new Set<() => void>();

/** Shows a line, in place of the one before. */
export function notify(notice: Notice | undefined) {
  current = notice;
  for (const listener of listeners) listener();
}

export function currentNotice(): Notice | undefined {
  return current;
}

export function onNotice(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** What an act said, with the dates and the clock times in it as this person writes them. */
export function spokenText(text: string, style: TimeStyle): string {
  return text
    .replace(/\b\d{4}-\d{2}-\d{2}\b/g, (date) => (isDate(date) ? dateText(date, "short", style) : date))
    .replace(/\bT([01]\d|2[0-3]):([0-5]\d)\b/g, (_, hours, minutes) =>
      clockText(Number(hours) * 60 + Number(minutes), style),
    );
}
