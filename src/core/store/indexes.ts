import { isUnfinished, type Id, type PensumRecord } from "../model";
import { addDays, dateOf, isDate, minuteOf } from "../time";

/** Which keys a record stands under; none where the index is not about it. */
type Keys = (record: PensumRecord) => readonly string[];

const none: readonly string[] = [];
const one = (key: string | undefined): readonly string[] => (key === undefined ? none : [key]);

/** The dates that a stretch touches, first to last; one that ends at midnight does not touch the day it ends on. */
export function datesTouched(start: string, end: string): string[] {
  const last = isDate(end)
    ? end
    : minuteOf(end) === 0 && dateOf(end) > dateOf(start)
      ? addDays(dateOf(end), -1)
      : dateOf(end);
  const dates = [];
  for (let date = dateOf(start); date <= last && dates.length < 400; date = addDays(date, 1)) dates.push(date);
  return dates;
}

/** An event told in another zone may touch the day before or after; it stands under those too, and is looked at. */
function eventDates(record: PensumRecord): readonly string[] {
  if (record.kind !== "event") return none;
  const dates = datesTouched(record.start, record.end);
  if (!record.zone || isDate(record.start)) return dates;
  return [addDays(dates[0] as string, -1), ...dates, addDays(dates[dates.length - 1] as string, 1)];
}

/** The indexes of the store, by name. Each is built when first asked for and kept in step from then on. */
export const indexKeys = {
  kind: (record) => [record.kind],
  unfinishedTasks: (record) => (record.kind === "task" && isUnfinished(record.state) ? ["all"] : none),
  tasksByDoDay: (record) => (record.kind === "task" ? one(record.doDay) : none),
  tasksByParent: (record) => (record.kind === "task" ? one(record.parent) : none),
  tasksByDoneDay: (record) => (record.kind === "task" && record.doneAt ? [dateOf(record.doneAt)] : none),
  blocksByDay: (record) => (record.kind === "block" ? datesTouched(record.start, record.end) : none),
  blocksByTask: (record) => (record.kind === "block" ? one(record.task) : none),
  eventsByDay: eventDates,
  /** Tasks and blocks by the page that holds their line. */
  linesByPage: (record) => (record.kind === "task" || record.kind === "block" ? one(record.page) : none),
  /** Notes, people and themes by their title in small letters, for links. */
  named: (record) =>
    record.kind === "note" || record.kind === "person" || record.kind === "theme" ? [record.title.toLowerCase()] : none,
} satisfies Record<string, Keys>;

export type IndexName = keyof typeof indexKeys;

const emptyBucket: readonly PensumRecord[] = [];

/** One index: the records under each key, as lists that stay the same object until one of their records changes. */
export class RecordIndex {
  readonly #keys: Keys;
  readonly #buckets = new Map<string, Map<Id, PensumRecord>>();
  readonly #lists = new Map<string, readonly PensumRecord[]>();

  constructor(keys: Keys, records: Iterable<PensumRecord>) {
    this.#keys = keys;
    for (const record of records) this.#put(record, keys(record));
  }

  /** The records under `key`; the same list as before where none of them changed. */
  list(key: string): readonly PensumRecord[] {
    const known = this.#lists.get(key);
    if (known) return known;
    const bucket = this.#buckets.get(key);
    const list = bucket ? [...bucket.values()] : emptyBucket;
    this.#lists.set(key, list);
    return list;
  }

  /** Takes note that a record changed, came (`from` undefined) or went (`to` undefined). Gives the keys it touched. */
  change(id: Id, from: PensumRecord | undefined, to: PensumRecord | undefined): readonly string[] {
    const before = from ? this.#keys(from) : none;
    const after = to ? this.#keys(to) : none;
    for (const key of before) {
      if (!after.includes(key)) {
        const bucket = this.#buckets.get(key);
        bucket?.delete(id);
        if (bucket?.size === 0) this.#buckets.delete(key);
      }
      this.#lists.delete(key);
    }
    if (to) this.#put(to, after);
    return before.length === 0 ? after : after.length === 0 ? before : [...new Set([...before, ...after])];
  }

  #put(record: PensumRecord, keys: readonly string[]) {
    for (const key of keys) {
      const bucket = this.#buckets.get(key);
      if (bucket) bucket.set(record.id, record);
      else this.#buckets.set(key, new Map([[record.id, record]]));
      this.#lists.delete(key);
    }
  }
}
