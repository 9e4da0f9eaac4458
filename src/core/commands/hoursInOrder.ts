import type { PensumRecord } from "../model";
import type { Rule } from "../store";
import { endFrom } from "../things";
import { dateOf, isDate, isMoment } from "../time";

type WithHours = Extract<PensumRecord, { kind: "event" | "block" | "work" }> & { readonly end: string };

/**
 * Two tabs may have changed the start and the end of the same hours, each rightly by itself, so that the two do not fit
 * together: then the start counts, and the end follows it at the length that there was.
 */
export const hoursInOrder: Rule = (tx) => {
  for (const id of tx.touched()) {
    const record = tx.get(id);
    if (!record || !hasHours(record) || isInOrder(record)) continue;
    const before = tx.before(id);
    const length = before && hasHours(before) && isInOrder(before) ? before : { start: "", end: "" };
    const start: string = record.start;
    const last = dateOf(record.end);
    const isTimed: boolean = isMoment(start);
    tx.update(id, { end: isTimed ? endFrom(start, length) : last < start ? start : last });
  }
};

function hasHours(record: PensumRecord): record is WithHours {
  return record.kind === "event" || record.kind === "block" || (record.kind === "work" && record.end !== undefined);
}

function isInOrder({ start, end }: { readonly start: string; readonly end: string }): boolean {
  const isTimed: boolean = isMoment(start);
  return isTimed === isMoment(end) && isTimed !== isDate(end) && (isTimed ? end > start : end >= start);
}
