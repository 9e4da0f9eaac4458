import { Refusal, type PensumRecord, told, type InputOf } from "../model";
import { fieldsOfRecord } from "../register/registers";
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
import { describeCommand, type Transaction } from "../store";
import { editFields } from "./editRecord";
import { clock } from "./shared";

/** The day or the moment to which a record goes, by one date of it or by two. */
const moveInput = told.parts({
  id: told.id(),
  field: told.text,
  end: told.maybe(told.text),
  to: told.dateOrMoment,
});
export type MoveDated = InputOf<typeof moveInput>;

/** A date stays a date, and a moment keeps its hour where only a day is given; two dates keep how far they are apart, and an end follows its start. One that has no date there yet gets it. @throws Refusal where the field cannot have one */
export const moveDated = describeCommand({
  name: "moveDated",
  does: "Moves a record to another day or hour by one of its dates.",
  input: moveInput,
  run(tx, { id, field, end, to }) {
    const record = tx.get(id);
    if (!record) throw new Refusal("This record no longer exists. It may have been deleted in another tab.");
    const values = record as unknown as Readonly<Record<string, unknown>>;
    const value = values[field];
    const [first, second] = Array.isArray(value) ? (value as unknown[]) : [value, undefined];
    if (value === undefined) {
      const given = firstDate(tx, record, field, to);
      if (given !== undefined) {
        const [label] = editFields(tx, record, { [field]: given });
        return `Set ${label} of “${nameOf(record, tx)}” to ${dateOf(to)}`;
      }
    }
    if (!isDateOrMoment(first)) throw new Refusal("It has no date here that could be moved.");
    const moved = movedTo(first, to);
    const shift = (at: unknown) => (isDateOrMoment(at) ? shifted(at, first, moved) : undefined);
    const fields: Record<string, unknown> = { [field]: Array.isArray(value) ? [moved, shift(second)] : moved };
    const until = endField(field, end);
    if (until !== undefined && isDateOrMoment(values[until])) fields[until] = shift(values[until]);
    editFields(tx, record, fields);
    return `Moved “${nameOf(record, tx)}” to ${dateOf(moved)}${isMoment(moved) ? ` at ${clock(moved)}` : ""}`;
  },
});

/** An end that has a clock time keeps it where only a day is given. @throws Refusal where nothing says until when it lasts, or the end would be before the start */
export const stretchDated = describeCommand({
  name: "stretchDated",
  does: "Sets until when a record lasts: its end, or the second of two dates.",
  input: moveInput,
  run(tx, { id, field, end, to }) {
    const record = tx.get(id);
    if (!record) throw new Refusal("This record no longer exists. It may have been deleted in another tab.");
    const values = record as unknown as Readonly<Record<string, unknown>>;
    const value = values[field];
    const first: unknown = Array.isArray(value) ? value[0] : value;
    const name = Array.isArray(value) ? field : endField(field, end);
    if (!isDateOrMoment(first) || name === undefined)
      throw new Refusal("Nothing says until when this lasts. Choose its end field among the lenses of the plan.");
    const last: unknown = Array.isArray(value) ? value[1] : values[name];
    const moved = isDateOrMoment(last) ? movedTo(last, to) : isMoment(first) ? to : dateOf(to);
    if (moved < first || (isMoment(first) && moved === first)) throw new Refusal("The end must be after the start.");
    editFields(tx, record, { [name]: Array.isArray(value) ? [first, moved] : moved });
    return `Set the end of “${nameOf(record, tx)}” to ${dateOf(moved)}${isMoment(moved) ? ` at ${clock(moved)}` : ""}`;
  },
});

/** The value that a date without one gets on a day or at a moment; undefined for what is no date. A moment without an hour is at noon. */
function firstDate(tx: Transaction, record: PensumRecord, name: string, to: DateText | MomentText): unknown {
  switch (fieldsOfRecord(tx, record).find((field) => field.name === name)?.type) {
    case "range":
      return [dateOf(to), dateOf(to)];
    case "date":
      return dateOf(to);
    case "moment":
      return isMoment(to) ? to : momentAt(to, noon);
    case "dateOrMoment":
      return to;
    default:
      return undefined;
  }
}
const noon = 720;

/** The field that says until when a record lasts, beside the one that says from when. */
function endField(field: string, end: string | undefined): string | undefined {
  return end ?? (field === "start" ? "end" : undefined);
}

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
