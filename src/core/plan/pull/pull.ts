import type { PlanContext } from "../context";
import {
  isUnfinished,
  pullParts,
  type Goal,
  type Id,
  type PullPart,
  type PullWeights,
  type Settings,
  type Task,
} from "../../model/index";
import type { Store } from "../../store/index";
import { dateOf, daysBetween, usualDayMinutes, type DateText, type MomentText } from "../../time/index";
import { freeAheadOf, type FreeAhead } from "../week/freeAhead";
import { leftMinutes } from "../day/left";
import { isLate } from "../day/reasons";

/** What the parts of the pull count for, of 100. docs/pull.md says why. */
export const usualWeights: PullWeights = {
  priority: 30,
  slack: 30,
  carried: 12,
  goal: 10,
  age: 7,
  awaited: 7,
  length: 4,
};

/** One part of the pull of a task. */
export interface PullShare {
  readonly part: PullPart;
  /** How strongly it speaks, from 0 to 1. */
  readonly share: number;
  /** What it adds to the pull, and the most it could. */
  readonly points: number;
  readonly most: number;
}

/** How strongly a task asks to be next, with its reasons. */
export interface Pull {
  /** From 0 to 100, a whole number. */
  readonly points: number;
  readonly parts: readonly PullShare[];
  /** Working minutes before it is due, less the work still to do; undefined for what is not due. */
  readonly slackMinutes: number | undefined;
}

interface PullSetting {
  readonly reads: PlanContext;
  readonly free: FreeAhead;
  readonly weights?: PullWeights;
}

const longTask = 120;
const shortTask = 15;
const oldDays = 60;
/** With so much working time to spare, in minutes, half of the part is gone. */
const halfSlack = 960;

/**
 * The pull of tasks: gives a function, so that what is the same for all (free time, goals, who waits for whom) is
 * worked out once. See docs/pull.md for the formula.
 */
export function pullOf({ reads, free, weights }: PullSetting): (task: Task) => Pull {
  const { settings, now } = reads;
  const given = weights ?? settings.pullWeights ?? usualWeights;
  const all = pullParts.reduce((sum, part) => sum + given[part], 0) || 1;
  const sums = free.sums(now);
  const today = dateOf(now);
  const standings = new Map<Id, number>();
  const awaited = new Map<Id, number>();
  for (const task of reads.list("unfinishedTasks", "all") as Task[])
    for (const id of task.after ?? []) awaited.set(id, (awaited.get(id) ?? 0) + 1);
  const levels = settings.priorities.length;

  const standingOf = (id: Id | undefined): number => {
    const goal = id === undefined ? undefined : reads.find("goal", id);
    if (!goal || !isUnfinished(goal.state)) return 0;
    let standing = standings.get(goal.id);
    if (standing === undefined) standings.set(goal.id, (standing = goalStanding(reads, goal, today)));
    return standing;
  };

  const shares = (task: Task, slackMinutes: number | undefined): Record<PullPart, number> => {
    const level = settings.priorities.findIndex(({ id }) => id === task.priority);
    const days = Math.max(0, daysBetween(dateOf(task.createdAt), today));
    const minutes = task.estimateMinutes;
    return {
      priority: level < 0 ? 1 / 3 : levels === 1 ? 1 : 1 - level / (levels - 1),
      slack: slackMinutes === undefined ? 0 : slackMinutes <= 0 ? 1 : halfSlack / (halfSlack + slackMinutes),
      carried: 1 - 0.75 ** task.carried,
      goal: standingOf(task.goal),
      age: Math.min(1, days / oldDays),
      awaited: 1 - 0.4 ** (awaited.get(task.id) ?? 0),
      length: minutes === undefined ? 0 : Math.max(0, Math.min(1, (longTask - minutes) / (longTask - shortTask))),
    };
  };

  return (task) => {
    const slackMinutes =
      task.due === undefined ? undefined : slackOf(reads, task, task.due, free.until(now, task.due, sums));
    const share = shares(task, slackMinutes);
    const parts = pullParts.map((part) => {
      const most = (given[part] * 100) / all;
      return { part, share: share[part], points: share[part] * most, most };
    });
    const whole = wholeParts(parts);
    return { points: whole.reduce((sum, part) => sum + part.points, 0), parts: whole, slackMinutes };
  };
}

interface CurrentPull {
  known?: { readonly of: readonly unknown[]; readonly pull: (task: Task) => Pull };
}
const noPullYet = (): CurrentPull => ({});

/** The pull of tasks as it is now, each worked out once for as long as no fact and no minute changes. */
export function currentPull(store: Store): (task: Task) => Pull {
  const { settings } = store;
  const now = store.clock.now();
  const of = [store.factsRevision, now, settings];
  const current = store.derived(noPullYet);
  const { known } = current;
  if (known?.of.every((one, at) => one === of[at])) return known.pull;
  const pull = pullOf({ reads: store, free: freeAheadOf(store) });
  const pulls = new Map<Task, Pull>();
  const kept = (task: Task) => {
    let own = pulls.get(task);
    if (!own) pulls.set(task, (own = pull(task)));
    return own;
  };
  current.known = { of, pull: kept };
  return kept;
}

