import { placedStretches } from "../../plan";
import { addDays, minutesPerDay } from "../../time";
import { spanDays, type Span } from "../span";
import { hoursInDay } from "../spanSums";
import { whileSame, type Asking } from "./asking";

/** What had its hours in a span. */
interface Planned {
  /** Minutes of each day. */
  readonly days: Float64Array;
  /** Minutes of each hour of the day, without the days that are still to come. */
  readonly hours: Float64Array;
}

/** What the person themselves had hours for in a span; kept as long as nothing of it changed. */
export function plannedIn({ store, today }: Pick<Asking, "store" | "today">, span: Span): Planned {
  const lists = [
    ...(["block", "event", "task", "settings"] as const).map((kind) => store.list("kind", kind)),
    store.list("repeating", "all"),
  ];
  return whileSame(store, `planned ${span.from} ${span.to} ${today}`, lists, () => {
    const days = new Float64Array(spanDays(span));
    const hours = new Float64Array(hoursInDay);
    const { zone } = store.clock;
    days.forEach((_, at) => {
      const date = addDays(span.from, at);
      for (const { startMinute, endMinute, minutes } of placedStretches(store, date, zone)) {
        days[at]! += minutes;
        if (date <= today) spreadOverHours(hours, startMinute, Math.min(endMinute, minutesPerDay));
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
