import { clockText, durationText } from "../../time";
import type { Chart } from "../chart";
import { hoursInDay, spanSums } from "../spanSums";
import { entriesBehind, sum, type Asking } from "./asking";
import { plannedIn } from "./planned";

/**
 * What was set aside on the calendar, and what was worked, by the hour of the day. Set aside counts what overlaps once;
 * worked counts each entry. Days that are still to come count on neither side.
 */
export function plannedByHour(asking: Asking): Chart {
  const { span, style, today } = asking;
  const past = { from: span.from, to: span.to < today ? span.to : today };
  const isMine = asking.who === "me";
  const none = new Float64Array(hoursInDay);
  const isAhead = past.to < past.from;
  const planned = isMine && !isAhead ? plannedIn(asking, span).hours : none;
  const worked = isAhead ? none : spanSums(asking.store, past, asking.who).byHourOfDay;
  const all = Array.from({ length: hoursInDay }, (_, hour) => hour);
  const used = all.filter((hour) => worked[hour]! + planned[hour]! > 0);
  const hours = used.length === 0 ? [] : all.slice(used[0], used.at(-1)! + 1);
  return {
    answer: answerOf(hours, planned, worked, style),
    about: isMine
      ? "minutes by the hour of the day; set aside: events and hours of work on the calendar as it stands now, of today up to now"
      : "minutes of the work log by the hour of the day",
    form: "columns",
    rowLabel: "Hour",
    columns: [
      { label: "Set aside", measure: "minutes", drawn: "planned" },
      { label: "Worked", measure: "minutes", drawn: "worked" },
    ],
    rows: hours.map((hour) => ({
      key: String(hour),
      label: clockText(hour * 60, style),
      values: [isMine ? planned[hour] : undefined, worked[hour]],
      behind: () =>
        entriesBehind(asking, past, (row, ledger) => {
          const start = ledger.start[row]!;
          return start < (hour + 1) * 60 && start + ledger.minutes[row]! > hour * 60;
        }),
    })),
    register: "work",
  };
}

/** Differences below are nothing that a plan could be better by. */
const littleMinutes = 15;

function answerOf(
  hours: readonly number[],
  planned: Float64Array,
  worked: Float64Array,
  style: Asking["style"],
): string {
  const mostBy = (of: (hour: number) => number) => hours.reduce((a, b) => (of(b) > of(a) ? b : a));
  const between = (hour: number) =>
    `between ${clockText(hour * 60, style)} and ${clockText(((hour + 1) % hoursInDay) * 60, style)}`;
  if (hours.length === 0) return "Nothing was set aside or worked in these days.";
  const missed = mostBy((hour) => planned[hour]! - worked[hour]!);
  const missing = planned[missed]! - worked[missed]!;
  if (missing >= littleMinutes)
    return `Least came of what was set aside ${between(missed)}: ${durationText(worked[missed]!)} of ${durationText(planned[missed]!)}.`;
  return sum(worked) === 0
    ? "Nothing was logged in these days."
    : `Most was worked ${between(mostBy((hour) => worked[hour]!))}.`;
}