/**
 * The parts in whole points that add up to the whole of them (largest remainder): what is shown of each is what counts.
 * The order of tasks goes by the same whole number.
 */
function wholeParts(parts: readonly PullShare[]): PullShare[] {
  const sum = Math.max(0, Math.min(100, Math.round(parts.reduce((all, { points }) => all + points, 0))));
  const floors = parts.map(({ points }) => Math.floor(points));
  const left = sum - floors.reduce((all, points) => all + points, 0);
  const byRemainder = parts
    .map(({ points }, at) => ({ at, rest: points - Math.floor(points) }))
    .sort((a, b) => b.rest - a.rest || a.at - b.at);
  for (const { at } of byRemainder.slice(0, left)) floors[at] = (floors[at] as number) + 1;
  return parts.map((part, at) => ({ ...part, points: floors[at] as number }));
}

function slackOf(reads: PlanContext, task: Task, due: DateText | MomentText, freeMinutes: number): number {
  return isLate({ due }, reads.now)
    ? Math.min(0, -leftMinutes(reads, task))
    : freeMinutes - leftMinutes(reads, task, due);
}

/**
 * How much a goal asks for work, from 0.3 for one that is on its way to 1 for one that is far behind: the share of its
 * time that has passed, beyond the share of its work that is done. One without a due date asks for 0.3.
 */
export function goalStanding(reads: PlanContext, goal: Goal, today: DateText): number {
  const usual = 0.3;
  if (!goal.due) return usual;
  const begun = dateOf(goal.createdAt);
  const whole = Math.max(1, daysBetween(begun, goal.due));
  const passed = Math.max(0, Math.min(1, daysBetween(begun, today) / whole));
  let [done, all] = [0, 0];
  for (const task of reads.list("links", `goal:${goal.id}`)) {
    if (task.kind !== "task" || task.state === "dropped") continue;
    const minutes = task.estimateMinutes ?? 30;
    all += minutes;
    if (task.state === "done") done += minutes;
  }
  return Math.min(1, usual + Math.max(0, passed - (all === 0 ? 0 : done / all)));
}

/** The orders in which "what next" can be asked. */
type NextOrder = "pull" | "newest" | "warmUp";

/** Carried so often, a task is one that keeps being put off. */
const longCarried = 4;

/** Tells whether a task keeps being put off: carried many times, or open for long and carried at least once. */
export function isLongCarried(task: Pick<Task, "carried" | "createdAt">, today: DateText): boolean {
  return task.carried >= longCarried || (task.carried > 0 && daysBetween(dateOf(task.createdAt), today) > oldDays);
}

/**
 * Whether carrying a task once more asks what keeps it: nothing is asked of one that is fresh, one that keeps being put off
 * may be given a reason, and one that was carried twice as often must have one.
 */
export function askedOnCarrying(
  task: Pick<Task, "carried" | "createdAt">,
  today: DateText,
): "nothing" | "may" | "must" {
  if (task.carried >= 2 * longCarried) return "must";
  return isLongCarried(task, today) ? "may" : "nothing";
}

/**
 * Tasks in the order in which they might be done. Warming up takes two short fresh ones first, then the one that was
 * put off longest, then the rest by pull.
 */
export function inNextOrder(
  tasks: readonly Task[],
  order: NextOrder,
  pull: (task: Task) => Pull,
  today: DateText,
): Task[] {
  const newest = (a: Task, b: Task) => (a.createdAt > b.createdAt ? -1 : a.createdAt < b.createdAt ? 1 : 0);
  const byId = (a: Task, b: Task) => (a.id < b.id ? -1 : 1);
  if (order === "newest") return tasks.toSorted((a, b) => newest(a, b) || byId(a, b));
  const points = new Map(tasks.map((task) => [task, pull(task).points]));
  const byPull = tasks.toSorted(
    (a, b) => (points.get(b) as number) - (points.get(a) as number) || newest(a, b) || byId(a, b),
  );
  if (order === "pull") return byPull;
  const easy = byPull
    .filter((task) => !isLongCarried(task, today) && (task.estimateMinutes ?? longTask) <= 30)
    .slice(0, 2);
  const hard = byPull
    .filter((task) => isLongCarried(task, today))
    .sort((a, b) => b.carried - a.carried)
    .slice(0, 1);
  const first = new Set([...easy, ...hard]);
  return [...first, ...byPull.filter((task) => !first.has(task))];
}

/** Minutes of working time as working days of the week's usual capacity. */
export function workingDays(minutes: number, { workingWeek }: Settings): number {
  return minutes / usualDayMinutes(workingWeek);
}
