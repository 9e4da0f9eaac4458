import { newId, valueIn, type Field, type Id, type Option, type OwnType } from "../../model";
import { fieldsIn, readText, recordsIn, titleOf, type FieldValues, type Register } from "../../register";
import { sameValue, type Fields } from "../../store";
import type { DateText } from "../../time";
import type { ColumnPlan } from "./guessColumns";
import type { Table } from "./readTable";

/** What reading a table in would do, before it is done. */
export interface ImportPlan {
  readonly register: string;
  readonly newFields: readonly { readonly id: Id; readonly title: string; readonly type: OwnType }[];
  /** Choices that come with the table, by the field's name. */
  readonly options: ReadonlyMap<string, readonly Option[]>;
  readonly added: readonly Fields[];
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
    if (plan.into === "nothing") return undefined;
    if (plan.into === "field") return known.find(({ name }) => name === plan.name);
    const id = newId();
    newFields.push({ id, title: plan.title, type: plan.type });
    return { name: `f_${id}`, label: plan.title, type: plan.type, own: true };
  });
  const options = new Map<string, readonly Option[]>();
  const byTitle = setting.matchTitles
    ? new Map(recordsIn(values.store, register).map((record) => [titleOf(record).toLowerCase(), record]))
    : new Map<string, never>();
  const needsTitle = known.some(({ name, type }) => name === "title" && type === "title");
  const added: Fields[] = [];
  const changed: { id: Id; fields: Fields }[] = [];
  const faults: { line: number; reason: string }[] = [];
  let same = 0;
  for (const { line, cells } of table.rows) {
    const row = readRow(setting, fields, options, cells);
    if ("fault" in row) {
      faults.push({ line, reason: row.fault });
      continue;
    }
    if (needsTitle && String(row.values.title ?? "") === "" && fields.some((field) => field?.name === "title")) {
      faults.push({ line, reason: "It has no title." });
      continue;
    }
    for (const [name, made] of row.options) options.set(name, made);
    const match = byTitle.get(String(row.values.title ?? "").toLowerCase());
    if (!match) added.push(row.values);
    else {
      const differing = Object.entries(row.values).filter(([name, value]) => !sameValue(valueIn(match, name), value));
      if (differing.length === 0) same++;
      else changed.push({ id: match.id, fields: Object.fromEntries(differing) });
    }
  }
  return { register: register.id, newFields, options, added, changed, same, faults };
}

function readRow(
  { values, today, dayFirst, table }: ImportSetting,
  fields: readonly (Field | undefined)[],
  options: ReadonlyMap<string, readonly Option[]>,
  cells: readonly string[],
): { values: Fields; options: ReadonlyMap<string, readonly Option[]> } | { fault: string } {
  if (cells.length > table.header.length && cells.slice(table.header.length).some((cell) => cell.trim() !== ""))
    return { fault: `It has ${cells.length} cells, and the table has ${table.header.length} columns.` };
  const row: Record<string, unknown> = {};
  const made = new Map<string, readonly Option[]>();
  for (const [at, field] of fields.entries()) {
    const text = cells[at] ?? "";
    if (!field || text.trim() === "") continue;
    const present = options.get(field.name) ?? field.options ?? [];
    const read = readText({ values, today, dayFirst }, { ...field, options: present }, text);
    if ("fault" in read) return { fault: read.fault };
    if (read.made) made.set(field.name, [...present, ...read.made]);
    if (read.value !== undefined) row[field.name] = read.value;
  }
  return { values: row, options: made };
}
