import type { OwnType } from "../../model";
import { fieldsIn, formulaName, isComputed, parseNumber, type Register } from "../../register";
import type { Store } from "../../store";
import { dateMeantBy, parseDuration } from "../../time";
import type { Table } from "./readTable";
import { idColumn } from "./writeTable";

/** Where a column of a table goes: into a field, into a new one, or nowhere. */
export type ColumnPlan =
  | { readonly into: "nothing" }
  /** It says which record the row is. */
  | { readonly into: "id" }
  | { readonly into: "field"; readonly name: string }
  | { readonly into: "new"; readonly title: string; readonly type: OwnType };

const looked = 400;
const today = "2026-01-01";

/** Where the columns of a table likely belong: fields of the same name, and new fields of the type their cells have. */
export function guessColumns(store: Pick<Store, "list">, register: Register, table: Table): ColumnPlan[] {
  const fields = fieldsIn(store, register).filter((field) => !field.kept && !isComputed(field));
  const taken = new Set<string>();
  const plans = table.header.map((name, column): ColumnPlan => {
    if (name === idColumn) return { into: "id" };
    const field = fields.find((one) => formulaName(one.label) === formulaName(name) && !taken.has(one.name));
    if (field) {
      taken.add(field.name);
      return { into: "field", name: field.name };
    }
    const kept = fieldsIn(store, register).some((one) => formulaName(one.label) === formulaName(name));
    return kept ? { into: "nothing" } : { into: "new", title: name, type: typeOfCells(cellsOf(table, column, looked)) };
  });
  if (!taken.has("title") && fields.some(({ name }) => name === "title")) {
    const first = plans.findIndex((plan) => plan.into === "new" && (plan.type === "text" || plan.type === "choice"));
    if (first >= 0) plans[first] = { into: "field", name: "title" };
  }
  return plans;
}

/** The first cells of a column that hold something. */
export function cellsOf({ rows }: Pick<Table, "rows">, column: number, most = rows.length): string[] {
  const found: string[] = [];
  for (const { cells } of rows) {
    if (found.length >= most) break;
    const cell = cells[column]?.trim();
    if (cell) found.push(cell);
  }
  return found;
}

/** The type that most cells of a column have; one bad cell in twenty is taken for a slip. */
export function typeOfCells(cells: readonly string[]): OwnType {
  const some = cells.slice(0, looked);
  if (some.length === 0) return "text";
  const mostly = (holds: (cell: string) => boolean) => some.filter(holds).length >= some.length * 0.95;
  if (mostly((cell) => /^(yes|no|true|false)$/i.test(cell))) return "yesNo";
  if (!some.some(isNumeral) && mostly((cell) => parseNumber(cell) !== undefined)) return "number";
  if (mostly((cell) => isDateText(cell))) return "date";
  if (mostly((cell) => isDateText(cell) || /^\S+[T ]\d{1,2}:\d{2}/.test(cell))) return "moment";
  if (mostly((cell) => /h|min/i.test(cell) && parseDuration(cell) !== undefined)) return "minutes";
  if (mostly((cell) => /^https?:\/\/\S+$/.test(cell))) return "url";
  const different = new Set(some).size;
  if (some.length >= 8 && different <= Math.max(2, some.length / 4) && mostly((cell) => cell.length <= 40))
    return "choice";
  return some.some((cell) => cell.includes("\n") || cell.length > 120) ? "longText" : "text";
}

/**
 * Digits that name something and count nothing: a postcode or a telephone number that begins with 0, a number too long to
 * be kept whole, groups that are no thousands. As numbers they would be others.
 */
function isNumeral(cell: string): boolean {
  if (!/^\+?[\d\s]+$/.test(cell)) return false;
  const digits = cell.replace(/\D/g, "");
  if (digits.length > 15 || /^\+?\s*0\d/.test(cell)) return true;
  return /\s/.test(cell.trim()) && !/^\d{1,3}(\s\d{3})+$/.test(cell.trim());
}

function isDateText(cell: string): boolean {
  return (
    /\d/.test(cell) &&
    !/^\d+$/.test(cell) &&
    (dateMeantBy(cell, today, true) ?? dateMeantBy(cell, today, false)) !== undefined
  );
}
