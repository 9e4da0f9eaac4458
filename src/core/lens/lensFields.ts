import type { Field, PensumRecord } from "../model";
import {
  fieldsIn,
  recordsIn,
  registerOf,
  type Cell,
  type CellType,
  type FieldValues,
  type Register,
} from "../register";
import { fieldNamed } from "./fieldNamed";

/** A column of a lens, whatever register its records are from. */
export interface LensField {
  readonly name: string;
  readonly field: Field;
  readonly type: CellType;
  /** Whether it is computed and came to nothing so far, so that its type is a guess. */
  readonly unsettled?: boolean;
  read(record: PensumRecord): Cell;
}

/** The fields of all registers of a lens; a name that several have is one column. */
export function fieldsOfLens(values: FieldValues, registers: readonly Register[]): LensField[] {
  const names = new Set(registers.flatMap((register) => fieldsIn(values.store, register).map(({ name }) => name)));
  return [...names].map((name) => {
    const readers = new Map<string, (record: PensumRecord) => Cell>();
    let first: { field: Field; type: CellType; unsettled: boolean } | undefined;
    for (const register of registers) {
      const field = fieldNamed(values, register, name);
      if (!field) continue;
      readers.set(register.id, values.reader(register, field));
      if (first) continue;
      const type = values.knownType(register, field, recordsIn(values.store, register));
      first = { field, type: type ?? "text", unsettled: type === undefined };
    }
    const { field, type, unsettled } = first as { field: Field; type: CellType; unsettled: boolean };
    const [only] = readers.values();
    const read =
      registers.length === 1
        ? (only as (record: PensumRecord) => Cell)
        : (record: PensumRecord) => readers.get(registerOf(record) ?? "")?.(record);
    return { name, field, type, read, ...(unsettled ? { unsettled } : {}) };
  });
}
