import { isId, newId, valueIn, type Field, type Id, type Option, type OwnType, type PensumRecord } from "../../model";
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

interface ImportSetting {
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
  // A comma means the same in all numbers of a column: of one alone, like 1,240, it cannot be told.
  const signs = fields.map((field, at) => (field?.type === "number" ? decimalSignOf(cellsOf(table, at)) : undefined));
  const options = new Map<string, readonly Option[]>();
  const idAt = columns.findIndex(({ into }) => into === "id");
  const byTitle = setting.matchTitles ? recordsByTitle(setting) : new Map<string, PensumRecord[]>();
  const needsTitle = known.some(({ name, type }) => name === "title" && type === "title");
  const added: { id: Id; fields: Fields }[] = [];
  const used = new Set<Id>();
  const changed: { id: Id; fields: Fields }[] = [];
  const faults: { line: number; reason: string }[] = [];
  let same = 0;
  for (const { line, cells } of table.rows) {
    const row = readRow(setting, fields, signs, options, cells);
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
    byTitle.set(title, [...(byTitle.get(title) ?? []), record]);
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

function readRow(
  { values, today, dayFirst, table }: ImportSetting,
  fields: readonly (Field | undefined)[],
  signs: readonly (DecimalSign | undefined)[],
  options: ReadonlyMap<string, readonly Option[]>,
  cells: readonly string[],
): RowRead | { fault: string } {
  if (cells.length > table.header.length && cells.slice(table.header.length).some((cell) => cell.trim() !== ""))
    return { fault: `It has ${cells.length} cells, but the table has ${table.header.length} columns.` };
  const row: Record<string, unknown> = {};
  const texts = new Map<string, string>();
  const made = new Map<string, readonly Option[]>();
  for (const [at, field] of fields.entries()) {
    const text = cells[at] ?? "";
    if (!field || text.trim() === "") continue;
    const present = options.get(field.name) ?? field.options ?? [];
    const read = readText({ values, today, dayFirst, decimalSign: signs[at] }, { ...field, options: present }, text);
    if ("fault" in read) return { fault: read.fault };
    if (read.made) made.set(field.name, [...present, ...read.made]);
    texts.set(field.name, text);
    if (read.value !== undefined) row[field.name] = read.value;
  }
  return { values: row, texts, options: made };
}
