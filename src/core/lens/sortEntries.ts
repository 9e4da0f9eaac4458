import type { PensumRecord } from "../model";
import { compareEntries, comparePlaces, type Entry, type Ordering, type Place } from "./entries";
import type { LensRows } from "./lensRows";
import { ranksOf } from "./ranks";

/** Rows of a lens, each at a place, before they are entries in their order. */
export interface Unsorted {
  readonly rows: number[];
  readonly places: Place[];
}

/**
 * Entries in their order. Each key is turned into its rank among the different cells of its column, and the ranks of an
 * entry into one number, so that the platform sorts numbers: 100,000 entries by four keys take a tenth of the time of
 * comparing them one by one.
 * @param of where these rows are
 * @param allPlaces by their numbers
 */
export function sortEntries(
  { rows, places }: Unsorted,
  of: LensRows,
  allPlaces: readonly Place[],
  orderings: readonly Ordering[],
): Entry[] {
  const size = rows.length;
  const { records, byId } = of;
  const entryAt = (place: Place, row: number): Entry => ({ record: records[row] as PensumRecord, place, row });
  const lines = orderings.map(({ column, key, descending }) => ({
    numbers: column.numbers,
    ...ranksOf(column, key, descending),
  }));
  const span = lines.reduce((all, { count }) => all * count, Math.max(1, allPlaces.length));
  if (span * byId.length > Number.MAX_SAFE_INTEGER)
    return rows.map((row, at) => entryAt(places[at] as Place, row)).sort((a, b) => compareEntries(a, b, orderings));
  const composed = new Float64Array(size);
  const placesInOrder = allPlaces.toSorted(comparePlaces);
  const placeRanks = ranked(placesInOrder.map(({ number }) => number));
  const idRanks = ranked(byId);
  for (let at = 0; at < size; at++) composed[at] = placeRanks[(places[at] as Place).number] as number;
  for (const { numbers, ranks, count } of lines)
    for (let at = 0; at < size; at++)
      composed[at] = (composed[at] as number) * count + (ranks[numbers[rows[at] as number] as number] as number);
  // Entries whose keys are all alike stand by their ids.
  for (let at = 0; at < size; at++)
    composed[at] = (composed[at] as number) * byId.length + (idRanks[rows[at] as number] as number);
  composed.sort();
  const inPlace = (span / Math.max(1, allPlaces.length)) * byId.length;
  const sorted = new Array<Entry>(size);
  for (let at = 0; at < size; at++) {
    const all = composed[at] as number;
    const keys = Math.floor(all / byId.length);
    const place = placesInOrder[Math.floor(all / inPlace)] as Place;
    sorted[at] = entryAt(place, byId[all - keys * byId.length] as number);
  }
  return sorted;
}

/** The rank of each number in a list of them in their order. */
function ranked(order: readonly number[]): Uint32Array {
  const ranks = new Uint32Array(order.length);
  for (let rank = 0; rank < order.length; rank++) ranks[order[rank] as number] = rank;
  return ranks;
}
