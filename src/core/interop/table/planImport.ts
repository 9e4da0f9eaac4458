import {
  addTo,
  isId,
  newId,
  valueIn,
  type Field,
  type Id,
  type Option,
  type OwnType,
  type PensumRecord,
} from "../../model";
import { plainTitle } from "../../page";
import {
  decimalSignOf,
  fieldsIn,
  readText,
  recordsIn,
  registerOf,
  textOfCell,
  titleOf,
  type Cell,
  type DecimalSign,
  type FieldValues,
  type ReadCell,
  type Register,
} from "../../register";
import { sameValue, type Fields } from "../../store";
import type { DateText } from "../../time";
import { cellsOf, type ColumnPlan } from "./guessColumns";
import type { Table } from "./readTable";
import { idColumn } from "./writeTable";

/** What reading a table in would do, before it is done. */
export interface ImportPlan {
  readonly register: string;
  readonly newFields: readonly { readonly id: Id; readonly title: string; readonly type: OwnType }[];
  /** Choices that come with the table, by the field's name. */
  readonly options: ReadonlyMap<string, readonly Option[]>;
  readonly added: readonly { readonly id: Id; readonly fields: Fields }[];
  readonly changed: readonly { readonly id: Id; readonly fields: Fields }[];
  /** Rows that are already there as they are. */
  readonly same: number;
  readonly faults: readonly { readonly line: number; readonly reason: string }[];
}

export interface ImportSetting {
  readonly values: FieldValues;
  readonly register: Register;
  readonly table: Table;
  readonly columns: readonly ColumnPlan[];
  readonly today: DateText;
  readonly dayFirst: boolean;
  /** Whether a row changes the record of the same title, where there is one. */
  readonly matchTitles: boolean;
}

/** Reads every row in the fields its columns go to. A row with a fault is left out and told of; the others go in. */
export function planImport(setting: ImportSetting): ImportPlan {
  const work = planRows(setting);
  for (;;) {
    const { done, value } = work.next();
    if (done) return value;
  }
}

/** So many rows are read at a time where other work is to come between: less than a millisecond. */
const rowsAtOnce = 50;

/**
 * The same bit by bit, so that a page goes on while a large table is read: gives how many rows are read, and the plan at
 * the end.
 */
export function* planRows(setting: ImportSetting): Generator<number, ImportPlan> {
  const { values, register, table, columns } = setting;
  const known = fieldsIn(values.store, register);
  const newFields: { id: Id; title: string; type: OwnType }[] = [];
  const fields = columns.map((plan): Field | undefined => {
    if (plan.into === "nothing" || plan.into === "id") return undefined;
    if (plan.into === "field") return known.find(({ name }) => name === plan.name);
    const id = newId();
    newFields.push({ id, title: plan.title, type: plan.type });
    return { name: `f_${id}`, label: plan.title, type: plan.type, own: true };
  });
  const reader = new CellReader(setting, fields);
  const options = new Map<string, readonly Option[]>();
  const idAt = columns.findIndex(({ into }) => into === "id");
  const byTitle = setting.matchTitles ? recordsByTitle(setting) : new Map<string, PensumRecord[]>();
  const needsTitle = known.some(({ name, type }) => name === "title" && type === "title");
  const added: { id: Id; fields: Fields }[] = [];
  const used = new Set<Id>();
  const changed: { id: Id; fields: Fields }[] = [];
  const faults: { line: number; reason: string }[] = [];
  let same = 0;
  for (const [at, { line, cells }] of table.rows.entries()) {
    if (at % rowsAtOnce === 0) yield at;
    const row = reader.row(options, cells);
    if ("fault" in row) {
      faults.push({ line, reason: row.fault });
      continue;
    }
    if (needsTitle && String(row.values.title ?? "") === "" && fields.some((field) => field?.name === "title")) {
      faults.push({ line, reason: "It has no title." });
      continue;
    }
    const found = matchOf(setting, byTitle, cells[idAt]?.trim() ?? "", String(row.values.title ?? ""), used);
    if ("fault" in found) {
      faults.push({ line, reason: found.fault });
      continue;
    }
    used.add(found.id);
    for (const [name, made] of row.options) options.set(name, made);
    const { match } = found;
    if (!match) added.push({ id: found.id, fields: row.values });
    else {
      // What stands in the cell just as it would be written is the value the record has, whatever else it may mean.
      const differing = Object.entries(row.values).filter(
        ([name, value]) =>
          !sameValue(valueIn(match, name), value) && row.texts.get(name) !== textIn(setting, match, name),
      );
      if (differing.length === 0) same++;
      else changed.push({ id: match.id, fields: Object.fromEntries(differing) });
    }
  }
  return { register: register.id, newFields, options, added, changed, same, faults };
}

