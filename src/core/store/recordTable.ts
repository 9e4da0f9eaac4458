import type { Id, PensumRecord } from "../model";
import { frozen } from "./frozen";
import { RecordIndex, type IndexName, type RecordLists } from "./indexes";
import { PackedPart, type PackedQuestion } from "./packedRecords";

/** So many records of one part are asked for at once, it is made as a whole. */
const manyOfPart = 32;

/** Where a store has its records: a table, or a table over another store. */
export interface Records {
  readonly size: number;
  get(id: Id): PensumRecord | undefined;
  /** Puts a record in. Returns its row. */
  set(id: Id, record: PensumRecord): number;
  /** Takes a record out. Returns its row, or undefined where there was none. */
  delete(id: Id): number | undefined;
  values(): Iterable<PensumRecord>;
  reading(kind: string, fields: readonly string[], visit: (record: PensumRecord) => void): Generator<undefined>;
  index(topic: IndexName, question: PackedQuestion): RecordLists;
}

interface Part {
  /** The row of its first record. */
  readonly first: number;
  readonly packed: PackedPart;
}

/**
 * All records of a workspace, each in a row of its own that it keeps, also when it is taken out and comes back. Those of a
 * snapshot stay packed until they are asked for.
 */
export class RecordTable implements Records {
  /** By row; undefined where it is still packed or was taken out. */
  readonly #records: (PensumRecord | undefined)[];
  /** In the order of their rows. */
  readonly #parts: Part[] = [];
  /** Up to which of them all are made. */
  #madeParts = 0;
  /** Rows that are no longer as they were packed. */
  readonly #changed = new Set<number>();
  readonly #gone = new Set<number>();
  /** The kind of each record by its row, once it was asked for: to look into 100,000 records for it costs more than all else. */
  readonly #kinds: (string | undefined)[] = [];
  /** Built when an id is first asked for: a list can be had without it. */
  #rows: Map<Id, number> | undefined;
  /** The records by their ids, where they were given so and none was put in or taken out since. */
  #given: ReadonlyMap<Id, PensumRecord> | undefined;

  constructor(records: Iterable<PensumRecord> | ReadonlyMap<Id, PensumRecord> = []) {
    this.#given = records instanceof Map ? (records as ReadonlyMap<Id, PensumRecord>) : undefined;
    this.#records = [...(this.#given?.values() ?? (records as Iterable<PensumRecord>))];
    this.#records.forEach(frozen);
  }

  /** Adds records as a snapshot packs them; none of them may be here already. @throws SyntaxError */
  addPacked(text: string): void {
    const packed = new PackedPart(text);
    const first = this.#records.length;
    this.#parts.push({ first, packed });
    for (let at = 0; at < packed.length; at++) this.#records.push(undefined);
    this.#rows = undefined;
    this.#given = undefined;
  }

  get size(): number {
    return this.#records.length - this.#gone.size;
  }

