import { Refusal, type Id } from "../model";
import { nameOf } from "../things";
import {
  addDays,
  addMinutes,
  dateOf,
  daysBetween,
  isDate,
  isMoment,
  minuteOf,
  minutesBetween,
  momentAt,
  type DateText,
  type MomentText,
} from "../time";
import type { Command } from "../store";
import { editFields } from "./editRecord";
import { clock } from "./shared";

export interface MoveDated {
  readonly id: Id;
  /** The field that says when it is: a date, a moment, or two dates. */
  readonly field: string;
  /** The day or the moment to which it goes. */
  readonly to: DateText | MomentText;
}

/**
 * Moves a record to another day or hour by one of its dates. A date stays a date, and a moment keeps its hour where only a
 * day is given; two dates keep how far they are apart, and an end follows its start. @throws Refusal where the field has no date
 */
export const moveDated: Command<MoveDated> = {
  name: "moveDated",
  run(tx, { id, field, to }) {
    const record = tx.get(id);
    if (!record) throw new Refusal("This record no longer exists. It may have been deleted in another tab.");
    const values = record as unknown as Readonly<Record<string, unknown>>;
    const value = values[field];
    const [first, second] = Array.isArray(value) ? (value as unknown[]) : [value, undefined];
    if (!isDateOrMoment(first)) throw new Refusal("It has no date here that could be moved. Nothing was changed.");
    const moved = movedTo(first, to);
    const shift = (at: unknown) => (isDateOrMoment(at) ? shifted(at, first, moved) : undefined);
    const fields: Record<string, unknown> = { [field]: Array.isArray(value) ? [moved, shift(second)] : moved };
    if (field === "start" && isDateOrMoment(values.end)) fields.end = shift(values.end);
    editFields(tx, record, fields);
    return `Moved “${nameOf(record, tx)}” to ${dateOf(moved)}${isMoment(moved) ? ` at ${clock(moved)}` : ""}`;
  },
};

function isDateOrMoment(value: unknown): value is string {
  return typeof value === "string" && (isDate(value) || isMoment(value));
}

function movedTo(at: string, to: string): string {
  if (isDate(at)) return dateOf(to);
  return isMoment(to) ? to : momentAt(dateOf(to), minuteOf(at));
}

/** What follows is moved by as much as what it belongs to. */
function shifted(at: string, from: string, to: string): string {
  if (isDate(at)) return addDays(at, daysBetween(dateOf(from), dateOf(to)));
  return isMoment(from) && isMoment(to)
    ? addMinutes(at, minutesBetween(from, to))
    : momentAt(addDays(dateOf(at), daysBetween(dateOf(from), dateOf(to))), minuteOf(at));
}
