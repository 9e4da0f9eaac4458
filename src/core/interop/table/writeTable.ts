import Papa from "papaparse";
import type { LensView } from "../../lens";
import { textOfCell, type FieldValues } from "../../register";

/** Text that a spreadsheet program would take for a formula, and run; and text that begins like one that was guarded. */
const runs = /^'*[=+@\t\r]|^'+-|^-(?![\d.,]+$)/;

/** The name of the column that says which record a row is, so that a table that comes back finds its records. */
export const idColumn = "Record id";

/** The records of a lens as a table with a line of names: comma-separated (RFC 4180), or tab-separated. */
export function writeTable(
  values: FieldValues,
  view: LensView,
  columns: readonly string[],
  separator: "," | "\t" = ",",
): string {
  const fields = columns.flatMap((name) => view.fields.filter((field) => field.name === name));
  const seen = new Set<string>();
  const records = view.entries.flatMap(({ record }) => (seen.has(record.id) ? [] : (seen.add(record.id), [record])));
  const data = records.map((record) => [
    ...fields.map(({ field, type, read }) => textOfCell(values, field, type, read(record))),
    record.id,
  ]);
  return `${Papa.unparse({ fields: [...fields.map(({ field }) => field.label), idColumn], data }, { delimiter: separator, newline: "\r\n", escapeFormulae: runs })}\r\n`;
}
