import type { PlanContext } from "../context";
import type { Event, Note } from "../../model/index";
import type { DateText } from "../../time/index";
import { allDayEvents, dayItems } from "./dayItems";

/** The pages with notes of the events that touch a date, by when these begin. */
export function eventNotesOf(reads: PlanContext, date: DateText): { event: Event; notes: Note }[] {
  const timed = dayItems(reads, date).map(({ record }) => record);
  return [...allDayEvents(reads, date), ...timed].flatMap((record) => {
    const notes = record.kind === "event" ? reads.find("note", record.notes) : undefined;
    return record.kind === "event" && notes ? [{ event: record, notes }] : [];
  });
}
