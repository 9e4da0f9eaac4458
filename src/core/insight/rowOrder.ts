import { minutesPerDay } from "../time";

/** What puts rows in order. */
interface TimedRows {
  /** Whole days since 1970 of each row. */
  readonly day: Int32Array;
  /** Minutes since midnight at which each row begins. */
  readonly start: Int16Array;
  /** What tells apart those that begin together: their order must not hang on which came first. */
  entryOf(row: number): string;
}

/** Rows of the ledger in the order of time, kept so as they come and go: a row is found and put in its place by halving. */
export class RowOrder {
  readonly #timed: TimedRows;
  #rows: Int32Array;
  #length: number;

  /** @param timed says the same of a row for as long as the row is in the order */
  constructor(timed: TimedRows, rows: Int32Array) {
    this.#timed = timed;
    this.#length = rows.length;
    this.#rows = new Int32Array(Math.max(1024, rows.length * 2));
    this.#rows.set(inOrder(rows, timed));
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
    for (const id = this.#timed.entryOf(row); place < this.#length; place++) {
      const other = this.#rows[place]!;
      if (this.#timeOf(other) !== time || this.#timed.entryOf(other) >= id) break;
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

  /** Minutes from 1970 to the beginning of a row. */
  #timeOf(row: number): number {
    return this.#timed.day[row]! * minutesPerDay + this.#timed.start[row]!;
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
 * Rows by their time: dealt out by the minute of the day, then by the day, which leaves those of one day in the order of their
 * minutes. That takes a third of what comparing them takes. Only rows that begin in the same minute are compared by what tells
 * them apart.
 */
function inOrder(rows: Int32Array, timed: TimedRows): Int32Array {
  if (rows.length === 0) return rows;
  const { day, start } = timed;
  const days = new Int32Array(rows.length);
  const minutes = new Int32Array(rows.length);
  let [first, last] = [Infinity, -Infinity];
  for (let at = 0; at < rows.length; at++) {
    const of = day[rows[at]!]!;
    days[at] = of;
    minutes[at] = start[rows[at]!]!;
    if (of < first) first = of;
    if (of > last) last = of;
  }
  for (let at = 0; at < rows.length; at++) days[at]! -= first;
  const places = dealt(dealt(undefined, minutes, minutesPerDay), days, last - first + 1);
  const sorted = new Int32Array(rows.length);
  for (let at = 0; at < rows.length; at++) sorted[at] = rows[places[at]!]!;
  for (let from = 0, to = 1; from < sorted.length; from = to++) {
    const [of, begins] = [day[sorted[from]!], start[sorted[from]!]];
    while (to < sorted.length && day[sorted[to]!] === of && start[sorted[to]!] === begins) to++;
    if (to - from > 1) sorted.subarray(from, to).sort((a, b) => (timed.entryOf(a) < timed.entryOf(b) ? -1 : 1));
  }
  return sorted;
}

/** Places in the order of a key below `most`, each for its key in the order in which `places` (or plain counting) has them. */
function dealt(places: Int32Array | undefined, keys: Int32Array, most: number): Int32Array {
  const next = new Int32Array(most + 1);
  for (let at = 0; at < keys.length; at++) next[keys[at]! + 1]!++;
  for (let key = 1; key <= most; key++) next[key]! += next[key - 1]!;
  const result = new Int32Array(keys.length);
  for (let at = 0; at < keys.length; at++) {
    const place = places ? places[at]! : at;
    result[next[keys[place]!]!++] = place;
  }
  return result;
}
