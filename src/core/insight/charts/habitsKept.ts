import type { Habit } from "../../model";
import { habitDays } from "../../plan";
import { dyeOf } from "../../things";

import type { Chart } from "../chart";
import type { Asking } from "./asking";

/** How often habits were kept, against how often they were meant to be. */
export function habitsKept({ store, span, today }: Asking): Chart {
  const to = span.to < today ? span.to : today;
  const rows = (store.list("kind", "habit") as readonly Habit[])
    .map((habit) => {
      const { meant, done, part, skipped } = habitDays(habit, span.from, to);
      return {
        key: habit.id,
        label: habit.title,
        dye: dyeOf(habit, store),
        values: [done, meant, part, skipped, meant > 0 ? done / meant : undefined],
        behind: () => [habit.id],
      };
    })
    .filter(({ values }) => values[0]! > 0 || values[1]! > 0)
    .sort((a, b) => (b.values[4] ?? 0) - (a.values[4] ?? 0) || (a.label < b.label ? -1 : 1));
  const [best, worst] = [rows[0], rows.at(-1)];
  const share = (row: (typeof rows)[number]) => `${row.values[0]} of ${row.values[1]} times`;
  return {
    answer:
      !best || !worst
        ? "No habit was meant for these days."
        : best === worst
          ? `${best.label} was done ${share(best)}.`
          : `${best.label} was done ${share(best)}, ${worst.label} ${share(worst)}.`,
    about: "times done, up to today; the short rule is how often it was meant to be",
    form: "bars",
    rowLabel: "Habit",
    columns: [
      { label: "Done", measure: "count", drawn: "worked" },
      { label: "Meant", measure: "count", drawn: "target" },
      { label: "In part", measure: "count", drawn: "hidden" },
      { label: "Skipped", measure: "count", drawn: "hidden" },
      { label: "Kept", measure: "share", drawn: "said" },
    ],
    rows,
    register: "habits",
  };
}
