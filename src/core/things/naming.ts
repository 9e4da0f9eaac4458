import type { ClockSubject, PensumRecord } from "../model";
import type { Store } from "../store";
import { plainTitle } from "../page";
import { taskOf, type ThingReads } from "./subject";

/**
 * What a record is called on the screen, without marks: hours by their task, by their own words, or by their theme.
 * @returns "Untitled", or "Time set aside" for hours that are for nothing in particular
 */
export function titleOf(record: PensumRecord, reads: ThingReads): string {
  return ownTitle(record, reads) || (record.kind === "block" ? "Time set aside" : "Untitled");
}

/** What a record is called within a sentence. */
export function nameOf(record: PensumRecord, reads: ThingReads): string {
  return ownTitle(record, reads) || (record.kind === "block" ? "a block" : "untitled");
}

function ownTitle(record: PensumRecord, reads: ThingReads): string {
  if (record.kind === "day") return record.date;
  if (record.kind === "settings") return "the settings";
  if (record.kind === "clock") return "the clock";
  if (record.kind !== "block" && record.kind !== "work") return plainTitle(record.title);
  const event = record.kind === "work" ? reads.find("event", record.event)?.title : undefined;
  const theme = reads.find("theme", record.theme)?.title;
  return plainTitle(taskOf(record, reads)?.title || event || record.title || theme || "");
}

/** What the clock is on, in words. */
export function subjectName(reads: Pick<Store, "find" | "get">, on: ClockSubject): string {
  const record = reads.get(on.task ?? on.event ?? on.theme ?? "");
  return record ? nameOf(record, reads) : plainTitle(on.title ?? "") || "untitled";
}
