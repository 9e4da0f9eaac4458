import { dayNumber, durationText } from "../../time";
import type { Chart } from "../chart";
import { spanDays } from "../span";
import { entriesBehind, rowsOf, sum, type Asking } from "./asking";

const minutesInDay = 1500;
const limits = [15, 30, 45, 60, 90, 120, Infinity];
/** What begins so soon after something else was left is taken for an interruption of it. */
const soon = 5;
const shortMinutes = 15;

const binOf = (minutes: number) => limits.findIndex((limit) => minutes < limit);

/** The length that half of all sittings reach. */
function middleOf(byLength: Uint32Array, total: number): number {
  for (let minutes = byLength.length - 1, count = 0; minutes > 0; minutes--) {
    count += byLength[minutes]!;
    if (count * 2 >= total) return minutes;
  }
  return 0;
}

/** How long sittings last, and how often one was broken off within a quarter of an hour for something else. */
export function sittingLengths(asking: Asking): Chart {
  const { span } = asking;
  const { ledger, each } = rowsOf(asking, span);
  const counts = limits.map(() => 0);
  const minutesIn = limits.map(() => 0);
  /** How many sittings there are of each length. */
  const byLength = new Uint32Array(minutesInDay + 1);
  const bins = Uint8Array.from(byLength, (_, minutes) => binOf(minutes));
  const byDay: number[][] = [];
  const first = dayNumber(span.from);
  each((row) => {
    const minutes = ledger.minutes[row] as number;
    byLength[minutes] = byLength[minutes]! + 1;
    (byDay[ledger.day[row]! - first] ??= []).push(row);
  });
  byLength.forEach((count, minutes) => {
    const bin = bins[minutes]!;
    counts[bin] = counts[bin]! + count;
    minutesIn[bin] = minutesIn[bin]! + count * minutes;
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
  const total = sum(counts);
  const middle = middleOf(byLength, total);
  const perDay = total / Math.max(1, spanDays(span));
  const all = sum(minutesIn);
  return {
    answer:
      total === 0
        ? "Nothing was logged in these days."
        : `Half of your ${total.toLocaleString()} sittings lasted ${durationText(middle)} or more${broken > 0 ? `; ${broken} ${broken === 1 ? "was" : "were"} broken off within a quarter of an hour` : ""}.`,
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
