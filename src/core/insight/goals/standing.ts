import { isUnfinished, type Block, type Dye, type Goal, type Id, type Settings, type Task } from "../../model";
import { minutesFor } from "../../page";
import { goalsUnder, periodStart, tasksUnder } from "../../plan";
import { fieldNamed, fieldValues } from "../../register";
import type { Store } from "../../store";
import { dyeOf } from "../../things";
import {
  addDays,
  dateOf,
  dateOfDayNumber,
  dayNumber,
  daysBetween,
  durationText,
  startOfWeek,
  workingMinutesBetween,
  type DateText,
} from "../../time";
import { ledgerOf, type Ledger } from "../ledger";
import type { ForecastQuestion } from "./forecast";

/** Where a goal stands today, and where it should. */
export interface GoalStanding {
  readonly goal: Goal;
  readonly start: DateText;
  readonly due: DateText | undefined;
  /** How far it has come, and how much further what is planned will bring it; 0 to 1. */
  readonly done: number;
  readonly planned: number;
  /** "4 of 9 tasks", "12 h 20 of 18 h", "3 of 8". */
  readonly words: string;
  /** Minutes given to it and to all that serves it, by whomever. */
  readonly givenMinutes: number;
  /** How far it should have come by today; undefined where there is no date to hold it against. */
  readonly expected: number | undefined;
  readonly course: Course;
  /** What its end can be forecast from; undefined where its measure has no pace. */
  readonly question: ForecastQuestion | undefined;
}

/** How a goal stands against its course; days are calendar days. */
export type Course =
  | { readonly kind: "reached" | "on" | "undated" | "notBegun" | "unmeasured" }
  | { readonly kind: "behind" | "ahead" | "late"; readonly days: number };

interface Asked {
  readonly store: Store;
  readonly settings: Settings;
  readonly today: DateText;
  readonly firstWeekday: number;
}

/** Weeks that are looked back on for the pace. */
const weeksBack = 12;
/** A goal is on its course within so many days, or within this share of its span. */
const [fewDays, smallShare] = [2, 0.05];

/** Where a goal stands. */
export function standingOf(asked: Asked, goal: Goal): GoalStanding {
  const { store, today, firstWeekday } = asked;
  const goals = goalsUnder(store, goal.id);
  const tasks = tasksUnder(store, goals).filter(({ state }) => state !== "dropped");
  const given = minutesGiven(store, goals);
  const due = goal.due;
  const start = startOf(goal, firstWeekday, today);
  const measured = measure(asked, goal, goals, tasks, given.all);
  const done = goal.state === "done" ? 1 : measured.done;
  const expected = due === undefined ? undefined : expectedBy(asked, goal, goals, tasks, start, due, today);
  return {
    ...{ goal, start, due, done, expected },
    planned: Math.max(0, Math.min(1 - done, measured.planned)),
    words: measured.words,
    givenMinutes: given.all,
    course: courseOf(asked, goal, goals, tasks, { start, due, done, expected, isEmpty: measured.isEmpty }),
    question: questionOf(measured, given, today, start),
  };
}

/** The day from which a goal is counted. */
export function startOf({ start, createdAt, due, span }: Goal, firstWeekday: number, today: DateText): DateText {
  if (start !== undefined) return start;
  const made = dateOf(createdAt);
  const period = due === undefined ? made : periodStart(span, due, firstWeekday);
  const first = period > made ? period : made;
  return due !== undefined && first > due ? due : first > today && made <= today ? made : first;
}

interface Measured {
  readonly done: number;
  readonly planned: number;
  readonly words: string;
  /** Set where there is nothing yet to see by how far it has come. */
  readonly isEmpty?: boolean | undefined;
  /** How much is left, and what of it was done in each week, where it has a pace. */
  readonly remaining?: number;
  readonly gainDates?: readonly DateText[];
}

