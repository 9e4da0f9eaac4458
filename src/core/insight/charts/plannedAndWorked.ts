import { addDays, dateText, dayNumber, durationText, workingMinutesBetween } from "../../time";
import type { Chart } from "../chart";
import { spanDays } from "../span";
import { spanSums } from "../spanSums";
import { plannedIn } from "./planned";
import { stepsOf } from "./steps";
import { entriesBehind, sum, whileSame, type Asking } from "./asking";

/**
 * What was set aside on the calendar, and what was worked: by day in a span of up to three weeks, else by week or by month.
 * What overlaps counts once on both sides. Of days that are still to come there is only the plan.
 */
export function plannedAndWorked(asking: Asking): Chart {
  const { store, span, settings, style, today } = asking;
  const steps = stepsOf(asking);
  const sums = spanSums(store, span, asking.who);
  const planned = asking.who === "me" ? plannedIn(asking, span).days : undefined;
  const first = dayNumber(span.from);
  const isWorked = asking.who === "me";
  const workable = whileSame(
    store,
    `workable ${span.from} ${span.to} ${steps.length} ${asking.firstWeekday}`,
    [settings.workingWeek],
    () => steps.map(({ from, to }) => workingMinutesBetween(settings.workingWeek, from, addDays(to, 1))),
  );
  const rows = steps.map(({ from, to, label }, step) => {
    let [plannedMinutes, workedMinutes] = [0, 0];
    const last = dayNumber(to);
    for (let day = dayNumber(from); day <= last; day++) {
      plannedMinutes += planned?.[day - first] ?? 0;
      workedMinutes += sums.onceOn(day);
    }
    const capacity = workable[step]!;
    const isAhead = from > today;
    return {
      key: from,
      label,
      values: [
        isWorked ? plannedMinutes : undefined,
        isAhead ? undefined : workedMinutes,
        isWorked && !isAhead && plannedMinutes + workedMinutes > 0 ? workedMinutes - plannedMinutes : undefined,
        capacity || undefined,
      ],
      behind: () => entriesBehind(asking, { from, to }, () => true),
      isOver: capacity > 0 && plannedMinutes > capacity,
    };
  });
  const over = rows.filter(({ values }) => values[1] !== undefined);
  const [allPlanned, done] = [
    sum(over.map(({ values }) => values[0] ?? 0)),
    sum(over.map(({ values }) => values[1] ?? 0)),
  ];
  const tooFull = steps.length === spanDays(span) ? rows.filter(({ isOver }) => isOver) : [];
  const difference = Math.abs(done - allPlanned);
  const compared =
    !isWorked || allPlanned === 0
      ? `You worked ${durationText(done)}`
      : difference < 15
        ? `You worked as much as you had set aside, ${durationText(done)}`
        : `You worked ${durationText(difference)} ${done > allPlanned ? "more" : "less"} than the ${durationText(allPlanned)} that you had set aside`;
  const full =
    tooFull.length === 0
      ? ""
      : `, and ${tooFull.length === 1 ? `${dateText(tooFull[0]!.key, "dayName", style)} was` : `${tooFull.length} days were`} set aside beyond the working hours`;
  return {
    answer: allPlanned === 0 && done === 0 ? "Nothing was set aside or worked in these days." : `${compared}${full}.`,
    about: isWorked
      ? "set aside: events and hours of work on the calendar as it stands now, of today up to now; what overlaps counts once"
      : "hours of the work log; what overlaps counts once",
    form: "columns",
    rowLabel: steps.length === spanDays(span) ? "Day" : "From",
    columns: [
      { label: "Set aside", measure: "minutes", drawn: "planned" },
      { label: "Worked", measure: "minutes", drawn: "worked" },
      { label: "Difference", measure: "minutes", drawn: "said" },
      { label: "Working hours", measure: "minutes", drawn: "target" },
    ],
    rows,
    register: "work",
  };
}
