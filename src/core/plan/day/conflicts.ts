import type { Id, PensumRecord } from "../../model/index";
import type { DayItem } from "./dayItems";

/** Two things at the same time. */
export interface DoubleBooking {
  readonly first: DayItem;
  readonly second: DayItem;
  /** When they overlap, minutes since midnight. */
  readonly startMinute: number;
  readonly endMinute: number;
}

/**
 * The pairs of a day's items that want the same minutes, of which a person can do one. A task inside hours of its own
 * theme is meant so, and two blocks of the same task are one sitting. `items` by their beginning.
 */
export function doubleBookings(
  items: readonly DayItem[],
  themeOf: (record: PensumRecord) => Id | undefined,
): DoubleBooking[] {
  const pairs: DoubleBooking[] = [];
  for (let a = 0; a < items.length; a++) {
    const first = items[a] as DayItem;
    for (let b = a + 1; b < items.length; b++) {
      const second = items[b] as DayItem;
      if (second.startMinute >= first.endMinute) break;
      if (isMeant(first.record, second.record, themeOf)) continue;
      const endMinute = Math.min(first.endMinute, second.endMinute);
      pairs.push({ first, second, startMinute: second.startMinute, endMinute });
    }
  }
  return pairs;
}

/** What stands on a day already where something is to be added, as far as a person could not do both: by its beginning. */
export function overlapping<T extends DayItem>(
  items: readonly T[],
  { startMinute, endMinute }: { readonly startMinute: number; readonly endMinute: number },
): readonly T[] {
  return items.filter(
    (item) =>
      item.startMinute < endMinute &&
      item.endMinute > startMinute &&
      // Hours of a theme are there to be filled.
      !(item.record.kind === "block" && item.record.task === undefined && item.record.theme !== undefined),
  );
}

function isMeant(a: PensumRecord, b: PensumRecord, themeOf: (record: PensumRecord) => Id | undefined): boolean {
  if (a.kind !== "block" || b.kind !== "block") return false;
  if (a.task !== undefined && a.task === b.task) return true;
  const [box, inside] = a.task === undefined ? [a, b] : [b, a];
  return (
    box.task === undefined && box.theme !== undefined && inside.task !== undefined && themeOf(inside) === box.theme
  );
}
