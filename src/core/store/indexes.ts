import { isUnfinished, valueIn, type Id, type Kind, type PensumRecord, type RecordOf } from "../model";
import { addDays, dateOf, isDate, minuteOf, repeatOf } from "../time";

/** Which keys a record stands under: one, several or none. */
type KeysFor<R> = (record: R) => string | readonly string[] | undefined;

/** Of which kinds an index is, and under which keys it has their records. Of what it is not, it need not even look. */
interface IndexDescription {
  /** Undefined for all of them. */
  readonly kinds: readonly Kind[] | undefined;
  readonly keysFor: KeysFor<PensumRecord>;
}

function over<K extends Kind>(kinds: readonly K[], keysFor: KeysFor<RecordOf<K>>): IndexDescription {
  return { kinds, keysFor: keysFor as KeysFor<PensumRecord> };
}

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
const comesAgain = ({ repeat }: { readonly repeat?: string }) => repeat !== undefined && repeatOf(repeat) !== undefined;

/** An event told in another zone may touch the day before or after; it stands under those too, and is looked at. */
function eventDates(event: RecordOf<"event">): readonly string[] | undefined {
  if (comesAgain(event)) return undefined;
  const dates = datesTouched(event.start, event.end);
  if (!event.zone || isDate(event.start)) return dates;
  return [addDays(dates[0] as string, -1), ...dates, addDays(dates[dates.length - 1] as string, 1)];
}

const idLength = 64;

/** `field:id` for all that a record leads to by one field. A choice of the person's own looks like a link, and does no harm. */
function linkKeys(field: string): KeysFor<PensumRecord> {
  return (record) => {
    const value = valueIn(record, field);
    if (typeof value === "string") return value.length <= idLength ? `${field}:${value}` : undefined;
    return Array.isArray(value) ? value.map((id) => `${field}:${id}`) : undefined;
  };
}

/** The indexes of the store, by name. Each is built when first asked for and kept in step from then on. */
export const indexes = {
  kind: { kinds: undefined, keysFor: ({ kind }) => kind },
  /** What comes again, and is not over. */
  repeating: over(["task", "event", "block"], (record) =>
    comesAgain(record) && !(record.kind === "task" && !isUnfinished(record.state)) ? "all" : undefined,
  ),
  /** The occurrences that were taken out of a series. */
  occurrencesOf: over(["task", "event", "block"], ({ series }) => series),
  unfinishedTasks: over(["task"], ({ state }) => (isUnfinished(state) ? "all" : undefined)),
  unclarified: over(["task"], ({ unclarified, state }) =>
    unclarified === true && isUnfinished(state) ? "all" : undefined,
  ),
  tasksByDoDay: over(["task"], ({ doDay }) => doDay),
  /** What is open and due on a day: tasks, goals and projects. */
  openByDueDay: over(["task", "goal", "project"], ({ due, state }) =>
    due !== undefined && isUnfinished(state) ? dateOf(due) : undefined,
  ),
  tasksByParent: over(["task"], ({ parent }) => parent),
  tasksByDoneDay: over(["task"], ({ doneAt }) => (doneAt ? dateOf(doneAt) : undefined)),
  blocksByDay: over(["block"], (block) => (comesAgain(block) ? undefined : datesTouched(block.start, block.end))),
  /** The hours of a task: its own blocks, and the boxes that hold it. */
  blocksByTask: over(["block"], ({ task, holds }) =>
    holds ? [...holds.map((held) => held.task), ...(task === undefined ? [] : [task])] : task,
  ),
  eventsByDay: over(["event"], eventDates),
  /** Tasks that ring at a time of their own. */
  remindedTasks: over(["task"], ({ remindAt }) => (remindAt === undefined ? undefined : "all")),
  aimsByDay: over(["aim"], ({ date }) => date),
  /** Entries of the work log by the days that they touch; one that runs stands under `running` too. */
  workByDay: over(["work"], ({ start, end }) =>
    end === undefined ? [dateOf(start), "running"] : datesTouched(start, end),
  ),
  /** Tasks and blocks by the page that holds their line. */
  linesByPage: over(["task", "block"], ({ page }) => page),
  rowsByRegister: over(["row"], ({ register }) => register),
  fieldsByRegister: over(["field"], ({ register }) => register),
  /** Notes, people and themes by their title in small letters, for links; notes by the name of the file they came from too. */
  named: over(["note", "person", "theme"], (record) => {
    const title = record.title.toLowerCase();
    const file = record.source?.path
      ?.replace(/^.*\//, "")
      .replace(/\.\w+$/, "")
      .toLowerCase();
    return file === undefined || file === title ? title : [title, file];
  }),
} satisfies Record<string, IndexDescription>;

/**
 * The indexes by name, and `links`: whatever leads somewhere, by the field that does and where it leads (`goal:k3…`). Of
 * links there is an index for each field, since most fields lead nowhere in most records.
 */
export type IndexName = keyof typeof indexes | "links";

/** An index by a name of its own. */
interface NamedIndex extends IndexDescription {
  readonly name: string;
}

/** Kept, since a list is asked for hundreds of times to draw one week. Those of links are added as they are asked for. */
const named = new Map<string, NamedIndex>(
  Object.entries<IndexDescription>(indexes).map(([name, description]) => [name, { name, ...description }]),
);

/** The index in which a key is found. */
export function indexFor(topic: IndexName, key: string): NamedIndex {
  const name = topic === "links" ? `links ${key.slice(0, key.indexOf(":"))}` : topic;
  const known = named.get(name);
  if (known) return known;
  const made = { name, kinds: undefined, keysFor: linkKeys(name.slice("links ".length)) };
  named.set(name, made);
  return made;
}

const none: readonly string[] = [];
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
  readonly #kinds: readonly Kind[] | undefined;
  readonly #keysFor: KeysFor<PensumRecord>;
  readonly #lists = new Map<string, readonly PensumRecord[]>();
  readonly #buckets = new Map<string, Bucket>();

  /** @param records all records there are of its kinds, and none of others */
  constructor(topic: IndexName, { kinds, keysFor }: IndexDescription, records: Iterable<Iterable<PensumRecord>>) {
    this.topic = topic;
    this.#kinds = kinds;
    this.#keysFor = keysFor;
    const lists = this.#lists as Map<string, PensumRecord[]>;
    const add = (key: string, record: PensumRecord) => {
      const list = lists.get(key);
      if (list) list.push(record);
      else lists.set(key, [record]);
    };
    for (const some of records)
      for (const record of some) {
        const keys = keysFor(record);
        if (typeof keys === "string") add(keys, record);
        else if (keys !== undefined) for (const key of keys) add(key, record);
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
    const before = this.#keys(from);
    const after = this.#keys(to);
    for (const key of before) if (!after.includes(key)) this.#bucket(key).leave(id);
    if (to) for (const key of after) this.#bucket(key).put(to);
    return before.length === 0 ? after : after.length === 0 ? before : [...new Set([...before, ...after])];
  }

  #keys(record: PensumRecord | undefined): readonly string[] {
    if (!record || (this.#kinds && !this.#kinds.includes(record.kind))) return none;
    const keys = this.#keysFor(record);
    return typeof keys === "string" ? [keys] : (keys ?? none);
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
