import { addTo, isUnfinished, type PensumRecord } from "../model";
import { addDays, dateOf, daysBetween, type DateText } from "../time";

/** What was found: a record, and the words that were meant. */
export interface FoundRecord {
  readonly record: PensumRecord;
  readonly words: readonly string[];
}

/** A row of what was found: records of one kind and title are one, told by the one that matters most now. */
export interface FoundRow extends FoundRecord {
  /** How many records the row stands for. */
  readonly times: number;
  /** The first and the last of their days, where several have one. */
  readonly first: DateText | undefined;
  readonly last: DateText | undefined;
}

export interface FoundFilter {
  readonly kind?: PensumRecord["kind"] | undefined;
  /** Days within which a record must lie, both included; records without a day then do not. */
  readonly from?: DateText | undefined;
  readonly to?: DateText | undefined;
}

const nearDays = 60;

/** The day that a record is of, where it has one: the day to do it on, its start, its date, the day it was done. */
export function dayOfRecord(record: PensumRecord): DateText | undefined {
  if (record.kind === "day" || record.kind === "aim") return record.date;
  if (record.kind === "task") {
    const at = record.doneAt ?? record.doDay ?? record.due;
    return at === undefined ? undefined : dateOf(at);
  }
  if (record.kind === "event" || record.kind === "work" || record.kind === "block") return dateOf(record.start);
  return undefined;
}

/** Whether a record is open or near, and so more likely what is looked for. */
function isNear(record: PensumRecord, today: DateText): boolean {
  if ("state" in record) return isUnfinished(record.state);
  const day = dayOfRecord(record);
  if (day === undefined) return true;
  const ahead = daysBetween(today, day);
  return record.kind === "event" ? ahead >= 0 && ahead <= nearDays : Math.abs(ahead) <= nearDays;
}

/**
 * What was found as rows: of one kind and span where that is asked, each title once with how often and when, and what is open
 * and near before the rest; apart from that in the order in which it was found.
 */
export function foundRows(found: readonly FoundRecord[], today: DateText, filter: FoundFilter = {}): FoundRow[] {
  const groups = new Map<string, FoundRecord[]>();
  for (const one of found) {
    const { record } = one;
    if (filter.kind && record.kind !== filter.kind) continue;
    const day = dayOfRecord(record);
    if (filter.from && (day === undefined || day < filter.from)) continue;
    if (filter.to && (day === undefined || day > filter.to)) continue;
    const title = "title" in record && record.kind !== "note" ? record.title.trim().toLowerCase() : record.id;
    const key = `${record.kind} ${title}`;
    addTo(groups, key, one);
  }
  const rows = [...groups.values()].map((group): FoundRow => {
    const days = group.flatMap(({ record }) => dayOfRecord(record) ?? []).sort();
    const [best = group[0]!] = [...group].sort((one, other) => distance(one, today) - distance(other, today));
    return { ...best, times: group.length, first: days[0], last: days.at(-1) };
  });
  return [
    ...rows.filter(({ record }) => isNear(record, today)),
    ...rows.filter(({ record }) => !isNear(record, today)),
  ];
}

const farAway = 1_000_000;

/** How far a record is from now: what is open first, then by its days. */
function distance({ record }: FoundRecord, today: DateText): number {
  const day = dayOfRecord(record);
  return (isNear(record, today) ? 0 : farAway) + (day === undefined ? farAway / 2 : Math.abs(daysBetween(today, day)));
}

/** The spans that can be asked for, by name. */
export const foundSpans = ["any", "ahead", "month", "year"] as const;
export type FoundSpan = (typeof foundSpans)[number];

/** The days of a span: what is ahead, the last 31 days, the last year. */
export function daysOfSpan(span: FoundSpan, today: DateText): Pick<FoundFilter, "from" | "to"> {
  if (span === "ahead") return { from: today };
  if (span === "month") return { from: addDays(today, -31), to: today };
  return span === "year" ? { from: addDays(today, -365), to: today } : {};
}
