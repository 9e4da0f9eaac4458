import type { TotalWay } from "../model";
import type { Cell, Column } from "../register";
import type { Entry, Place } from "./entries";

/** What is known of the cells of one column in one group without looking at them again. */
interface Running {
  filled: number;
  numbers: number;
  sum: number;
  /** Numbers with a fraction: while there are any, adding and taking away would not give the exact sum. */
  fractions: number;
}

const nothing = (): Running => ({ filled: 0, numbers: 0, sum: 0, fractions: 0 });

function isEmpty(cell: Cell): boolean {
  return cell === undefined || cell === "" || (Array.isArray(cell) && cell.length === 0);
}

/**
 * Counts and sums of a column that are kept as records come and go, so that a total over 100,000 records is there at
 * once after one changed. Whole numbers only (minutes, counts): their sums are exact in whatever order.
 */
export class SummedColumn {
  readonly #column: Column;
  readonly #all = nothing();
  readonly #groups = new Map<string, Running>();
  /** The sums of each place, by its number: of the place itself and of the groups around it. */
  readonly #byPlace: (readonly Running[])[] = [];
  /** The number of the cell with which each row was counted. */
  #counted = new Int32Array(0);

  constructor(column: Column) {
    this.#column = column;
  }

  /** Counts the record of a row, once in each group that holds one of its places. */
  count(row: number, places: readonly Place[]): void {
    const cell = this.#note(row);
    const [only] = places;
    if (places.length > 1 || !only) return this.#step(cell, places, 1);
    if (isEmpty(cell)) return;
    step(this.#all, cell, 1);
    for (const running of this.#sumsAt(only)) step(running, cell, 1);
  }

  /** Takes out what the record of a row was counted with. */
  takeBack(row: number, places: readonly Place[]): void {
    this.#step(this.#column.cells[this.#counted[row] as number], places, -1);
  }

  /** The total of everything (an empty name) or of a group, or `unknown` where the cells themselves must be looked at. */
  total(name: string, way: TotalWay): { readonly known: Cell } | "unknown" {
    const running = name === "" ? this.#all : this.#groups.get(name);
    if (way === "count") return { known: running?.filled ?? 0 };
    if (!running) return { known: undefined };
    if ((way !== "sum" && way !== "average") || running.fractions > 0 || !Number.isSafeInteger(running.sum))
      return "unknown";
    if (running.numbers === 0) return { known: undefined };
    return { known: way === "sum" ? running.sum : running.sum / running.numbers };
  }

  /** Each different cell of entries that were counted, once. */
  differentCells(entries: readonly Entry[]): Cell[] {
    const { cells } = this.#column;
    const seen = new Uint8Array(cells.length);
    for (const { row } of entries) seen[this.#counted[row] as number] = 1;
    return cells.filter((_, number) => seen[number] === 1);
  }

  #note(row: number): Cell {
    if (row >= this.#counted.length) {
      const more = new Int32Array(Math.max(this.#column.numbers.length, row + 1, this.#counted.length * 2));
      more.set(this.#counted);
      this.#counted = more;
    }
    const number = this.#column.numberAt(row);
    this.#counted[row] = number;
    return this.#column.cells[number];
  }

  #step(cell: Cell, places: readonly Place[], by: 1 | -1) {
    if (isEmpty(cell)) return;
    step(this.#all, cell, by);
    for (const running of new Set(places.flatMap((place) => this.#sumsAt(place)))) step(running, cell, by);
  }

  #sumsAt({ number, names }: Place): readonly Running[] {
    let sums = this.#byPlace[number];
    if (!sums) {
      sums = names.map((name) => {
        const running = this.#groups.get(name) ?? nothing();
        this.#groups.set(name, running);
        return running;
      });
      this.#byPlace[number] = sums;
    }
    return sums;
  }
}

function step(running: Running, cell: Cell, by: 1 | -1) {
  running.filled += by;
  if (typeof cell !== "number") return;
  running.numbers += by;
  if (Number.isSafeInteger(cell)) running.sum += by * cell;
  else running.fractions += by;
}
