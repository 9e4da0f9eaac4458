import type { PlanContext } from "../context";
import { isUnfinished, type Goal, type Id, type PensumRecord, type Project, type Task } from "../../model/index";
import { addDays, addMonths, dateOf, startOfWeek, type DateText } from "../../time/index";

const linked = (reads: PlanContext, field: string, id: Id) =>
  reads.list("links", `${field}:${id}`) as readonly PensumRecord[];

/** A goal and all that serve it, down to the smallest; each once. */
export function goalsUnder(reads: PlanContext, id: Id): readonly Id[] {
  const found = new Set<Id>([id]);
  for (const goal of found) for (const one of linked(reads, "parent", goal)) if (one.kind === "goal") found.add(one.id);
  return [...found];
}

/** The projects that serve any of the goals. */
export function projectsUnder(reads: PlanContext, goals: readonly Id[]): readonly Project[] {
  return goals.flatMap((goal) => linked(reads, "goal", goal).filter((one): one is Project => one.kind === "project"));
}

/** The tasks that serve any of the goals, by themselves or, where they name none, by their project; each once. */
export function tasksUnder(reads: PlanContext, goals: readonly Id[]): readonly Task[] {
  const tasks = new Map<Id, Task>();
  const add = (one: PensumRecord) => {
    if (one.kind === "task") tasks.set(one.id, one);
  };
  for (const goal of goals) for (const one of linked(reads, "goal", goal)) add(one);
  for (const { id } of projectsUnder(reads, goals))
    for (const one of linked(reads, "project", id)) if (one.kind === "task" && one.goal === undefined) add(one);
  return [...tasks.values()];
}

/** What is still to be done for a goal itself: its open projects with their tasks, and the tasks that name it. */
export interface OpenWork {
  readonly projects: readonly { readonly project: Project; readonly tasks: readonly Task[] }[];
  /** Those of no project of the goal. */
  readonly tasks: readonly Task[];
}

/** The open projects and tasks that serve a goal itself, and not one under it. */
export function openWorkOf(reads: PlanContext, goal: Id): OpenWork {
  const open = tasksUnder(reads, [goal]).filter(({ state }) => isUnfinished(state));
  const projects = projectsUnder(reads, [goal]).filter(({ state }) => isUnfinished(state));
  const ids = new Set(projects.map(({ id }) => id));
  return {
    projects: projects.map((project) => ({ project, tasks: open.filter((task) => task.project === project.id) })),
    tasks: open.filter(({ project }) => project === undefined || !ids.has(project)),
  };
}

/** The first day of the week, month, quarter or year that holds a date. */
export function periodStart(span: Goal["span"], date: DateText, firstWeekday: number): DateText {
  const month = `${date.slice(0, 7)}-01`;
  switch (span) {
    case "week":
      return startOfWeek(date, firstWeekday);
    case "month":
      return month;
    case "quarter":
      return addMonths(month, -((Number(month.slice(5, 7)) - 1) % 3));
    case "year":
      return `${date.slice(0, 4)}-01-01`;
    default:
      return "1000-01-01";
  }
}

/** The open goals of the week or the month that a day is in, by their due day, or by when they were made where they have none. */
export function goalsOfSpan(reads: PlanContext, span: "week" | "month", day: DateText, firstWeekday: number): Goal[] {
  const from = periodStart(span, day, firstWeekday);
  const to = span === "week" ? addDays(from, 6) : addDays(addMonths(from, 1), -1);
  return (reads.list("kind", "goal") as readonly Goal[]).filter((goal) => {
    if (goal.span !== span || goal.state === "dropped") return false;
    const at = goal.due ?? dateOf(goal.createdAt);
    return at >= from && at <= to;
  });
}
