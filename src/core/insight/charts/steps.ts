import { addDays, addMonths, dateText, startOfWeek, type DateText } from "../../time";
import { spanDays } from "../span";
import type { Asking } from "./asking";

const [mostDays, mostWeeks] = [21, 60];

/** A day, a week or a month of a span, cut off at its ends. */
export interface Step {
  readonly from: DateText;
  readonly to: DateText;
  readonly label: string;
}

/** The steps in which a span is shown: days up to three weeks, weeks up to about a year, else months. */
export function stepsOf({
  span,
  firstWeekday,
  style,
}: Pick<Asking, "span" | "firstWeekday" | "style">): readonly Step[] {
  const key = [span.from, span.to, firstWeekday, style.locale].join(" ");
  if (key !== last?.key) last = { key, steps: steps(span, firstWeekday, style) };
  return last.steps;
}

/** Several questions are asked of the same span, and its dates are written out once. */
let last: { readonly key: string; readonly steps: readonly Step[] } | undefined;

function steps(span: Asking["span"], firstWeekday: number, style: Asking["style"]): Step[] {
  const days = spanDays(span);
  const unit = days <= mostDays ? "day" : days <= mostWeeks * 7 ? "week" : "month";
  const found: Step[] = [];
  for (let from = span.from; from <= span.to;) {
    const next =
      unit === "day"
        ? addDays(from, 1)
        : unit === "week"
          ? addDays(startOfWeek(from, firstWeekday), 7)
          : addMonths(`${from.slice(0, 7)}-01`, 1);
    found.push({ from, to: next > span.to ? span.to : addDays(next, -1), label: labelOf(from) });
    from = next;
  }
  return found;

  function labelOf(date: DateText): string {
    if (unit === "month") return dateText(date, "month", style);
    if (days <= 7) return dateText(date, "weekday", style);
    return dateText(date, unit === "day" ? "short" : "dayMonth", style);
  }
}
