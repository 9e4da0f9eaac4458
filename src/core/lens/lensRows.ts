import type { Field, Id, PensumRecord } from "../model";
import {
  byId,
  Column,
  isComputed,
  type Cell,
  type FieldValues,
  type Register,
  type RegisterColumns,
} from "../register";
import type { LensField } from "./lensFields";

type Read = (record: PensumRecord) => Cell;

/**
 * The rows in which a lens has its records, and the columns it puts them in order by. Over one register they are that
 * register's own; what is computed, and all of a lens over several registers, stands in columns of the lens.
 */
export class LensRows {
  readonly #shared: RegisterColumns | undefined;
  readonly #records: (PensumRecord | undefined)[] = [];
  readonly #rows = new Map<Id, number>();
  /** The columns that are filled here; those `kept` by others too, only where they have no cell. */
  readonly #filled: { readonly column: Column; readonly read: Read; readonly kept: boolean }[] = [];
  readonly #columnOf: (field: Field) => Column | undefined;

  constructor(values: FieldValues, registers: readonly Register[]) {
    const [only] = registers;
    if (only && registers.length === 1) {
      this.#shared = values.columns(only);
      this.#columnOf = (field) => values.columnOf(only, field);
    } else this.#columnOf = () => undefined;
  }

  /** The record of each row. */
  get records(): readonly (PensumRecord | undefined)[] {
    return this.#shared?.records ?? this.#records;
  }

  columnOf({ field, read }: LensField): Column {
    const column = this.#columnOf(field);
    if (!column) return this.columnThat(read);
    if (isComputed(field)) this.#filled.push({ column, read, kept: true });
    return column;
  }

  /** A column of the lens; to be asked for before the first record is taken. */
  columnThat(read: Read): Column {
    const column = new Column();
    this.#filled.push({ column, read, kept: false });
    return column;
  }

  rowOf(id: Id): number | undefined {
    return this.#shared ? this.#shared.rowOf(id) : this.#rows.get(id);
  }

  /** The rows in the order of the ids of their records. */
  get byId(): readonly number[] {
    return this.#shared?.byId ?? byId(this.#records.map((record) => record?.id ?? ""));
  }

  /**
   * Takes a record as it is now into the columns of the lens. Gives its row.
   * @param known the row in its register, where that is at hand
   */
  take(record: PensumRecord, known?: number): number {
    let row = this.#shared ? (known ?? this.#shared.rowOf(record.id)) : this.#rows.get(record.id);
    if (row === undefined) {
      row = this.#records.length;
      this.#rows.set(record.id, row);
    }
    if (!this.#shared) this.#records[row] = record;
    for (const { column, read, kept } of this.#filled)
      if (!kept || column.numberAt(row) < 0) column.set(row, read(record));
    return row;
  }
}
