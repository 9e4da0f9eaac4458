import type { Id, PensumRecord, Task, Theme } from "../model";
import type { Store } from "../store";

/** What the floor reads: a store, or a transaction. */
export type ThingReads = Pick<Store, "find">;

/** The task that a record is about: itself, or of hours and of work the task they are for. */
export function taskOf(record: PensumRecord, reads: ThingReads): Task | undefined {
  if (record.kind === "task") return record;
  return record.kind === "block" || record.kind === "work" ? reads.find("task", record.task) : undefined;
}

/** The theme that a record is of: its own, or that of its task. */
export function themeOf(record: PensumRecord, reads: ThingReads): Theme | undefined {
  const own: Id | undefined = "theme" in record ? record.theme : undefined;
  const event = record.kind === "work" ? reads.find("event", record.event)?.theme : undefined;
  return reads.find("theme", own ?? taskOf(record, reads)?.theme ?? event);
}
