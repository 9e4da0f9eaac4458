import {
  isKeptKind,
  isUnfinished,
  kindOf,
  valueIn,
  type DoneMark,
  type PensumRecord,
  type Row,
  type State,
} from "../model";
import type { Fields, Store } from "../store";
import { fieldsIn, findRegister } from "./registers";

type Reads = Pick<Store, "list">;

/** The mark by which a register of the person's own tells what is done; undefined where it has none, or its field is gone. */
export function doneMarkOf(reads: Reads, register: string): DoneMark | undefined {
  const found = findRegister(reads, register);
  const mark = found?.own?.done;
  const field = mark && fieldsIn(reads, found).find(({ name }) => name === mark.field);
  if (field?.type === "yesNo") return { field: field.name };
  const isThere =
    (field?.type === "choice" || field?.type === "level") && field.options?.some(({ id }) => id === mark?.option);
  return isThere ? mark : undefined;
}

/** Whether a record is done; undefined for what cannot be: it has no state, and its register no field that says so. */
export function isDone(reads: Reads, record: PensumRecord): boolean | undefined {
  const done = isKeptKind(record.kind) ? kindOf[record.kind].done : "never";
  if (done === "never") return undefined;
  if (done === "state") return !isUnfinished(valueIn(record, "state") as State);
  const mark = doneMarkOf(reads, (record as Row).register);
  if (!mark) return undefined;
  const value = (record as unknown as Fields)[mark.field];
  return mark.option === undefined ? value === true : value === mark.option;
}

/** The fields that make a record of an own register done, or open again; undefined where none says so. */
export function doneFields(reads: Reads, record: PensumRecord, done: boolean): Fields | undefined {
  const mark = record.kind === "row" ? doneMarkOf(reads, record.register) : undefined;
  return mark && { [mark.field]: done ? (mark.option ?? true) : undefined };
}