function measure(
  { store, today }: Asked,
  goal: Goal,
  goals: readonly Id[],
  tasks: readonly Task[],
  givenMinutes: number,
): Measured {
  switch (goal.measure ?? "tasks") {
    case "minutes": {
      const wanted = goal.targetMinutes ?? 0;
      const ahead = tasks.reduce((sum, task) => sum + minutesAhead(store, task, store.clock.now()), 0);
      return {
        done: wanted > 0 ? Math.min(1, givenMinutes / wanted) : 0,
        planned: wanted > 0 ? ahead / wanted : 0,
        words: wanted > 0 ? `${durationText(givenMinutes)} of ${durationText(wanted)}` : durationText(givenMinutes),
        ...(wanted > 0 ? { remaining: wanted - givenMinutes } : { isEmpty: true }),
      };
    }
    case "number": {
      const now = (goal.numberField ? numberFrom(store, goal, goal.numberField) : undefined) ?? goal.number;
      const { startNumber = 0, targetNumber } = goal;
      if (now === undefined || targetNumber === undefined || targetNumber === startNumber)
        return { done: 0, planned: 0, words: now === undefined ? "no number yet" : String(now), isEmpty: true };
      const share = (now - startNumber) / (targetNumber - startNumber);
      return { done: Math.max(0, Math.min(1, share)), planned: 0, words: `${round(now)} of ${round(targetNumber)}` };
    }
    case "milestones": {
      const parts = goals.slice(1).flatMap((id) => store.find("goal", id) ?? []);
      const own = parts.filter(({ parent, state }) => parent === goal.id && state !== "dropped");
      const reached = own.filter(({ state }) => state === "done");
      return {
        done: own.length > 0 ? reached.length / own.length : 0,
        planned: 0,
        words: own.length > 0 ? `${reached.length} of ${own.length} goals` : "no goals under it yet",
        ...(own.length > 0 ? { remaining: own.length - reached.length } : { isEmpty: true }),
        gainDates: reached.flatMap(({ doneAt }) => (doneAt ? [dateOf(doneAt)] : [])),
      };
    }
    case "yesNo":
      return { done: 0, planned: 0, words: goal.state === "done" ? "reached" : "not reached yet" };
    default: {
      const ended = tasks.filter(({ state }) => state === "done");
      const placed = tasks.filter((task) => isUnfinished(task.state) && isPlanned(store, task, today));
      return {
        done: tasks.length > 0 ? ended.length / tasks.length : 0,
        planned: tasks.length > 0 ? placed.length / tasks.length : 0,
        words:
          tasks.length > 0
            ? `${ended.length} of ${tasks.length} ${tasks.length === 1 ? "task" : "tasks"}`
            : "no tasks yet",
        ...(tasks.length > 0 ? { remaining: tasks.length - ended.length } : { isEmpty: true }),
        gainDates: ended.flatMap(({ doneAt }) => (doneAt ? [dateOf(doneAt)] : [])),
      };
    }
  }
}

/** The number that a field of a goal tells, by its name or its label: a summary of any register, or a formula. */
function numberFrom(store: Store, goal: Goal, name: string): number | undefined {
  const { register, field } = fieldNamed(store, "goals", name) ?? {};
  const value = field && register ? fieldValues(store).reader(register, field)(goal) : undefined;
  return typeof value === "number" ? value : undefined;
}

