import type { DayPage, Id, Task } from "../../model";
import { dateOf, dayNumber } from "../../time";
import type { Chart } from "../chart";
import { stepsOf } from "./steps";
import { whileSame, type Asking } from "./asking";

/** What a day page says of a task that was carried away from it. */
const carriedMark = /\{\.carried task=([^\s}]+)/g;

/**
 * How many tasks were added, done, carried and dropped in each day, week or month of a span. When a task was dropped only the
 * log knows: it is not counted where that was not read.
 */
export function taskFlow(asking: Asking): Chart {
  const { store, span, firstWeekday, style, fromLog } = asking;
  const key = ["flow", span.from, span.to, firstWeekday, style.locale].join(" ");
  const lists = [...(["task", "day"] as const).map((kind) => store.list("kind", kind)), fromLog];
  return whileSame(store, key, lists, () => flowOf(asking));
}

function flowOf(asking: Asking): Chart {
  const { store, span, fromLog } = asking;
  const steps = stepsOf(asking);
  const starts = steps.map(({ from }) => dayNumber(from));
  const first = starts[0] ?? 0;
  const last = dayNumber(span.to);
  /** The step of each day of the span. */
  const stepOfDay = new Int32Array(Math.max(0, last - first + 1));
  for (let step = 0, day = 0; day < stepOfDay.length; day++) {
    while (step + 1 < starts.length && starts[step + 1]! <= first + day) step++;
    stepOfDay[day] = step;
  }
  const stepOf = (date: string) =>
    date < span.from || date > span.to ? undefined : stepOfDay[dayNumber(date) - first];
  const found = steps.map(() => ({ added: [] as Id[], done: [] as Id[], carried: [] as Id[], dropped: [] as Id[] }));
  for (const task of store.list("kind", "task") as readonly Task[]) {
    const added = stepOf(dateOf(task.createdAt));
    if (added !== undefined) found[added]!.added.push(task.id);
    const done = task.state === "done" && task.doneAt ? stepOf(dateOf(task.doneAt)) : undefined;
    if (done !== undefined) found[done]!.done.push(task.id);
  }
  for (const page of store.list("kind", "day") as readonly DayPage[]) {
    const step = stepOf(page.date);
    if (step === undefined || !page.text.includes(".carried")) continue;
    for (const [, id] of page.text.matchAll(carriedMark)) found[step]!.carried.push(id!);
  }
  for (const [id, date] of fromLog?.droppedOn ?? []) {
    const step = stepOf(date);
    if (step !== undefined) found[step]!.dropped.push(id);
  }
  const total = (of: "added" | "done" | "carried" | "dropped") => found.reduce((sum, one) => sum + one[of].length, 0);
  const [added, done, carried, dropped] = [total("added"), total("done"), total("carried"), total("dropped")];
  return {
    answer:
      added + done + dropped === 0
        ? "No task was added or done in these days."
        : `${done} ${done === 1 ? "task was" : "tasks were"} done and ${added} added${[
            carried > 0 ? `; ${carried} ${carried === 1 ? "was" : "were"} carried to another day` : "",
            dropped > 0 ? `; ${dropped} ${dropped === 1 ? "was" : "were"} dropped` : "",
          ].join("")}.`,
    about: "tasks by the day on which they were made and done; carried: sent on from a day’s page",
    form: "columns",
    rowLabel: "From",
    columns: [
      { label: "Added", measure: "count", drawn: "planned" },
      { label: "Done", measure: "count", drawn: "worked" },
      { label: "Carried", measure: "count", drawn: "before" },
      ...(fromLog ? [{ label: "Dropped", measure: "count", drawn: "hidden" } as const] : []),
    ],
    rows: steps.map(({ from, label }, step) => {
      const { added, done, carried, dropped } = found[step]!;
      return {
        key: from,
        label,
        values: [added.length, done.length, carried.length, ...(fromLog ? [dropped.length] : [])],
        behind: () => [...new Set([...added, ...done, ...carried, ...dropped])],
      };
    }),
    register: "tasks",
  };
}
