import type { ClockSubject, PensumRecord } from "../model";
import type { Store } from "../store";
import { plainTitle } from "../page";
import { clockText, dateOf, dateText, minuteOf, rangeText, type TimeStyle } from "../time";
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

/** What a record is called where it stands alone: an entry of the log by what was worked on and when, all else by its name. */
export function fullName(record: PensumRecord, reads: ThingReads, style: TimeStyle): string {
  const name = nameOf(record, reads);
  if (record.kind !== "work") return name;
  const { start, end } = record;
  const day = dateText(dateOf(start), "short", style);
  if (end === undefined) return `${name}, ${day}, since ${clockText(minuteOf(start), style)}`;
  return `${name}, ${day}, ${rangeText(minuteOf(start), minuteOf(end), style)}`;
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
