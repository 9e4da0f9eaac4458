import type { PatternHours } from "../../model/index";

/*
 * How the hours of a pattern are changed by hand: drawn, pulled and stepped. Everything is in minutes of a day, and stays
 * within the day and on its steps.
 */

/** The stretch of the day that is shown, and the steps that hours go by, in minutes. */
export interface PatternScale {
  readonly firstMinute: number;
  readonly lastMinute: number;
  readonly step: number;
}

/** Hours from where one began to draw to where one is, at least a step long. */
export function drawnHours(weekday: number, from: number, to: number, { step }: PatternScale): PatternHours {
  const [startMinute, endMinute] = to < from ? [to, from] : [from, Math.max(to, from + step)];
  return { weekday, startMinute, endMinute };
}

/** Hours pulled by one end, or as a whole to another day; `grabbed` is how far from their beginning they were taken. */
export function pulledHours(
  hours: PatternHours,
  to: { readonly minute: number; readonly weekday: number },
  by: "start" | "end" | { readonly grabbed: number },
  { firstMinute, lastMinute, step }: PatternScale,
): PatternHours {
  if (by === "end") return { ...hours, endMinute: Math.max(hours.startMinute + step, to.minute) };
  if (by === "start") return { ...hours, startMinute: Math.min(hours.endMinute - step, to.minute) };
  const length = hours.endMinute - hours.startMinute;
  const startMinute = Math.max(firstMinute, Math.min(lastMinute - length, to.minute - by.grabbed));
  return { ...hours, weekday: to.weekday, startMinute, endMinute: startMinute + length };
}

/** What a key makes of hours; "gone" where it takes them away, undefined where it means nothing or would leave the day. */
export function steppedHours(
  hours: PatternHours,
  { key, shiftKey }: Pick<KeyboardEvent, "key" | "shiftKey">,
  { step }: PatternScale,
): PatternHours | "gone" | undefined {
  if (key === "Delete" || key === "Backspace") return "gone";
  const up = { ArrowUp: -step, ArrowDown: step }[key];
  const side = { ArrowLeft: -1, ArrowRight: 1 }[key];
  if (side !== undefined) return { ...hours, weekday: ((hours.weekday - 1 + side + 7) % 7) + 1 };
  if (up === undefined) return undefined;
  const next = {
    ...hours,
    startMinute: hours.startMinute + (shiftKey ? 0 : up),
    endMinute: hours.endMinute + up,
  };
  return next.startMinute < 0 || next.endMinute > 1440 || next.endMinute <= next.startMinute ? undefined : next;
}
