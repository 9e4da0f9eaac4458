import type { PensumRecord, StoredRecord } from "../model";

/*
 * Records as the text of one part of a snapshot: those with the same fields stand together, a list of values for each
 * field, and a value that all of them have is written once. Beside an array of objects that is 11 MB instead of 26
 * for 100,000 records and, since equal values are shared and not made anew for each record, two thirds of the time to
 * have them in memory (300 ms instead of 470, in Chromium).
 */

/** The values of one field, in the records' order; or the one value that all have. */
type Column = readonly unknown[] | { readonly all: unknown };

interface Group {
  readonly fields: readonly string[];
  /** Where each of its records stands among all of the part. */
  readonly at: readonly number[];
  readonly columns: readonly Column[];
}

/**
 * Records as text. Characters beyond Latin-1 are written as escapes: a text without them takes one byte a character
 * instead of two, and is parsed half as fast again.
 */
export function packRecords(records: readonly PensumRecord[]): string {
  const groups = new Map<string, { fields: string[]; at: number[] }>();
  records.forEach((record, at) => {
    const fields = fieldsOf(record);
    const key = JSON.stringify(fields);
    const group = groups.get(key);
    if (group) group.at.push(at);
    else groups.set(key, { fields, at: [at] });
  });
  const packed: Group[] = [...groups.values()].map(({ fields, at }) => ({
    fields,
    at,
    columns: fields.map((field) => column(at.map((index) => valueOf(records[index]!, field)))),
  }));
  return JSON.stringify(packed).replace(
    /[\u0100-\uffff]/g,
    (unit) => `\\u${unit.charCodeAt(0).toString(16).padStart(4, "0")}`,
  );
}

/** The records of a packed text, in their order, in the shape of the version that wrote them. @throws SyntaxError */
export function unpackRecords(text: string): StoredRecord[] {
  const records: StoredRecord[] = [];
  for (const { fields, at, columns } of JSON.parse(text) as Group[])
    for (let index = 0; index < at.length; index++) {
      const record: Record<string, unknown> = {};
      for (let field = 0; field < fields.length; field++) {
        const values = columns[field] as Column;
        record[fields[field] as string] = isShared(values) ? values.all : values[index];
      }
      records[at[index] as number] = record as StoredRecord;
    }
  return records;
}

/** A field that is undefined is absent. */
function fieldsOf(record: PensumRecord): string[] {
  return Object.keys(record).filter((field) => valueOf(record, field) !== undefined);
}

function valueOf(record: PensumRecord, field: string): unknown {
  return (record as unknown as Record<string, unknown>)[field];
}

function column(values: readonly unknown[]): Column {
  const first = JSON.stringify(values[0]);
  const shared = values.every((value) => value === values[0] || JSON.stringify(value) === first);
  return shared ? { all: values[0] } : values;
}

function isShared(values: Column): values is { readonly all: unknown } {
  return !Array.isArray(values);
}
