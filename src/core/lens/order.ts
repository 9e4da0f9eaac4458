import type { DatePeriod, Field, Id } from "../model";
import { optionsOf, type Cell, type CellType, type FieldValues } from "../register";
import { addDays, dateOf, isMoment, minuteOf, startOfWeek, weekday, type DateText } from "../time";

/** What cells are put in order by: texts and numbers of one kind; an empty one comes last. */
export type OrderKey = string | number | undefined;

const collator = new Intl.Collator(undefined, { numeric: true, sensitivity: "base" });

/** Below zero where `a` comes first. An empty key comes after all others, in both directions. */
export function compareKeys(a: OrderKey, b: OrderKey, descending = false): number {
  if (a === b) return 0;
  if (a === undefined) return 1;
  if (b === undefined) return -1;
  const order =
    typeof a === "number" && typeof b === "number" ? a - b : collator.compare(String(a), String(b)) || (a < b ? -1 : 1);
  return descending ? -order : order;
}

/* Keys that hang on nothing but the cell. */
const ownKey = (cell: Cell): OrderKey => (cell === "" ? undefined : (cell as OrderKey));
const joinedKey = (cell: Cell): OrderKey => (cell as readonly string[] | undefined)?.join(", ") || undefined;
const startKey = (cell: Cell): OrderKey => (cell as readonly string[] | undefined)?.[0];
const yesKey = (cell: Cell): OrderKey => (cell === true ? 0 : 1);
const lasting = new Set([ownKey, joinedKey, startKey, yesKey]);

/** Whether the keys of cells never change, whatever is done to other records or to the options of a field. */
export function isLasting(key: (cell: Cell) => OrderKey): boolean {
  return lasting.has(key);
}

/** How the cells of a field become keys: options by their place, links by the title they lead to. */
export function keyReader(values: FieldValues, field: Field, type: CellType): (cell: Cell) => OrderKey {
  const title = (id: Id): string => {
    const record = values.store.get(id);
    return record && "title" in record ? record.title : "";
  };
  switch (type) {
    case "option": {
      const places = new Map(optionsOf(field, values.settings.priorities).map(({ id }, at) => [id, at]));
      return (cell) => (cell === undefined ? undefined : (places.get(cell as string) ?? places.size));
    }
    case "options":
      return joinedKey;
    case "link":
      return (cell) => (cell === undefined ? undefined : title(cell as Id) || undefined);
    case "links":
      return (cell) => (cell as readonly Id[] | undefined)?.map(title).join(", ") || undefined;
    case "range":
      return startKey;
    case "yesNo":
      return yesKey;
    default:
      return ownKey;
  }
}

/** The parts of a day by which dates with a time may be grouped. */
const partsOfDay = ["night", "morning", "afternoon", "evening"] as const;

/**
 * The key of the group of a date: `2026-11-24` for a day, the Saturday for a weekend, `2026-11-23` (its first day) for a week, `2026-11`, `2026`,
 * 1 to 7 for a weekday, 00 to 23 for an hour, a word for a part of the day.
 */
export function periodKey(cell: string, by: DatePeriod, firstWeekday: number): string {
  const date: DateText = dateOf(cell);
  switch (by) {
    case "day":
      return date;
    case "dayOrWeekend":
      return weekday(date) === 7 ? addDays(date, -1) : date;
    case "week":
      return startOfWeek(date, firstWeekday);
    case "month":
      return date.slice(0, 7);
    case "year":
      return date.slice(0, 4);
    case "weekday":
      return String(weekday(date));
    case "hour":
      return isMoment(cell) ? cell.slice(11, 13) : "";
    case "partOfDay":
      return isMoment(cell) ? (partsOfDay[Math.floor(minuteOf(cell) / 360)] as string) : "";
  }
}

/** The order of the groups of a period. */
export function periodOrder(key: string, by: DatePeriod, firstWeekday: number): OrderKey {
  if (by === "weekday") return (Number(key) - firstWeekday + 7) % 7;
  if (by === "partOfDay") return partsOfDay.indexOf(key as never);
  return key;
}