  get(id: Id): PensumRecord | undefined {
    if (this.#given) return this.#given.get(id);
    const row = this.#rowsById.get(id);
    return row === undefined || this.#gone.has(row) ? undefined : this.#at(row);
  }

  /** Puts a record where it stood, or after all others. Returns its row. */
  set(id: Id, record: PensumRecord): number {
    const rows = this.#rowsById;
    let row = rows.get(id);
    if (row === undefined) {
      row = this.#records.length;
      rows.set(id, row);
    } else this.#gone.delete(row);
    this.#records[row] = record;
    this.#kinds[row] = record.kind;
    this.#changed.add(row);
    return row;
  }

  /** Takes a record out. Returns its row, or undefined where there was none. */
  delete(id: Id): number | undefined {
    const row = this.#rowsById.get(id);
    if (row === undefined) return undefined;
    this.#records[row] = undefined;
    this.#gone.add(row);
    this.#changed.add(row);
    return row;
  }

  /** All records, in the order of their rows. */
  *values(): Generator<PensumRecord> {
    for (let row = 0; row < this.#records.length; row++) {
      if (this.#gone.has(row)) continue;
      if (!this.#records[row]) this.#make(row, row);
      yield this.#records[row] as PensumRecord;
    }
  }

  /** The records in these rows, without those that were taken out. */
  list(rows: readonly number[]): PensumRecord[] {
    const found: PensumRecord[] = [];
    rows.forEach((row, at) => {
      if (this.#gone.has(row)) return;
      if (!this.#records[row]) this.#make(row, rows[at + manyOfPart]);
      found.push(this.#records[row] as PensumRecord);
    });
    return found;
  }

  /** Calls `note` with the keys of each record that has some, and its row, in the order of the rows. */
  keys(question: PackedQuestion, note: (keys: string | readonly string[], row: number) => void): void {
    const { kinds, keysFor } = question;
    let row = 0;
    const noteMade = () => {
      if (kinds && !kinds.includes((this.#kinds[row] ??= this.#records[row]?.kind) as string)) return;
      const record = this.#records[row];
      if (!record || this.#gone.has(row)) return;
      const keys = keysFor(record);
      if (keys !== undefined) note(keys, row);
    };
    for (const { first, packed } of this.#parts) {
      for (; row < first; row++) noteMade();
      const found = new Array<string | readonly string[] | undefined>(packed.length);
      packed.keys(question, (keys, position) => (found[position] = keys));
      for (const keys of found) {
        if (this.#changed.has(row)) noteMade();
        else if (keys !== undefined) note(keys, row);
        row++;
      }
    }
    for (; row < this.#records.length; row++) noteMade();
  }

  /**
   * Calls `visit` with these fields of each record of a kind, in no particular order, without making any; part by part, with a
   * stop after each. What it is called with may be the same object each time. One that changes meanwhile may be met twice.
   */
  *reading(kind: string, fields: readonly string[], visit: (record: PensumRecord) => void): Generator<undefined> {
    for (const { first, packed } of this.#parts) {
      const isChanged = this.#changed.size > 0;
      packed.read(kind, fields, (record, position) => {
        if (!isChanged || !this.#changed.has(first + position)) visit(record);
      });
      yield;
    }
    const visitMade = (row: number) => {
      const record = this.#records[row];
      if (record?.kind === kind && !this.#gone.has(row)) visit(record);
    };
    this.#outsideParts((row) => !this.#changed.has(row) && visitMade(row));
    for (const row of this.#changed) visitMade(row);
  }

  index(topic: IndexName, question: PackedQuestion): RecordLists {
    return new RecordIndex(topic, question, this);
  }

  /** Makes the records of one more part. Returns whether there was one. */
  makeSome(): boolean {
    while (this.#parts[this.#madeParts]?.packed.isMade) this.#madeParts++;
    const part = this.#parts[this.#madeParts];
    part?.packed.makeAll(this.#records, part.first);
    return part !== undefined;
  }

  get #rowsById(): Map<Id, number> {
    if (this.#rows) return this.#rows;
    const rows = new Map<Id, number>();
    this.#outsideParts((row) => rows.set((this.#records[row] as PensumRecord).id, row));
    for (const { first, packed } of this.#parts) packed.ids((id, position) => rows.set(id, first + position));
    this.#rows = rows;
    this.#given = undefined;
    return rows;
  }

  /** Calls `take` with each row that was never packed. */
  #outsideParts(take: (row: number) => void): void {
    let row = 0;
    for (const { first, packed } of this.#parts) {
      for (; row < first; row++) take(row);
      row += packed.length;
    }
    for (; row < this.#records.length; row++) take(row);
  }

  #at(row: number): PensumRecord {
    if (!this.#records[row]) this.#make(row, undefined);
    return this.#records[row] as PensumRecord;
  }

  /** Makes the record in a row; with all of its part where one that is asked for soon, in row `next`, is of it too. */
  #make(row: number, next: number | undefined): void {
    const { first, packed } = this.#partAt(row);
    if (next !== undefined && next >= row && next < first + packed.length) packed.makeAll(this.#records, first);
    else this.#records[row] = packed.make(row - first);
  }

  /** The part in which a row is that is not made. */
  #partAt(row: number): Part {
    let [low, high] = [0, this.#parts.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((this.#parts[middle] as Part).first <= row) low = middle;
      else high = middle - 1;
    }
    return this.#parts[low] as Part;
  }
}
