import { sortedIn, type Cell, type Column } from "../register";
import { compareKeys, isLasting, type OrderKey } from "./order";

/** The place of each different cell of a column in an order; cells whose keys are alike share one. */
interface Ranks {
  /** By the number of the cell. */
  readonly ranks: Uint32Array;
  /** How many ranks there are. */
  readonly count: number;
}

type Key = (cell: Cell) => OrderKey;

/** The numbers of the cells of a column in the order of their keys. */
const sortedNumbers = new WeakMap<Column, Map<Key, readonly number[]>>();

/**
 * The ranks of the cells of a column, empty ones last in both directions. The order of a column whose keys hang on
 * nothing but its cells is kept, as an index is, and only cells that are new are sorted in.
 */
export function ranksOf(column: Column, key: Key, descending: boolean): Ranks {
  const keys = column.cells.map(key);
  const order = sorted(column, key, keys);
  const ranks = new Uint32Array(keys.length);
  const filled = order.findLastIndex((number) => keys[number] !== undefined) + 1;
  let rank = 0;
  for (let at = 0; at < order.length; at++) {
    const number = order[at] as number;
    if (at > 0 && compareKeys(keys[order[at - 1] as number], keys[number]) !== 0) rank++;
    ranks[number] = rank;
  }
  if (descending && filled > 0) {
    const last = ranks[order[filled - 1] as number] as number;
    for (let at = 0; at < filled; at++) {
      const number = order[at] as number;
      ranks[number] = last - (ranks[number] as number);
    }
  }
  return { ranks, count: Math.max(1, rank + 1) };
}

function sorted(column: Column, key: Key, keys: readonly OrderKey[]): readonly number[] {
  const compare = (a: number, b: number) => compareKeys(keys[a], keys[b]);
  if (!isLasting(key)) return sortedIn([], keys.length, compare);
  let known = sortedNumbers.get(column);
  if (!known) sortedNumbers.set(column, (known = new Map()));
  const order = sortedIn(known.get(key) ?? [], keys.length, compare);
  known.set(key, order);
  return order;
}
