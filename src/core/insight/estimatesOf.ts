import type { Id, PensumRecord, Task, Work } from "../model";
import type { Store } from "../store";
import { dateOf, minutesBetween } from "../time";
import { Estimates, type EstimateCase } from "./estimates";

/** The case that a task that is done makes; undefined where nobody knows what it took. */
export function caseOf(reads: Pick<Store, "list">, task: Task): EstimateCase | undefined {
  if (task.state !== "done" || task.doneAt === undefined) return undefined;
  const entries = (reads.list("links", `task:${task.id}`) as PensumRecord[]).filter(
    (record): record is Work => record.kind === "work",
  );
  const logged = entries.reduce((sum, { start, end }) => sum + minutesBetween(start, end ?? start), 0);
  const workedMinutes = logged > 0 ? logged : (task.tookMinutes ?? 0);
  if (workedMinutes <= 0) return undefined;
  const [first] = entries;
  return {
    id: task.id,
    date: dateOf(task.doneAt),
    workedMinutes,
    ...(task.estimateMinutes ? { estimateMinutes: task.estimateMinutes } : {}),
    ...(task.theme ? { theme: task.theme } : {}),
    ...(first?.person ? { person: first.person } : {}),
  };
}

/** So many cases are read at first: what is older has faded to little, and would take longer than a frame. */
const mostRead = 2000;

/** The newest of the tasks that are done, about as many as are read: whole months, the newest first. */
function newestDone(tasks: readonly Task[]): Task[] {
  const done = tasks.filter(({ state, doneAt }) => state === "done" && doneAt !== undefined);
  if (done.length <= mostRead) return done;
  const monthOf = ({ doneAt = "" }: Task) => doneAt.slice(0, 7);
  const counts = new Map<string, number>();
  for (const task of done) counts.set(monthOf(task), (counts.get(monthOf(task)) ?? 0) + 1);
  let count = 0;
  const months = [...counts].sort(([a], [b]) => (a < b ? 1 : -1)).filter(([, of]) => (count += of) - of < mostRead);
  const first = months.at(-1)?.[0] ?? "";
  return done.filter((task) => monthOf(task) >= first).slice(-mostRead * 2);
}

/** Estimates that follow a store, and what ends that. */
export interface FollowedEstimates {
  readonly estimates: Estimates;
  readonly stop: () => void;
}

/**
 * Learns from the tasks of a store that are done: the newest of them at first; from then on each change takes its old case out
 * and puts its new one in.
 * @param isWanted says which cases count
 * @param onChange called when something was learnt or forgotten
 */
export function followEstimates(
  store: Store,
  isWanted: (one: EstimateCase) => boolean = () => true,
  onChange = () => {},
): FollowedEstimates {
  const estimates = new Estimates();
  const cases = new Map<Id, EstimateCase>();
  const follow = (id: Id): boolean => {
    const before = cases.get(id);
    const task = store.find("task", id);
    const found = task && caseOf(store, task);
    const now = found && isWanted(found) ? found : undefined;
    if (before) estimates.remove(before);
    if (now) {
      estimates.add(now);
      cases.set(id, now);
    } else cases.delete(id);
    return before !== undefined || now !== undefined;
  };
  for (const { id } of newestDone(store.list("kind", "task") as readonly Task[])) follow(id);
  const stop = store.onChange((changes) => {
    const touched = new Set<Id>();
    for (const { from, to } of changes)
      for (const record of [from, to]) {
        if (record?.kind === "task") touched.add(record.id);
        else if (record?.kind === "work" && record.task) touched.add(record.task);
      }
    if ([...touched].filter(follow).length > 0) onChange();
  });
  return { estimates, stop };
}

/** What a workspace has taught of how long work takes, up to now; kept in step with it. */
export function estimatesOf(store: Store): Estimates {
  return store.derived(followingEstimates);
}

const followingEstimates = (store: Store) => followEstimates(store).estimates;
