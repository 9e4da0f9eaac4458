import type { DayPage, Id, Task } from "../../model";
import { dateOf, dayNumber } from "../../time";
import type { Chart } from "../chart";
import { stepsOf } from "./steps";
import { whileSame, type Asking } from "./asking";

/** What a day page says of a task that was carried away from it. */
const carriedMark = /\{\.carried task=([^\s}]+)/g;

/** How many tasks were added, done and carried in each day, week or month of a span. */
export function taskFlow(asking: Asking): Chart {
  const { store, span, firstWeekday, style } = asking;
  const key = ["flow", span.from, span.to, firstWeekday, style.locale].join(" ");
  const lists = (["task", "day"] as const).map((kind) => store.list("kind", kind));
  return whileSame(store, key, lists, () => flowOf(asking));
}

function flowOf(asking: Asking): Chart {
  const { store, span } = asking;
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
  const found = steps.map(() => ({ added: [] as Id[], done: [] as Id[], carried: [] as Id[] }));
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
  const total = (of: "added" | "done" | "carried") => found.reduce((sum, one) => sum + one[of].length, 0);
  const [added, done, carried] = [total("added"), total("done"), total("carried")];
  return {
    answer:
      added + done === 0
        ? "No task was added or done in these days."
        : `${done} ${done === 1 ? "task was" : "tasks were"} done and ${added} added${carried > 0 ? `; ${carried} ${carried === 1 ? "was" : "were"} carried to another day` : ""}.`,
    about: "tasks by the day on which they were made and done; carried: sent on from a day’s page",
    form: "columns",
    rowLabel: "From",
    columns: [
      { label: "Added", measure: "count", drawn: "planned" },
      { label: "Done", measure: "count", drawn: "worked" },
      { label: "Carried", measure: "count", drawn: "before" },
    ],
    rows: steps.map(({ from, label }, step) => {
      const { added, done, carried } = found[step]!;
      return {
        key: from,
        label,
        values: [added.length, done.length, carried.length],
        behind: () => [...new Set([...added, ...done, ...carried])],
      };
    }),
    register: "tasks",
  };
}
