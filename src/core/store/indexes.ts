import { isUnfinished, valueIn, type Id, type PensumRecord } from "../model";
import { addDays, dateOf, isDate, minuteOf, repeatOf } from "../time";

/** Which keys a record stands under; none where the index is not about it. */
type Keys = (record: PensumRecord) => readonly string[];

const none: readonly string[] = [];
const one = (key: string | undefined): readonly string[] => (key === undefined ? none : [key]);

/** The dates that a stretch touches, first to last; one that ends at midnight does not touch the day it ends on. */
export function datesTouched(start: string, end: string): string[] {
  const first = dateOf(start);
  if (end.startsWith(first)) return [first];
  const last = isDate(end)
    ? end
    : minuteOf(end) === 0 && dateOf(end) > dateOf(start)
      ? addDays(dateOf(end), -1)
      : dateOf(end);
  const dates = [];
  for (let date = dateOf(start); date <= last && dates.length < 400; date = addDays(date, 1)) dates.push(date);
  return dates;
}

/**
 * What comes again stands under no day itself: its occurrences are worked out from its rule. What has a rule that cannot
 * be followed comes once.
 */
const comesAgain = (record: PensumRecord) =>
  "repeat" in record && record.kind !== "habit" && repeatOf(record.repeat) !== undefined;

/** An event told in another zone may touch the day before or after; it stands under those too, and is looked at. */
function eventDates(record: PensumRecord): readonly string[] {
  if (record.kind !== "event" || comesAgain(record)) return none;
  const dates = datesTouched(record.start, record.end);
  if (!record.zone || isDate(record.start)) return dates;
  return [addDays(dates[0] as string, -1), ...dates, addDays(dates[dates.length - 1] as string, 1)];
}

const idLength = 64;

/** `field:id` for all that a record leads to by one field. A choice of the person's own looks like a link, and does no harm. */
function linkKeys(field: string): Keys {
  return (record) => {
    const value = valueIn(record, field);
    if (typeof value === "string") return value.length <= idLength ? [`${field}:${value}`] : none;
    return Array.isArray(value) ? value.map((id) => `${field}:${id}`) : none;
  };
}

