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
  const groups = whileSame(store, `finished ${span.from} ${span.to}`, lists, () => finishedIn(store, span));
  const rows = groups
    .map((group) => ({ theme: group.theme, ...holdAgainst(group, worked) }))
    .filter(({ sorted }) => sorted.length >= fewest)
    .map(({ theme, sorted, tasks }) => {
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
  readonly estimateMinutes: number;
  readonly tookMinutes: number;
}

/** How the estimates of some tasks held. */
interface Held {
  /** What they took over what was estimated, the smallest first. */
  readonly sorted: Float64Array;
  readonly tasks: readonly Id[];
}

/** What was done of one theme. */
interface FinishedGroup {
  readonly theme: Id | undefined;
  readonly finished: Finished[];
  /** What was worked on each when its estimates were last held against it. */
  worked: Float64Array;
  held: Held | undefined;
}

/** Holds the estimates of a group against what was worked: anew only where one of its tasks was worked on since. */
function holdAgainst(group: FinishedGroup, minutesOf: ReadonlyMap<Id | undefined, number>): Held {
  const { finished } = group;
  let isSame = group.held !== undefined;
  if (!isSame) group.worked = new Float64Array(finished.length);
  for (let at = 0; at < finished.length; at++) {
    const { task, tookMinutes } = finished[at]!;
    const minutes = minutesOf.get(task) ?? tookMinutes;
    if (minutes === group.worked[at]) continue;
    group.worked[at] = minutes;
    isSame = false;
  }
  return isSame && group.held ? group.held : (group.held = heldBy(group));
}

function heldBy({ finished, worked }: FinishedGroup): Held {
  const counted = finished.flatMap(({ task, estimateMinutes }, at) =>
    worked[at]! > 0 ? [{ task, ratio: worked[at]! / estimateMinutes }] : [],
  );
  return {
    sorted: Float64Array.from(counted.map(({ ratio }) => ratio)).sort(),
    tasks: counted.map(({ task }) => task),
  };
}

function finishedIn(store: Asking["store"], span: Asking["span"]): FinishedGroup[] {
  const groups = new Map<Id | undefined, FinishedGroup>();
  for (const task of store.list("kind", "task") as readonly Task[]) {
    const { id, state, doneAt, estimateMinutes, tookMinutes = 0 } = task;
    if (state !== "done" || !doneAt || !estimateMinutes) continue;
    const date = dateOf(doneAt);
    if (date < span.from || date > span.to) continue;
    const theme = store.find("theme", task.theme)?.id;
    let group = groups.get(theme);
    if (!group) groups.set(theme, (group = { theme, finished: [], worked: new Float64Array(), held: undefined }));
    group.finished.push({ task: id, estimateMinutes, tookMinutes });
  }
  return [...groups.values()];
}
