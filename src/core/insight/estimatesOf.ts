import { isUnfinished, type Id, type PensumRecord, type Task, type Work } from "../model";
import type { Store } from "../store";
import { dateOf, minutesBetween } from "../time";
import { Estimates, type EstimateCase } from "./estimates";

/** The case that a task that is done makes; undefined where nobody knows what it took. */
export function caseOf(reads: Pick<Store, "list">, task: Task): EstimateCase | undefined {
  if (task.state !== "done" || task.doneAt === undefined) return undefined;
  const entries = (reads.list("links", `task:${task.id}`) as PensumRecord[]).filter(
    (record): record is Work => record.kind === "work",
  );
  const logged = entries.reduce((sum, { start, end }) => sum + minutesBetween(start, end), 0);
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

const kept = new WeakMap<Store, Estimates>();

/**
 * What a workspace has taught of how long work takes. Read from all tasks that are done the first time; from then on each
 * change takes its old case out and puts its new one in.
 */
export function estimatesOf(store: Store): Estimates {
  const known = kept.get(store);
  if (known) return known;
  const estimates = new Estimates();
  const cases = new Map<Id, EstimateCase>();
  const follow = (id: Id) => {
    const before = cases.get(id);
    const task = store.find("task", id);
    const now = task && caseOf(store, task);
    if (before) estimates.remove(before);
    if (now) {
      estimates.add(now);
      cases.set(id, now);
    } else cases.delete(id);
  };
  for (const task of store.list("kind", "task") as readonly Task[]) if (!isUnfinished(task.state)) follow(task.id);
  store.onChange((changes) => {
    const touched = new Set<Id>();
    for (const { from, to } of changes)
      for (const record of [from, to]) {
        if (record?.kind === "task") touched.add(record.id);
        else if (record?.kind === "work" && record.task) touched.add(record.task);
      }
    for (const id of touched) follow(id);
  });
  kept.set(store, estimates);
  return estimates;
}
