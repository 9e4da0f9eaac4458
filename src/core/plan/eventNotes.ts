import type { Event, Note } from "../model";
import type { Store } from "../store";
import type { DateText } from "../time";
import { allDayEvents, dayItems } from "./dayItems";

/** The pages with notes of the events that touch a date, by when these begin. */
export function eventNotesOf(
  reads: Pick<Store, "list" | "find">,
  date: DateText,
  zone: string,
): { event: Event; notes: Note }[] {
  const timed = dayItems(reads, date, zone).map(({ record }) => record);
  return [...allDayEvents(reads, date), ...timed].flatMap((record) => {
    const notes = record.kind === "event" ? reads.find("note", record.notes) : undefined;
    return record.kind === "event" && notes ? [{ event: record, notes }] : [];
  });
}
