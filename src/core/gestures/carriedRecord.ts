import { minutesToPlace, usualBlockMinutes } from "../commands";
import type { PensumRecord, Task } from "../model";
import { localSpan, type PlanContext } from "../plan";
import { dayField } from "../register";
import { titleOf } from "../things";
import { isMoment, minutesBetween } from "../time";
import type { Carried } from "./meaningOf";

/** A task as it is taken to a day or to hours: as long as what has none of it yet. */
export function carriedTask(store: PlanContext, task: Task): Extract<Carried, { kind: "task" }> {
  const minutes = minutesToPlace(store, task);
  return { kind: "task", task: task.id, title: titleOf(task, store), minutes };
}

/** A record as it is taken out of a list or a board: a task and an event go to days and hours, another to a day by its date. */
export function carriedRecord(store: PlanContext, record: PensumRecord): Carried {
  const title = titleOf(record, store);
  if (record.kind === "task") return carriedTask(store, record);
  if (record.kind === "event") {
    const { start, end } = localSpan(record, store.zone);
    const minutes = isMoment(start) && isMoment(end) ? minutesBetween(start, end) : usualBlockMinutes;
    return { kind: "item", id: record.id, title, minutes, grabMinutes: 0 };
  }
  const by = dayField(store, record);
  if (!by) return { kind: "record", id: record.id, title, minutes: 0 };
  return {
    kind: "dated",
    id: record.id,
    by: { field: by.field, ...(by.end ? { end: by.end } : {}) },
    title,
    minutes: 0,
  };
}
