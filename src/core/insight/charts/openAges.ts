import type { Id, Task } from "../../model";
import { isMine } from "../../plan";
import { dateOf, daysBetween } from "../../time";
import type { Chart } from "../chart";
import { quantile, sum, whileSame, type Asking } from "./asking";

const bins = [
  { label: "Up to a week", days: 7 },
  { label: "1 to 4 weeks", days: 28 },
  { label: "1 to 3 months", days: 91 },
  { label: "3 to 12 months", days: 365 },
  { label: "Over a year", days: Infinity },
];

/** How long what is open has been so, as it stands today. */
export function openAges({ store, today }: Asking): Chart {
  const tasks = store.list("unfinishedTasks", "all") as readonly Task[];
  const lists = [tasks, store.list("kind", "person"), store.list("kind", "settings")];
  return whileSame(store, `open ages ${today}`, lists, () => openAgesOf(store, tasks, today));
}

function openAgesOf(store: Asking["store"], tasks: readonly Task[], today: Asking["today"]): Chart {
  const open = tasks.filter((task) => isMine(store, task));
  return ageChart(
    open.map((task) => ({ task, days: Math.max(0, daysBetween(dateOf(task.createdAt), today)) })),
    (count, middle) =>
      count === 0
        ? "Nothing is open."
        : count === 1
          ? `The one open task was made ${daysText(middle)} ago.`
          : `Half of the ${count} open tasks are older than ${daysText(middle)}.`,
    "your open tasks by the days since they were made, as it stands today",
  );
}

/** How long what was done in the span had waited for it. */
export function waits({ store, span }: Asking): Chart {
  const key = ["waits", span.from, span.to].join(" ");
  return whileSame(store, key, [store.list("kind", "task")], () => waitsOf(store, span));
}

function waitsOf(store: Asking["store"], span: Asking["span"]): Chart {
  const done = (store.list("kind", "task") as readonly Task[]).filter(
    ({ state, doneAt }) =>
      state === "done" && doneAt !== undefined && dateOf(doneAt) >= span.from && dateOf(doneAt) <= span.to,
  );
  return ageChart(
    done.map((task) => ({ task, days: Math.max(0, daysBetween(dateOf(task.createdAt), dateOf(task.doneAt!))) })),
    (count, middle) =>
      count === 0
        ? "No task was done in these days."
        : count === 1
          ? `The one task done had waited ${daysText(middle)}.`
          : `Half of the ${count} tasks done had waited ${daysText(middle)} or longer.`,
    "tasks that were done in these days, by the days from when they were made",
  );
}

function daysText(days: number): string {
  const whole = Math.round(days);
  if (whole < 1) return "less than a day";
  return whole === 1 ? "a day" : `${whole} days`;
}

interface Aged {
  readonly task: Task;
  readonly days: number;
}

function ageChart(aged: readonly Aged[], answer: (count: number, middle: number) => string, about: string): Chart {
  const ids: Id[][] = bins.map(() => []);
  for (const { task, days } of aged) ids[bins.findIndex((bin) => days <= bin.days)]!.push(task.id);
  const sorted = aged.map(({ days }) => days).sort((a, b) => a - b);
  const all = sum(ids.map(({ length }) => length));
  return {
    answer: answer(aged.length, sorted.length === 0 ? 0 : quantile(sorted, 0.5)),
    about,
    form: "bars",
    rowLabel: "Age",
    columns: [
      { label: "Tasks", measure: "count", drawn: "worked" },
      { label: "Share", measure: "share", drawn: "hidden" },
    ],
    rows: bins.map(({ label }, bin) => ({
      key: label,
      label,
      values: [ids[bin]!.length, all > 0 ? ids[bin]!.length / all : undefined],
      behind: () => ids[bin]!,
    })),
    register: "tasks",
  };
}