/** What a goal is drawn in: the dye of the theme that most of its tasks have. */
export function dyeOfGoal(store: Store, goal: Goal): Dye {
  const counts = new Map<Dye, number>();
  for (const task of tasksUnder(store, goalsUnder(store, goal.id)))
    if (task.theme) counts.set(dyeOf(task, store), (counts.get(dyeOf(task, store)) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? "slate";
}

function round(value: number): string {
  return String(Math.round(value * 100) / 100);
}

/** Minutes that a task has on the calendar from now on. */
function minutesAhead(store: Store, task: Task, now: string): number {
  if (!isUnfinished(task.state)) return 0;
  return (store.list("blocksByTask", task.id) as readonly Block[]).reduce(
    (sum, block) => (block.end > now ? sum + minutesFor(block, task.id) : sum),
    0,
  );
}

/** Whether a task has a day or hours from `from` on, and up to `to` where that is given. */
function isPlanned(store: Store, task: Task, from: DateText, to = "9999"): boolean {
  if (task.doDay !== undefined && task.doDay >= from && task.doDay <= to) return true;
  return (store.list("blocksByTask", task.id) as readonly Block[]).some(
    ({ start, end }) => dateOf(end) >= from && dateOf(start) <= to,
  );
}

interface Given {
  readonly all: number;
  /** Minutes by day since 1970. */
  readonly byDay: ReadonlyMap<number, number>;
}

/** What was given to each goal, by whomever, by day, as long as the log stays as it is. */
const knownGiven = new WeakMap<Ledger, { readonly revision: number; readonly byGoal: Map<Id, Map<number, number>> }>();

function givenByGoal(store: Store): ReadonlyMap<Id, ReadonlyMap<number, number>> {
  const ledger = ledgerOf(store);
  const known = knownGiven.get(ledger);
  if (known?.revision === ledger.revision) return known.byGoal;
  const byGoal = new Map<Id, Map<number, number>>();
  for (let row = 0; row < ledger.size; row++) {
    const minutes = ledger.minutes[row]!;
    if (minutes === 0) continue;
    const goal = ledger.subjectKey(ledger.subjectNumber(row), "goal");
    if (goal === undefined) continue;
    let byDay = byGoal.get(goal);
    if (!byDay) byGoal.set(goal, (byDay = new Map()));
    const day = ledger.day[row]!;
    byDay.set(day, (byDay.get(day) ?? 0) + minutes);
  }
  knownGiven.set(ledger, { revision: ledger.revision, byGoal });
  return byGoal;
}

/** What was given to goals, by day. */
function minutesGiven(store: Store, goals: readonly Id[]): Given {
  const byGoal = givenByGoal(store);
  const byDay = new Map<number, number>();
  let all = 0;
  for (const goal of goals)
    for (const [day, minutes] of byGoal.get(goal) ?? []) {
      byDay.set(day, (byDay.get(day) ?? 0) + minutes);
      all += minutes;
    }
  return { all, byDay };
}

/** Minutes given in each of the last weeks, the present one last. */
export function givenByWeek(
  store: Store,
  goal: Id,
  today: DateText,
  firstWeekday: number,
  weeks: number,
): readonly { readonly from: DateText; readonly minutes: number }[] {
  const { byDay } = minutesGiven(store, goalsUnder(store, goal));
  const last = dayNumber(startOfWeek(today, firstWeekday));
  return Array.from({ length: weeks }, (_, at) => {
    const from = last - 7 * (weeks - 1 - at);
    let minutes = 0;
    for (let day = from; day < from + 7; day++) minutes += byDay.get(day) ?? 0;
    return { from: dateOfDayNumber(from), minutes };
  });
}

/** The pace of the last weeks that are over: seven days each, up to yesterday, none before the goal was begun. */
function questionOf(measured: Measured, given: Given, today: DateText, start: DateText): ForecastQuestion | undefined {
  const { remaining, gainDates } = measured;
  if (remaining === undefined) return undefined;
  const end = dayNumber(today);
  const weeks = Math.min(weeksBack, Math.floor((end - dayNumber(start)) / 7));
  const gains = new Array<number>(Math.max(0, weeks)).fill(0);
  const add = (day: number, gain: number) => {
    const back = Math.floor((end - 1 - day) / 7);
    if (day < end && back < weeks) gains[weeks - 1 - back]! += gain;
  };
  if (gainDates) for (const date of gainDates) add(dayNumber(date), 1);
  else for (const [day, minutes] of given.byDay) add(day, minutes);
  return { remaining, gains };
}

/** How far a goal should have come by a day, 0 to 1. */
function expectedBy(
  { store, settings }: Asked,
  goal: Goal,
  goals: readonly Id[],
  tasks: readonly Task[],
  start: DateText,
  due: DateText,
  day: DateText,
): number {
  if (day > due) return 1;
  const even = () => {
    const [whole, part] = [addDays(due, 1), addDays(day, 1)].map((end) =>
      workingMinutesBetween(settings.workingWeek, start, end),
    ) as [number, number];
    if (whole > 0) return Math.max(0, Math.min(1, part / whole));
    return Math.max(0, Math.min(1, (daysBetween(start, day) + 1) / (daysBetween(start, due) + 1)));
  };
  if (goal.course === "milestones") {
    const parts = goals.slice(1).flatMap((id) => store.find("goal", id) ?? []);
    const dated = parts.filter(({ parent, state, due: by }) => parent === goal.id && state !== "dropped" && by);
    return dated.length === 0 ? even() : dated.filter(({ due: by }) => by! <= day).length / dated.length;
  }
  if (goal.course === "effort") {
    const dated = tasks.flatMap((task) => {
      const by = task.due ?? task.doDay ?? (task.doneAt && dateOf(task.doneAt));
      return by === undefined ? [] : [{ by: dateOf(by), minutes: store.lengthOf(task) ?? 30 }];
    });
    const all = dated.reduce((sum, { minutes }) => sum + minutes, 0);
    return all === 0 ? even() : dated.reduce((sum, { by, minutes }) => (by <= day ? sum + minutes : sum), 0) / all;
  }
  return even();
}

function courseOf(
  asked: Asked,
  goal: Goal,
  goals: readonly Id[],
  tasks: readonly Task[],
  at: Pick<GoalStanding, "start" | "due" | "done" | "expected"> & Pick<Measured, "isEmpty">,
): Course {
  const { today } = asked;
  const { start, due, done, expected } = at;
  if (done >= 1) return { kind: "reached" };
  if (due === undefined || expected === undefined) return { kind: "undated" };
  if (today > due) return { kind: "late", days: daysBetween(due, today) };
  if (today < start) return { kind: "notBegun" };
  if (at.isEmpty) return { kind: "unmeasured" };
  // What is reached or not has no way between the two.
  if (goal.measure === "yesNo") return { kind: "on" };
  const tolerance = Math.max(fewDays, Math.round(daysBetween(start, due) * smallShare));
  // The first day on which it should have come as far as it has: that far is it from its course.
  let [low, high] = [dayNumber(start), dayNumber(due)];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    const share = expectedBy(asked, goal, goals, tasks, start, due, dateOfDayNumber(middle));
    if (share >= done) high = middle;
    else low = middle + 1;
  }
  const days = dayNumber(today) - low;
  if (days > tolerance && done < expected) return { kind: "behind", days };
  return days < -tolerance && done > expected ? { kind: "ahead", days: -days } : { kind: "on" };
}

/** The open goals for which nothing is planned from a day to another: no task of theirs has a day or hours in it, and none of a goal below them. */
export function unplannedGoals(store: Store, goals: readonly Goal[], from: DateText, to: DateText): Goal[] {
  return goals.filter((goal) => {
    if (!isUnfinished(goal.state) || goal.span === "life") return false;
    const under = goalsUnder(store, goal.id);
    return !tasksUnder(store, under).some((task) => isUnfinished(task.state) && isPlanned(store, task, from, to));
  });
}
