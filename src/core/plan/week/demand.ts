import type { PlanContext } from "../context";
import { isMine } from "../day/mine";
import type { Block, Id, PensumRecord, Task } from "../../model/index";
import { dateOf, daysBetween, minutesBetween, type DateText, type MomentText } from "../../time/index";
import { daysAhead, type FreeAhead } from "./freeAhead";
import { endOf, leftMinutes } from "../day/left";
import { byPressing, isLate } from "../day/reasons";

/** A task that is due, and how much of it has no hours yet before it is. */
interface DueTask {
  readonly task: Task;
  readonly due: DateText | MomentText;
  readonly minutes: number;
}

/** A due date by which more is to be done than there is working time for. */
export interface Shortage {
  readonly until: DateText | MomentText;
  /** What is due by then and has no hours yet, in minutes. */
  readonly workMinutes: number;
  /** The working time until then that nothing has taken yet. */
  readonly freeMinutes: number;
  readonly shortMinutes: number;
  /** What is due by then, earliest first. */
  readonly tasks: readonly DueTask[];
}

/** What was found due, with the lists it was found in: these stay the same until one of their records changes. */
const knownDue = new WeakMap<
  readonly PensumRecord[],
  { readonly beside: readonly unknown[]; readonly now: MomentText; readonly due: readonly DueTask[] }
>();

/** The open tasks that are due, earliest first, each with what is still to find hours for. Late ones are due now. */
export function dueTasks(reads: PlanContext): readonly DueTask[] {
  const { now } = reads;
  const tasks = reads.list("unfinishedTasks", "all");
  const beside = [
    ...(["block", "work", "person", "settings"] as const).map((kind) => reads.list("kind", kind)),
    reads.lengths,
  ];
  const known = knownDue.get(tasks);
  if (known?.now === now && known.beside.every((list, at) => list === beside[at])) return known.due;
  const due = findDue(reads, tasks as readonly Task[]);
  knownDue.set(tasks, { beside, now, due });
  return due;
}

function findDue(reads: PlanContext, tasks: readonly Task[]): DueTask[] {
  const { now } = reads;
  const today = dateOf(now);
  const due: { key: string; one: DueTask }[] = [];
  for (const task of tasks) {
    if (task.due === undefined || task.state === "waiting" || !isMine(reads, task)) continue;
    const until = isLate(task, now) ? today : task.due;
    const minutes = leftMinutes(reads, task, until);
    if (minutes > 0) due.push({ key: `${endOf(until)} ${task.id}`, one: { task, due: until, minutes } });
  }
  return due.sort((a, b) => (a.key < b.key ? -1 : 1)).map(({ one }) => one);
}

/**
 * The due dates by which the work does not fit, earliest first: all that is due by then (earliest due first) against
 * the working time that is free until then. One that is short by no more than one before it is left out, since what
 * mends that mends it.
 */
export function shortages(due: readonly DueTask[], free: FreeAhead, now: MomentText): Shortage[] {
  const sums = free.sums(now);
  const found: Shortage[] = [];
  let workMinutes = 0;
  let worst = 0;
  for (let at = 0; at < due.length; at++) {
    const { due: until, minutes } = due[at] as DueTask;
    workMinutes += minutes;
    if (due[at + 1]?.due === until) continue;
    if (daysBetween(dateOf(now), dateOf(until)) >= daysAhead) break;
    const freeMinutes = free.until(now, until, sums);
    const shortMinutes = workMinutes - freeMinutes;
    if (shortMinutes <= worst) continue;
    worst = shortMinutes;
    found.push({ until, workMinutes, freeMinutes, shortMinutes, tasks: due.slice(0, at + 1) });
  }
  return found;
}

/** Hours before a due date that another task has, which may be done later: what could move. */
interface Movable {
  readonly task: Task;
  readonly block: Block;
  readonly minutes: number;
}

/**
 * Blocks between now and a shortage whose tasks are not due by then, what presses least first: moved behind it, they
 * make room.
 */
export function movable(reads: PlanContext, { until }: Shortage): Movable[] {
  const { now } = reads;
  const end = endOf(until);
  const byTask = new Map<Id, Movable[]>();
  const tasks: Task[] = [];
  for (const task of reads.list("unfinishedTasks", "all") as Task[]) {
    if (task.due !== undefined && endOf(task.due) <= end) continue;
    const blocks = (reads.list("blocksByTask", task.id) as Block[]).filter(
      (block) => block.task === task.id && block.start > now && block.start < end,
    );
    if (blocks.length === 0) continue;
    tasks.push(task);
    byTask.set(
      task.id,
      blocks.map((block) => ({ task, block, minutes: minutesBetween(block.start, block.end) })),
    );
  }
  return byPressing(tasks, now, reads.settings)
    .reverse()
    .flatMap(({ id }) => byTask.get(id) ?? []);
}
