import { dyeOf } from "../../things";
import { durationText, listed } from "../../time";
import type { Chart } from "../chart";
import { calledBy, entriesBehind, minutesBy, sum, type Asking } from "./asking";

const most = 10;

/** The few things that took most of the hours: tasks, events and themes in the order of their minutes, with the share that they come to together. */
export function fewThings(asking: Asking): Chart {
  const { store, span } = asking;
  const minutes = minutesBy(asking, span, "task");
  const all = sum(minutes.values());
  const named = largest(minutes, most);
  let running = 0;
  const rows = named.map(([key, worked]) => {
    running += worked;
    const record = store.get(key!);
    return {
      key: key!,
      label: calledBy(store, key, ""),
      dye: record && dyeOf(record, store),
      values: [worked, worked / all, running / all],
      behind: () => entriesBehind(asking, span, (row, ledger) => ledger.keyOf(row, "task") === key),
    };
  });
  const half = rows.findIndex(({ values }) => values[2]! >= 0.5) + 1;
  const others = minutes.size - rows.length;
  return {
    answer:
      all === 0
        ? "Nothing was logged in these days."
        : half === 0
          ? `No few things took most of it: the first ${rows.length} took ${durationText(running)} of ${durationText(all)}.`
          : half === 1
            ? `${rows[0]!.label} alone took ${Math.round(rows[0]!.values[1]! * 100)}% of your hours.`
            : `${half} of ${minutes.size} things took half of your hours: ${listed([...new Set(rows.slice(0, Math.min(half, 3)).map(({ label }) => label))])}${half > 3 ? " and more" : ""}.`,
    about: `tasks, events and themes by what was logged for them${others > 0 ? `; ${others} more took ${durationText(all - running)}` : ""}`,
    form: "bars",
    rowLabel: "What",
    columns: [
      { label: "Hours", measure: "minutes", drawn: "worked" },
      { label: "Share", measure: "share", drawn: "hidden" },
      { label: "Together", measure: "share", drawn: "said" },
    ],
    rows,
    register: "work",
  };
}

type Counted = [key: string | undefined, minutes: number];

/** Whether one thing comes before another: the larger first, of equal ones always the same. */
const isBefore = ([key, minutes]: Counted, other: Counted) =>
  minutes > other[1] || (minutes === other[1] && key! < other[0]!);

/** The entries of a map with the largest numbers, largest first, but for what has no key. */
function largest(numbers: ReadonlyMap<string | undefined, number>, count: number): Counted[] {
  const found: Counted[] = [];
  for (const entry of numbers) {
    if (entry[0] === undefined || (found.length === count && !isBefore(entry, found[count - 1]!))) continue;
    let at = found.length;
    while (at > 0 && isBefore(entry, found[at - 1]!)) at--;
    found.splice(at, 0, entry);
    if (found.length > count) found.pop();
  }
  return found;
}
