import { setAsideOn } from "../../plan";
import { addDays, dateOf, minuteOf, minutesPerDay } from "../../time";
import { spanDays, type Span } from "../span";
import { hoursInDay } from "../spanSums";
import { whileSame, type Asking } from "./asking";

/** What was set aside in a span. */
interface Planned {
  /** Minutes of each day. */
  readonly days: Float64Array;
  /** Minutes of each hour of the day, without what is still to come. */
  readonly hours: Float64Array;
}

/**
 * What the person themselves had set aside for work in a span; kept as long as nothing of it and no minute changed. Of today
 * it is what was set aside up to now: nobody has missed what is still to come.
 */
export function plannedIn({ store, today }: Pick<Asking, "store" | "today">, span: Span): Planned {
  const lists = [
    ...(["block", "event", "task", "settings"] as const).map((kind) => store.list("kind", kind)),
    store.list("repeating", "all"),
  ];
  const now = store.now;
  const minute = span.from <= today && span.to >= today ? now : "";
  return whileSame(store, `planned ${span.from} ${span.to} ${today} ${minute}`, lists, () => {
    const days = new Float64Array(spanDays(span));
    const hours = new Float64Array(hoursInDay);
    days.forEach((_, at) => {
      const date = addDays(span.from, at);
      const until = date === dateOf(now) ? minuteOf(now) : minutesPerDay;
      for (const { startMinute, endMinute, minutes } of setAsideOn(store, date)) {
        const over = Math.min(endMinute, until);
        days[at]! += over === endMinute ? minutes : Math.max(0, over - startMinute);
        if (date <= today) spreadOverHours(hours, startMinute, over);
      }
    });
    return { days, hours };
  });
}

/** Adds the minutes of a stretch of a day to the hours that they lie in. */
function spreadOverHours(hours: Float64Array, start: number, end: number): void {
  for (let at = start; at < end;) {
    const hour = Math.floor(at / 60);
    const next = Math.min((hour + 1) * 60, end);
    hours[hour] = hours[hour]! + (next - at);
    at = next;
  }
}
