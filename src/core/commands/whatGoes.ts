import { builtInLinks, type Block, type ClockRun, type Id, type PensumRecord, type Task } from "../model";
import { minutesFor } from "../page";
import { clockRun, loggedMinutes, type PlanContext } from "../plan";
import type { ChangeSet } from "../store";
import { nameOf } from "../things";
import { counted, durationText, listed, minutesBetween } from "../time";

/** So many are named; of more it is said how many there are. */
const mostNamed = 2;

/**
 * What goes with records that are deleted, and what stays without them: ", with 2 h of hours; 4 h 35 of work stay in the log
 * under its name". Empty where nothing hangs on them.
 * @param hours the blocks that go with them
 * @param run what the clock did before
 */
export function whatGoes(
  reads: PlanContext,
  records: readonly PensumRecord[],
  hours: readonly Block[],
  run = clockRun(reads),
): string {
  const tasks = records.filter((record): record is Task => record.kind === "task");
  const ids = new Set(records.map(({ id }) => id));
  const placed = tasks.reduce((sum, { id }) => sum + hours.reduce((all, block) => all + minutesFor(block, id), 0), 0);
  const worked = tasks.reduce((sum, { id }) => sum + loggedMinutes(reads, id), 0);
  const isRunning = [run?.on.task, run?.on.event, run?.on.theme].some((id) => id !== undefined && ids.has(id));
  const linking = new Set<Id>();
  for (const { id } of records)
    for (const field of builtInLinks)
      for (const one of reads.list("links", `${field}:${id}`))
        if (!ids.has(one.id) && one.kind !== "work" && !(one.kind === "block" && one.task === id)) linking.add(one.id);
  const placedHours = placed > 0 ? `, with ${durationText(placed)} of hours` : "";
  const rest = [
    ...(isRunning ? ["the clock that was on it is off"] : []),
    ...(worked > 0 ? [`${durationText(worked)} of work stays in the log under its name`] : []),
    ...(linking.size > 0 ? [`${counted(linking.size, "record")} linked to it`] : []),
  ];
  return placedHours + rest.map((one) => `; ${one}`).join("");
}

/** A line that is taken back so soon, in minutes, was not meant to stay. */
const stillBeingWritten = 2;

/**
 * What writing on a page deleted, in a sentence: tasks whose lines are gone, with what went with them; undefined where there
 * were none, or only lines that were just being written.
 */
export function deletedByWriting(reads: PlanContext, { removed, updated }: ChangeSet): string | undefined {
  const gone = [...removed.values()];
  const tasks = gone.filter((record) => record.kind === "task");
  if (tasks.length === 0) return undefined;
  const names = tasks.map((task) => `“${nameOf(task, reads)}”`);
  const who = names.length > mostNamed ? counted(names.length, "task") : listed(names);
  const hours = gone.filter((record): record is Block => record.kind === "block");
  const more = whatGoes(reads, tasks, hours, updated.get("clock")?.[0].run as ClockRun | undefined);
  const isFresh = tasks.every(({ createdAt }) => minutesBetween(createdAt, reads.now) < stillBeingWritten);
  return more === "" && isFresh ? undefined : `Deleted ${who}${more}`;
}
