import { minutesPerDay } from "../time";

/** Rows of the ledger in the order of time, kept so as they come and go: a row is found and put in its place by halving. */
export class RowOrder {
  readonly #timeOf: (row: number) => number;
  readonly #idOf: (row: number) => string;
  #rows: Int32Array;
  #length: number;

  /**
   * @param timeOf minutes from 1970 to the beginning of a row; the same for as long as the row is in the order
   * @param idOf what tells apart those that begin together: their order must not hang on which came first
   */
  constructor(timeOf: (row: number) => number, idOf: (row: number) => string, rows: readonly number[]) {
    this.#timeOf = timeOf;
    this.#idOf = idOf;
    this.#length = rows.length;
    this.#rows = new Int32Array(Math.max(1024, rows.length * 2));
    this.#rows.set(inOrder(rows, timeOf, idOf));
  }

  get length(): number {
    return this.#length;
  }

  rowAt(place: number): number {
    return this.#rows[place]!;
  }

  /** The place of the first row of a day, given by its number since 1970, or of the first one after it. */
  placeOf(day: number): number {
    return this.#placeOfTime(day * minutesPerDay);
  }

  /** Puts a row in its place. */
  enter(row: number): void {
    if (this.#length === this.#rows.length) {
      const wider = new Int32Array(this.#length * 2);
      wider.set(this.#rows);
      this.#rows = wider;
    }
    const time = this.#timeOf(row);
    let place = this.#placeOfTime(time);
    for (const id = this.#idOf(row); place < this.#length; place++) {
      const other = this.#rows[place]!;
      if (this.#timeOf(other) !== time || this.#idOf(other) >= id) break;
    }
    this.#rows.copyWithin(place + 1, place, this.#length);
    this.#rows[place] = row;
    this.#length++;
  }

  /** Takes a row out that is there. */
  leave(row: number): void {
    let place = this.#placeOfTime(this.#timeOf(row));
    while (place < this.#length && this.#rows[place] !== row) place++;
    this.#rows.copyWithin(place, place + 1, this.#length);
    this.#length--;
  }

  #placeOfTime(time: number): number {
    let [low, high] = [0, this.#length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.#timeOf(this.#rows[middle]!) < time) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}

/**
 * Rows by their time. Time and row go into one number each, since numbers are put in order many times faster than rows that
 * are compared; only rows that begin in the same minute are compared by what tells them apart.
 */
function inOrder(rows: readonly number[], timeOf: (row: number) => number, idOf: (row: number) => string): Int32Array {
  const count = rows.length;
  let first = Infinity;
  for (const row of rows) first = Math.min(first, timeOf(row));
  const keys = new Float64Array(count);
  for (let at = 0; at < count; at++) keys[at] = (timeOf(rows[at]!) - first) * count + at;
  keys.sort();
  const sorted = new Int32Array(count);
  for (let at = 0; at < count; at++) sorted[at] = rows[keys[at]! % count]!;
  for (let from = 0, to = 1; from < count; from = to++) {
    while (to < count && timeOf(sorted[to]!) === timeOf(sorted[from]!)) to++;
    if (to - from > 1) sorted.subarray(from, to).sort((a, b) => (idOf(a) < idOf(b) ? -1 : 1));
  }
  return sorted;
}
