import { dyeOf } from "../../things";
import { durationText } from "../../time";
import type { Chart } from "../chart";
import { calledBy, entriesBehind, listed, minutesBy, sum, type Asking } from "./asking";

const most = 10;

/** The few things that took most of the hours: tasks, events and plain words in the order of their minutes, with the share that they come to together. */
export function fewThings(asking: Asking): Chart {
  const { store, span } = asking;
  const minutes = [...minutesBy(asking, span, "task")].sort((a, b) => b[1] - a[1]);
  const all = sum(minutes.map(([, one]) => one));
  const named = minutes.filter(([key]) => key !== undefined);
  let running = 0;
  const rows = named.slice(0, most).map(([key, worked]) => {
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
  const others = minutes.length - rows.length;
  return {
    answer:
      all === 0
        ? "Nothing was logged in these days."
        : half === 0
          ? `No few things took most of it: the first ${rows.length} took ${durationText(running)} of ${durationText(all)}.`
          : half === 1
            ? `${rows[0]!.label} alone took ${Math.round(rows[0]!.values[1]! * 100)} % of your hours.`
            : `${half} of ${minutes.length} things took half of your hours: ${listed([...new Set(rows.slice(0, Math.min(half, 3)).map(({ label }) => label))])}${half > 3 ? " and more" : ""}.`,
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
