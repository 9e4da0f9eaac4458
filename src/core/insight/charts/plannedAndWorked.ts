import { placedMinutesOn } from "../../plan";
import { addDays, capacityMinutes, dateText, dayNumber, durationText } from "../../time";
import type { Chart } from "../chart";
import { spanDays } from "../span";
import { stepsOf } from "./steps";
import { entriesBehind, rowsOf, sum, type Asking } from "./asking";

/**
 * What had its hours on the calendar, and what was worked: by day in a span of up to three weeks, else by week or by month.
 * What overlaps counts once on both sides. Of days that are still to come there is only the plan.
 */
export function plannedAndWorked(asking: Asking): Chart {
  const { store, span, settings, style, today } = asking;
  const steps = stepsOf(asking);
  const worked = workedByDay(asking);
  const { zone } = store.clock;
  const first = dayNumber(span.from);
  const isWorked = asking.who === "me";
  const rows = steps.map(({ from, to, label }) => {
    let [plannedMinutes, workedMinutes, capacity] = [0, 0, 0];
    for (let date = from; date <= to; date = addDays(date, 1)) {
      if (isWorked) plannedMinutes += placedMinutesOn(store, date, zone);
      workedMinutes += worked[dayNumber(date) - first] ?? 0;
      capacity += capacityMinutes(settings.workingWeek, date);
    }
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
  const [planned, done] = [
    sum(over.map(({ values }) => values[0] ?? 0)),
    sum(over.map(({ values }) => values[1] ?? 0)),
  ];
  const tooFull = steps.length === spanDays(span) ? rows.filter(({ isOver }) => isOver) : [];
  const difference = Math.abs(done - planned);
  const compared =
    !isWorked || planned === 0
      ? `You worked ${durationText(done)}`
      : difference < 15
        ? `You worked as much as you had planned, ${durationText(done)}`
        : `You worked ${durationText(difference)} ${done > planned ? "more" : "less"} than planned`;
  const full =
    tooFull.length === 0
      ? ""
      : `, and ${tooFull.length === 1 ? `${dateText(tooFull[0]!.key, "full", style).split(" ")[0]} was` : `${tooFull.length} days were`} planned beyond the working hours`;
  return {
    answer: planned === 0 && done === 0 ? "Nothing was planned or worked in these days." : `${compared}${full}.`,
    about: isWorked
      ? "planned: events and hours of work on the calendar as it stands now; what overlaps counts once"
      : "hours of the work log; what overlaps counts once",
    form: "columns",
    rowLabel: steps.length === spanDays(span) ? "Day" : "From",
    columns: [
      { label: "Planned", measure: "minutes", drawn: "planned" },
      { label: "Worked", measure: "minutes", drawn: "worked" },
      { label: "Difference", measure: "minutes", drawn: "said" },
      { label: "Working hours", measure: "minutes", drawn: "target" },
    ],
    rows,
    register: "work",
  };
}

/** Minutes worked on each day of the span; what overlaps counts once. */
function workedByDay(asking: Asking): Float64Array {
  const { span } = asking;
  const { ledger, each } = rowsOf(asking, span);
  const first = dayNumber(span.from);
  const rows: number[][] = [];
  each((row) => {
    const day = (ledger.day[row] as number) - first;
    (rows[day] ??= []).push(row);
  });
  const minutes = new Float64Array(spanDays(span));
  const { start, minutes: lengths } = ledger;
  rows.forEach((some, day) => {
    if (some.length > 1) some.sort((a, b) => (start[a] as number) - (start[b] as number));
    let [end, all] = [0, 0];
    for (const row of some) {
      const from = start[row] as number;
      const to = from + (lengths[row] as number);
      if (to > end) all += to - Math.max(from, end);
      end = Math.max(end, to);
    }
    minutes[day] = all;
  });
  return minutes;
}
