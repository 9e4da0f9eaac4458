import type { Id, Task } from "../../model";
import { dyeOf } from "../../things";
import { dateOf, estimateText } from "../../time";
import type { Chart } from "../chart";
import { calledBy, minutesBy, quantile, whileSame, type Asking } from "./asking";

/** So few cases say nothing of a theme. */
const fewest = 4;
const everything = { from: "1900-01-01", to: "9998-12-31" };

/** How much longer work takes than was thought, by theme: the middle of the ratios of worked to estimate of tasks that were done in the span, and between what half of them fall. */
export function estimatesByTheme({ store, span }: Asking): Chart {
  const worked = minutesBy({ store, who: "all" }, everything, "task");
  const lists = [store.list("kind", "task"), store.list("kind", "theme")];
  const finished = whileSame(store, `finished ${span.from} ${span.to}`, lists, () => finishedIn(store, span));
  const byTheme = new Map<Id | undefined, { ratios: number[]; tasks: Id[] }>();
  for (const { task, theme, estimateMinutes, tookMinutes } of finished) {
    const minutes = worked.get(task) ?? tookMinutes;
    if (minutes <= 0) continue;
    const known = byTheme.get(theme);
    if (known) {
      known.ratios.push(minutes / estimateMinutes);
      known.tasks.push(task);
    } else byTheme.set(theme, { ratios: [minutes / estimateMinutes], tasks: [task] });
  }
  const rows = [...byTheme]
    .filter(([, { ratios }]) => ratios.length >= fewest)
    .map(([theme, { ratios, tasks }]) => {
      const sorted = Float64Array.from(ratios).sort();
      const record = theme === undefined ? undefined : store.get(theme);
      return {
        key: theme ?? "none",
        label: calledBy(store, theme, "Without a theme"),
        dye: record && dyeOf(record, store),
        values: [quantile(sorted, 0.25), quantile(sorted, 0.5), quantile(sorted, 0.75), sorted.length],
        behind: () => tasks,
      };
    })
    .sort((a, b) => b.values[1]! - a.values[1]! || (a.label < b.label ? -1 : 1));
  const [worst] = rows.toSorted((a, b) => Math.abs(Math.log(b.values[1]!)) - Math.abs(Math.log(a.values[1]!)));
  const ratio = worst?.values[1] ?? 1;
  const isOff = ratio >= 1.15 || ratio <= 0.87;
  return {
    answer: !worst
      ? "Too few tasks with an estimate and a log were finished in these days to say how estimates hold."
      : isOff
        ? `${worst.label} takes ${Math.round(ratio * 10) / 10} times what you estimate. Plan 60 min as ${estimateText(Math.round((60 * ratio) / 5) * 5)}.`
        : "Your estimates hold.",
    about: "worked against estimate of the tasks finished; half of them fall within the band",
    form: "ranges",
    rowLabel: "Theme",
    columns: [
      { label: "A quarter below", measure: "times", drawn: "low" },
      { label: "Middle", measure: "times", drawn: "middle" },
      { label: "A quarter above", measure: "times", drawn: "high" },
      { label: "Tasks", measure: "count", drawn: "said" },
    ],
    rows,
    register: "tasks",
  };
}

/** A task that was estimated and is done. */
interface Finished {
  readonly task: Id;
  readonly theme: Id | undefined;
  readonly estimateMinutes: number;
  readonly tookMinutes: number;
}

function finishedIn(store: Asking["store"], span: Asking["span"]): Finished[] {
  return (store.list("kind", "task") as readonly Task[]).flatMap((task) => {
    const { id, state, doneAt, estimateMinutes, tookMinutes = 0 } = task;
    if (state !== "done" || !doneAt || !estimateMinutes) return [];
    const date = dateOf(doneAt);
    if (date < span.from || date > span.to) return [];
    return [{ task: id, theme: store.find("theme", task.theme)?.id, estimateMinutes, tookMinutes }];
  });
}
