import { isUnfinished, type Block, type PensumRecord, type Project, type Task, type Work } from "../../model";
import { entriesUnder, entryMinutes, isMine, isRepeating, loadOf, freeOn, leftMinutes, type Load } from "../../plan";
import type { Store } from "../../store";
import { minuteOf, addDays, dateOf, daysBetween, type DateText } from "../../time";

/** A project whose time for a review has come, with what happened since the last one. */
export interface ProjectForReview {
  readonly project: Project;
  /** Days since it was last looked at; undefined for never. */
  readonly sinceDays: number | undefined;
  readonly openTasks: readonly Task[];
  readonly doneSince: number;
  readonly givenSince: number;
  /** What was noted in the log since, newest first. */
  readonly notes: readonly string[];
}

/** The open projects that are due for a review by their own rhythm, the longest waiting first. */
export function projectsForReview(store: Store, today: DateText): ProjectForReview[] {
  return (store.list("kind", "project") as readonly Project[])
    .filter(({ state, reviewEveryDays, reviewedOn }) => {
      if (!isUnfinished(state) || reviewEveryDays === undefined) return false;
      return reviewedOn === undefined || addDays(reviewedOn, reviewEveryDays) <= today;
    })
    .toSorted((a, b) => ((a.reviewedOn ?? "") < (b.reviewedOn ?? "") ? -1 : 1))
    .map((project) => projectForReview(store, project, today));
}

/** What a review of a project looks at. */
export function projectForReview(store: Store, project: Project, today: DateText): ProjectForReview {
  const since = project.reviewedOn ?? "";
  const tasks = (store.list("links", `project:${project.id}`) as readonly PensumRecord[]).filter(
    (one): one is Task => one.kind === "task",
  );
  const entries = (entriesUnder(store, project) ?? []).filter(({ start }) => dateOf(start) >= since);
  const now = store.clock.now();
  return {
    project,
    sinceDays: project.reviewedOn === undefined ? undefined : daysBetween(project.reviewedOn, today),
    openTasks: tasks.filter(({ state }) => isUnfinished(state)),
    doneSince: tasks.filter(({ state, doneAt }) => state === "done" && doneAt !== undefined && dateOf(doneAt) >= since)
      .length,
    givenSince: entries.reduce((sum, entry) => sum + entryMinutes(entry, now, store.clock.zone), 0),
    notes: entries.flatMap(({ text }: Work) => (text.trim() === "" ? [] : [text.trim()])),
  };
}

/** The open tasks of the person's own that have no day at all: none to be done on, none they are due, none of their hours, none they rest until. */
export function tasksWithoutDay(store: Store): Task[] {
  const now = store.clock.now();
  return (store.list("unfinishedTasks", "all") as readonly Task[])
    .filter((task) => {
      const { doDay, due, restUntil, unclarified, state } = task;
      if (doDay ?? due ?? restUntil) return false;
      if (unclarified === true || state === "waiting" || isRepeating(task) || !isMine(store, task)) return false;
      return !(store.list("blocksByTask", task.id) as readonly Block[]).some(({ end }) => end > now);
    })
    .toSorted((a, b) => (a.createdAt < b.createdAt ? -1 : a.createdAt > b.createdAt ? 1 : a.id < b.id ? -1 : 1));
}

/** A day on which more is planned than it can take, and what of it could go elsewhere. */
export interface FullDay {
  readonly date: DateText;
  readonly load: Load;
  readonly overMinutes: number;
  /** What could move, the shortest that is enough in front: it is meant for that day, and due on none before the other. */
  readonly movable: readonly {
    readonly task: Task;
    readonly minutes: number;
    readonly to: DateText;
    readonly roomMinutes: number;
  }[];
}

/** The overfull days from a date to another, each with what could move to which day of the same stretch. */
export function fullDays(store: Store, from: DateText, to: DateText): FullDay[] {
  const rooms = new Map<DateText, number>();
  for (let date = from; date <= to; date = addDays(date, 1)) rooms.set(date, roomBeside(store, date));
  const days: FullDay[] = [];
  for (const date of rooms.keys()) {
    const load = loadOf(store, date);
    const overMinutes = load.plannedMinutes - load.capacityMinutes;
    if (load.capacityMinutes === 0 || overMinutes <= 0) continue;
    const movable = (store.list("tasksByDoDay", date) as readonly Task[])
      .filter((task) => isUnfinished(task.state) && isMine(store, task) && !isRepeating(task))
      .flatMap((task) => {
        const minutes = leftMinutes(store, task);
        if (minutes === 0) return [];
        const last = task.due === undefined ? to : dateOf(task.due);
        const [best] = [...rooms]
          .filter(([day, room]) => day > date && day <= last && room >= minutes)
          .sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
        return best ? [{ task, minutes, to: best[0], roomMinutes: best[1] }] : [];
      })
      .sort((a, b) => fit(a.minutes, overMinutes) - fit(b.minutes, overMinutes) || (a.task.id < b.task.id ? -1 : 1));
    days.push({ date, load, overMinutes, movable });
  }
  return days;
}

/** What more a day could take: its free time, less what waits for hours on it already. */
function roomBeside(store: Store, date: DateText): number {
  const { plannedMinutes, placedMinutes } = loadOf(store, date);
  const from = date === dateOf(store.now) ? minuteOf(store.now) : 0;
  return Math.max(0, freeOn(store, date, from) - (plannedMinutes - placedMinutes));
}

/** What is just enough comes first, then what is nearly enough. */
function fit(minutes: number, over: number): number {
  return minutes >= over ? minutes - over : 10_000 - minutes;
}

/** Tasks of a day that is being closed which are not done. */
export function leftToday(store: Store, date: DateText): Task[] {
  return (store.list("tasksByDoDay", date) as readonly Task[]).filter(
    (task) => isUnfinished(task.state) && isMine(store, task),
  );
}
