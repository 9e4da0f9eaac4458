import type { Id } from "../../model";
import { recordOrOccurrence } from "../../plan";
import { taskOf } from "../../things";
import { dateText } from "../../time";
import { stoodSentence, type PlanFate, type StoodItem } from "../asItStood";
import type { Chart } from "../chart";
import type { Asking } from "./asking";

const fates: readonly (readonly [fate: PlanFate, label: string])[] = [
  ["moved", "Moved"],
  ["longer", "Made longer"],
  ["shorter", "Made shorter"],
  ["dropped", "Dropped"],
];

/**
 * What was planned when each week of a span began, and came otherwise: how many things there were, how many were kept, what
 * became of the others, and what was added.
 */
export function weeksAsPlanned({ store, style, fromLog }: Asking): Chart {
  const weeks = fromLog?.weeks ?? [];
  const known = weeks.flatMap(({ from, items }) => (items ? [{ from, items }] : []));
  const unknown = weeks.length - known.length;
  const count = (items: readonly StoodItem[], fate: PlanFate) => items.filter((item) => item.fate === fate).length;
  return {
    answer: !fromLog
      ? "The log is being read."
      : weeks.length === 0
        ? "No week began in these days."
        : known.length === 0
          ? "The log of this workspace does not reach back to the beginning of these weeks."
          : stoodSentence(known.flatMap(({ items }) => items)),
    about: `what stood in the plan of a week on its first morning, held against what stands there now${
      unknown > 0 && known.length > 0 ? `; the log does not reach back to ${unknown} of the ${weeks.length} weeks` : ""
    }`,
    form: "columns",
    rowLabel: "Week of",
    columns: [
      { label: "Planned", measure: "count", drawn: "planned" },
      { label: "Kept", measure: "count", drawn: "worked" },
      ...fates.map(([, label]) => ({ label, measure: "count", drawn: "hidden" }) as const),
      { label: "Added since", measure: "count", drawn: "before" },
    ],
    rows: known.map(({ from, items }) => ({
      key: from,
      label: dateText(from, "dayMonth", style),
      values: [
        items.length - count(items, "new"),
        count(items, "kept"),
        ...fates.map(([fate]) => count(items, fate)),
        count(items, "new"),
      ],
      behind: () => tasksOf(items.filter(({ fate }) => fate !== "kept")),
    })),
    register: "tasks",
  };

  function tasksOf(items: readonly StoodItem[]): Id[] {
    return [
      ...new Set(
        items.flatMap(({ id }) => {
          const record = recordOrOccurrence(store, id);
          return (record && taskOf(record, store)?.id) ?? [];
        }),
      ),
    ];
  }
}
