import { usualBlockMinutes } from "../commands";
import type { PensumRecord } from "../model";
import { localSpan } from "../plan";
import { dayField } from "../register";
import type { Store } from "../store";
import { titleOf } from "../things";
import { isMoment, minutesBetween } from "../time";
import type { Carried } from "./meaningOf";

/** A record as it is taken out of a list or a board: a task and an event go to days and hours, another to a day by its date. */
export function carriedRecord(
  store: Pick<Store, "lengthOf" | "get" | "find" | "list">,
  record: PensumRecord,
  zone: string,
): Carried {
  const title = titleOf(record, store);
  if (record.kind === "task")
    return { kind: "task", task: record.id, title, minutes: store.lengthOf(record) || usualBlockMinutes };
  if (record.kind === "event") {
    const { start, end } = localSpan(record, zone);
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
