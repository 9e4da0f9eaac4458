import { durationText } from "../../time";
import type { Chart } from "../chart";
import { spanDays } from "../span";
import { shortMinutes, soonMinutes, spanSums } from "../spanSums";
import { entriesBehind, sum, type Asking } from "./asking";

const limits = [15, 30, 45, 60, 90, 120, Infinity];

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
  const { byLength, broken } = spanSums(asking.store, span, asking.who);
  const counts = limits.map(() => 0);
  const minutesIn = limits.map(() => 0);
  byLength.forEach((count, minutes) => {
    if (count === 0) return;
    const bin = binOf(minutes);
    counts[bin] = counts[bin]! + count;
    minutesIn[bin] = minutesIn[bin]! + count * minutes;
  });
  const total = sum(counts);
  const middle = middleOf(byLength, total);
  const perDay = total / Math.max(1, spanDays(span));
  const all = sum(minutesIn);
  return {
    answer:
      total === 0
        ? "Nothing was logged in these days."
        : `${total === 1 ? `Your one sitting lasted ${durationText(middle)}` : `Half of your ${total.toLocaleString()} sittings lasted ${durationText(middle)} or more`}${broken > 0 ? `; ${broken} ${broken === 1 ? "was" : "were"} broken off within a quarter of an hour` : ""}.`,
    about: `stretches of the log by their length, ${perDay.toFixed(1)} a day; broken off: under ${shortMinutes} min, and something else within ${soonMinutes}`,
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
      behind: () => entriesBehind(asking, span, (row, ledger) => binOf(ledger.minutes[row]!) === bin),
    })),
    register: "work",
  };
}