/** The indexes of the store, by name. Each is built when first asked for and kept in step from then on. */
export const indexKeys = {
  kind: (record) => [record.kind],
  /** What comes again, and is not over. */
  repeating: (record) =>
    comesAgain(record) && !(record.kind === "task" && !isUnfinished(record.state)) ? ["all"] : none,
  /** The occurrences that were taken out of a series. */
  occurrencesOf: (record) => ("series" in record ? one(record.series) : none),
  unfinishedTasks: (record) => (record.kind === "task" && isUnfinished(record.state) ? ["all"] : none),
  unclarified: (record) =>
    record.kind === "task" && record.unclarified === true && isUnfinished(record.state) ? ["all"] : none,
  tasksByDoDay: (record) => (record.kind === "task" ? one(record.doDay) : none),
  /** What is open and due on a day: tasks, goals and projects. */
  openByDueDay: (record) =>
    (record.kind === "task" || record.kind === "goal" || record.kind === "project") &&
    record.due !== undefined &&
    isUnfinished(record.state)
      ? [dateOf(record.due)]
      : none,
  tasksByParent: (record) => (record.kind === "task" ? one(record.parent) : none),
  tasksByDoneDay: (record) => (record.kind === "task" && record.doneAt ? [dateOf(record.doneAt)] : none),
  blocksByDay: (record) =>
    record.kind === "block" && !comesAgain(record) ? datesTouched(record.start, record.end) : none,
  /** The hours of a task: its own blocks, and the boxes that hold it. */
  blocksByTask: (record) =>
    record.kind !== "block"
      ? none
      : record.holds
        ? record.holds.map(({ task }) => task).concat(one(record.task))
        : one(record.task),
  eventsByDay: eventDates,
  /** Tasks that ring at a time of their own. */
  remindedTasks: (record) => (record.kind === "task" && record.remindAt !== undefined ? ["all"] : none),
  aimsByDay: (record) => (record.kind === "aim" ? [record.date] : none),
  /** Entries of the work log by the days that they touch; one that runs stands under `running` too. */
  workByDay: (record) =>
    record.kind !== "work"
      ? none
      : record.end === undefined
        ? [dateOf(record.start), "running"]
        : datesTouched(record.start, record.end),
  /** Tasks and blocks by the page that holds their line. */
  linesByPage: (record) => (record.kind === "task" || record.kind === "block" ? one(record.page) : none),
  rowsByRegister: (record) => (record.kind === "row" ? [record.register] : none),
  fieldsByRegister: (record) => (record.kind === "field" ? [record.register] : none),
  /** Notes, people and themes by their title in small letters, for links; notes by the name of the file they came from too. */
  named: (record) => {
    if (record.kind !== "note" && record.kind !== "person" && record.kind !== "theme") return none;
    const title = record.title.toLowerCase();
    const file = record.source?.path
      ?.replace(/^.*\//, "")
      .replace(/\.\w+$/, "")
      .toLowerCase();
    return file === undefined || file === title ? [title] : [title, file];
  },
} satisfies Record<string, Keys>;

/**
 * The indexes by name, and `links`: whatever leads somewhere, by the field that does and where it leads (`goal:k3…`). Of
 * links there is an index for each field, since most fields lead nowhere in most records.
 */
export type IndexName = keyof typeof indexKeys | "links";

/** The index in which a key is found, by a name of its own, and what it keys records by. */
export function indexFor(name: IndexName, key: string): { name: string; keys: Keys } {
  if (name !== "links") return { name, keys: indexKeys[name] };
  const field = key.slice(0, key.indexOf(":"));
  return { name: `links ${field}`, keys: linkKeys(field) };
}

const emptyBucket: readonly PensumRecord[] = [];

/** The records under a key. One that leaves keeps its place for a while, and takes it again when it comes back. */
class Bucket {
  readonly #records: Map<Id, PensumRecord | undefined>;
  #left = 0;

  constructor(records: readonly PensumRecord[]) {
    this.#records = new Map(records.map((record) => [record.id, record]));
  }

  put(record: PensumRecord) {
    if (this.#records.has(record.id) && !this.#records.get(record.id)) this.#left--;
    this.#records.set(record.id, record);
  }

  leave(id: Id) {
    if (!this.#records.get(id)) return;
    this.#records.set(id, undefined);
    this.#left++;
    if (this.#left < 50 || this.#left * 2 < this.#records.size) return;
    for (const [one, record] of this.#records) if (!record) this.#records.delete(one);
    this.#left = 0;
  }

  list(): readonly PensumRecord[] {
    if (this.#left === this.#records.size) return emptyBucket;
    return this.#left === 0
      ? ([...this.#records.values()] as PensumRecord[])
      : [...this.#records.values()].filter((record) => record !== undefined);
  }
}

/**
 * One index: the records under each key, as lists that stay the same object until one of their records changes.
 *
 * A key's records stand in a plain list until the first change under it, and only then in a map: building the index
 * over 100,000 records takes 25 ms so, instead of 140. A record that leaves keeps its place in that map: taken back, it
 * stands where it stood.
 */
export class RecordIndex {
  /** What the topics of its keys begin with. */
  readonly topic: IndexName;
  readonly #keys: Keys;
  readonly #lists = new Map<string, readonly PensumRecord[]>();
  readonly #buckets = new Map<string, Bucket>();

  constructor(topic: IndexName, keys: Keys, records: Iterable<PensumRecord>) {
    this.topic = topic;
    this.#keys = keys;
    const lists = this.#lists as Map<string, PensumRecord[]>;
    for (const record of records)
      for (const key of keys(record)) {
        const list = lists.get(key);
        if (list) list.push(record);
        else lists.set(key, [record]);
      }
  }

  /** The records under `key`; the same list as before where none of them changed. */
  list(key: string): readonly PensumRecord[] {
    const known = this.#lists.get(key);
    if (known) return known;
    const bucket = this.#buckets.get(key);
    if (!bucket) return emptyBucket;
    const list = bucket.list();
    this.#lists.set(key, list);
    return list;
  }

  /** Takes note that a record changed, came (`from` undefined) or went (`to` undefined). Gives the keys it touched. */
  change(id: Id, from: PensumRecord | undefined, to: PensumRecord | undefined): readonly string[] {
    const before = from ? this.#keys(from) : none;
    const after = to ? this.#keys(to) : none;
    for (const key of before) if (!after.includes(key)) this.#bucket(key).leave(id);
    if (to) for (const key of after) this.#bucket(key).put(to);
    return before.length === 0 ? after : after.length === 0 ? before : [...new Set([...before, ...after])];
  }

  /** The records under `key`, to be changed; the list made of them before is no longer right then. */
  #bucket(key: string): Bucket {
    let bucket = this.#buckets.get(key);
    if (!bucket) {
      bucket = new Bucket(this.#lists.get(key) ?? []);
      this.#buckets.set(key, bucket);
    }
    this.#lists.delete(key);
    return bucket;
  }
}
