import { dayNumber, durationText } from "../../time";
import type { Chart } from "../chart";
import { spanDays } from "../span";
import { entriesBehind, quantile, rowsOf, sum, type Asking } from "./asking";

const limits = [15, 30, 45, 60, 90, 120, Infinity];
/** What begins so soon after something else was left is taken for an interruption of it. */
const soon = 5;
const shortMinutes = 15;

/** How long sittings last, and how often one was broken off within a quarter of an hour for something else. */
export function sittingLengths(asking: Asking): Chart {
  const { span } = asking;
  const { ledger, each } = rowsOf(asking, span);
  const counts = limits.map(() => 0);
  const minutesIn = limits.map(() => 0);
  const lengths: number[] = [];
  const byDay: number[][] = [];
  const first = dayNumber(span.from);
  const binOf = (minutes: number) => limits.findIndex((limit) => minutes < limit);
  each((row) => {
    const minutes = ledger.minutes[row] as number;
    const bin = binOf(minutes);
    counts[bin] = counts[bin]! + 1;
    minutesIn[bin] = minutesIn[bin]! + minutes;
    lengths.push(minutes);
    (byDay[ledger.day[row]! - first] ??= []).push(row);
  });
  let broken = 0;
  for (const rows of byDay) {
    if (!rows || rows.length < 2) continue;
    rows.sort((a, b) => ledger.start[a]! - ledger.start[b]!);
    rows.forEach((row, at) => {
      const next = rows[at + 1];
      if (next === undefined || ledger.minutes[row]! >= shortMinutes) return;
      const pause = ledger.start[next]! - ledger.start[row]! - ledger.minutes[row]!;
      if (pause <= soon && ledger.subjectNumber(next) !== ledger.subjectNumber(row)) broken++;
    });
  }
  lengths.sort((a, b) => a - b);
  const middle = lengths.length === 0 ? 0 : quantile(lengths, 0.5);
  const perDay = lengths.length / Math.max(1, spanDays(span));
  const all = sum(minutesIn);
  return {
    answer:
      lengths.length === 0
        ? "Nothing was logged in these days."
        : `Half of your ${lengths.length.toLocaleString()} sittings lasted ${durationText(middle)} or more${broken > 0 ? `; ${broken} ${broken === 1 ? "was" : "were"} broken off within a quarter of an hour` : ""}.`,
    about: `stretches of the log by their length, ${perDay.toFixed(1)} a day; broken off: under ${shortMinutes} min, and something else within ${soon}`,
    form: "bars",
    rowLabel: "Length",
    columns: [
      { label: "Hours", measure: "minutes", drawn: "worked" },
      { label: "Sittings", measure: "count", drawn: "said" },
      { label: "Share of all", measure: "share", drawn: "hidden" },
    ],
    rows: limits.map((limit, bin) => ({
      key: String(limit),
      label:
        bin === 0
          ? `Under ${limit} min`
          : limit === Infinity
            ? `${durationText(limits[bin - 1]!)} and more`
            : `${durationText(limits[bin - 1]!)} to ${durationText(limit)}`,
      values: [minutesIn[bin]!, counts[bin]!, all > 0 ? minutesIn[bin]! / all : undefined],
      behind: () => entriesBehind(asking, span, (row) => binOf(ledger.minutes[row]!) === bin),
    })),
    register: "work",
  };
}
