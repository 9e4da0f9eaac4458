import type { DatePeriod } from "../model";
import type { Cell, CellType, Column } from "../register";
import { periodKey } from "./order";

/**
 * To which groups the cells of a column belong: cells with the same groups share a number, so that 100,000 moments
 * become the few months they lie in.
 */
export class GroupKeys {
  /** The keys of the groups, by their number. */
  readonly lists: (readonly string[])[] = [];
  readonly #known = new Map<string, number>();
  /** By the number of the cell. */
  readonly #numbers: number[] = [];
  readonly #column: Column;
  readonly #keys: (cell: Cell) => readonly string[];

  constructor(column: Column, keys: (cell: Cell) => readonly string[]) {
    this.#column = column;
    this.#keys = keys;
  }

  /** The number of the groups of a row, a place in `lists`. */
  numberAt(row: number): number {
    const cell = this.#column.numberAt(row);
    while (this.#numbers.length <= cell) this.#numbers.push(this.#numberOf(this.#column.cells[this.#numbers.length]));
    return this.#numbers[cell] as number;
  }

  #numberOf(cell: Cell): number {
    const keys = this.#keys(cell);
    const name = keys.join("\u0000");
    let number = this.#known.get(name);
    if (number === undefined) {
      number = this.lists.length;
      this.lists.push(keys);
      this.#known.set(name, number);
    }
    return number;
  }
}

const known = new WeakMap<Column, Map<string, GroupKeys>>();

/** The groups of a column of a type, by a period where it has dates. They are kept with the column, as an index is. */
export function groupKeysOf(column: Column, type: CellType, by: DatePeriod, firstWeekday: number): GroupKeys {
  const name = `${type} ${by} ${firstWeekday}`;
  let ways = known.get(column);
  if (!ways) known.set(column, (ways = new Map()));
  let keys = ways.get(name);
  if (!keys) ways.set(name, (keys = new GroupKeys(column, keysIn(type, by, firstWeekday))));
  return keys;
}

function keysIn(type: CellType, by: DatePeriod, firstWeekday: number): (cell: Cell) => readonly string[] {
  switch (type) {
    case "date":
    case "range":
      return (cell) => {
        const first = Array.isArray(cell) ? (cell[0] as string) : (cell as string | undefined);
        return [first ? periodKey(first, by, firstWeekday) : ""];
      };
    case "options":
    case "links":
      return (cell) => ((cell as string[] | undefined)?.length ? (cell as string[]) : [""]);
    case "yesNo":
      return (cell) => [cell === true ? "yes" : "no"];
    default:
      return (cell) => [cell === undefined ? "" : String(cell)];
  }
}