function recordsByTitle({ values, register }: ImportSetting): Map<string, PensumRecord[]> {
  const byTitle = new Map<string, PensumRecord[]>();
  for (const record of recordsIn(values.store, register)) {
    const title = titleOf(record).toLowerCase();
    addTo(byTitle, title, record);
  }
  return byTitle;
}

/** The record that a row is, or the id of the one it adds; or why that cannot be said. */
function matchOf(
  { values, register, matchTitles }: ImportSetting,
  byTitle: ReadonlyMap<string, readonly PensumRecord[]>,
  given: string,
  title: string,
  used: ReadonlySet<Id>,
): { readonly id: Id; readonly match?: PensumRecord } | { readonly fault: string } {
  const { store } = values;
  if (isId(given)) {
    if (used.has(given)) return { fault: `Another row has the id ${given} too.` };
    const match = store.get(given);
    if (!match) return { id: given };
    return registerOf(match) === register.id
      ? { id: given, match }
      : { fault: `The id ${given} belongs to a record of another register.` };
  }
  const named = matchTitles ? (byTitle.get(plainTitle(title).toLowerCase()) ?? []) : [];
  if (named.length > 1)
    return { fault: `There are ${named.length} records with this title; a column “${idColumn}” would say which.` };
  const [match] = named;
  if (!match) return { id: newId() };
  return used.has(match.id) ? { fault: "Another row has this title too." } : { id: match.id, match };
}

/** A field of a record as it is written into a table. */
function textIn({ values, register }: ImportSetting, record: PensumRecord, name: string): string | undefined {
  const field = fieldsIn(values.store, register).find((one) => one.name === name);
  return field && textOfCell(values, field, values.typeOf(register, field, []), valueIn(record, name) as Cell);
}

interface RowRead {
  readonly values: Fields;
  /** The cells as they stand in the table, by the names of their fields. */
  readonly texts: ReadonlyMap<string, string>;
  readonly options: ReadonlyMap<string, readonly Option[]>;
}

/** Reads the cells of a table. What stands in many cells of a column is read once. */
class CellReader {
  readonly #setting: ImportSetting;
  readonly #columns: readonly ({ readonly field: Field; readonly sign: DecimalSign | undefined } | undefined)[];
  readonly #known: { options: readonly Option[] | undefined; cells: Map<string, ReadCell> }[] = [];

  constructor(setting: ImportSetting, fields: readonly (Field | undefined)[]) {
    this.#setting = setting;
    // A comma means the same in all numbers of a column: of one alone, like 1,240, it cannot be told.
    this.#columns = fields.map(
      (field, at) =>
        field && { field, sign: field.type === "number" ? decimalSignOf(cellsOf(setting.table, at)) : undefined },
    );
  }

  /** A row by its fields, with the choices that it brings along beside `options`; or why it cannot be taken in. */
  row(options: ReadonlyMap<string, readonly Option[]>, cells: readonly string[]): RowRead | { fault: string } {
    const { header } = this.#setting.table;
    if (cells.length > header.length && cells.slice(header.length).some((cell) => cell.trim() !== ""))
      return { fault: `It has ${cells.length} cells, but the table has ${header.length} columns.` };
    const row: Record<string, unknown> = {};
    const texts = new Map<string, string>();
    const made = new Map<string, readonly Option[]>();
    for (const [at, column] of this.#columns.entries()) {
      const text = cells[at] ?? "";
      if (!column || text.trim() === "") continue;
      const { name } = column.field;
      const present = options.get(name) ?? column.field.options;
      const read = this.#cell(at, present, text);
      if ("fault" in read) return { fault: read.fault };
      if (read.made) made.set(name, [...(present ?? []), ...read.made]);
      texts.set(name, text);
      if (read.value !== undefined) row[name] = read.value;
    }
    return { values: row, texts, options: made };
  }

  #cell(at: number, options: readonly Option[] | undefined, text: string): ReadCell {
    let known = this.#known[at];
    // What was read before a choice came along may mean that choice now.
    if (known?.options !== options || !known) this.#known[at] = known = { options, cells: new Map() };
    let read = known.cells.get(text);
    if (!read) {
      const { values, today, dayFirst } = this.#setting;
      const { field, sign } = this.#columns[at]!;
      read = readText({ values, today, dayFirst, decimalSign: sign }, { ...field, options: options ?? [] }, text);
      known.cells.set(text, read);
    }
    return read;
  }
}
