import { isUnfinished, valueIn, type Kind, type PensumRecord, type RecordOf } from "../model";
import { addDays, dateOf, isDate, isSameDay, minuteOf, repeatOf } from "../time";
import type { PackedQuestion } from "./packedRecords";

/** Which keys a record stands under: one, several or none. */
type KeysFor<R> = (record: R) => string | readonly string[] | undefined;

/** The fields that some of several shapes have. */
type FieldOf<R> = R extends unknown ? keyof R & string : never;

/** Each of several shapes with these fields alone, as far as it has them. */
type Only<R, F> = R extends unknown ? Pick<R, Extract<keyof R, F>> : never;

/**
 * An index over records of these kinds. `keysFor` gets their kind and the fields that it says to read, and no others; it is not
 * asked about records without the field that it `needs`.
 */
function over<K extends Kind, F extends FieldOf<RecordOf<K>>>(
  kinds: readonly K[],
  reads: readonly F[],
  keysFor: KeysFor<Only<RecordOf<K>, F | "kind">>,
  needs?: F,
): PackedQuestion {
  return { kinds, reads, needs, keysFor: keysFor as unknown as KeysFor<PensumRecord> };
}

/** The dates that a stretch touches, first to last; one that ends at midnight does not touch the day it ends on. */
export function datesTouched(start: string, end: string): string[] {
  const first = dateOf(start);
  if (isSameDay(start, end)) return [first];
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
function eventDates(
  event: Pick<RecordOf<"event">, "start" | "end" | "zone" | "repeat">,
): readonly string[] | undefined {
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
  kind: { kinds: undefined, reads: [], keysFor: ({ kind }) => kind } as PackedQuestion,
  /** What comes again, and is not over. */
  repeating: over(
    ["task", "event", "block"],
    ["repeat", "state"],
    (record) => (comesAgain(record) && !(record.kind === "task" && !isUnfinished(record.state)) ? "all" : undefined),
    "repeat",
  ),
  /** The occurrences that were taken out of a series. */
  occurrencesOf: over(["task", "event", "block"], ["series"], ({ series }) => series),
  unfinishedTasks: over(["task"], ["state"], ({ state }) => (isUnfinished(state) ? "all" : undefined)),
  unclarified: over(
    ["task"],
    ["unclarified", "state"],
    ({ unclarified, state }) => (unclarified === true && isUnfinished(state) ? "all" : undefined),
    "unclarified",
  ),
  tasksByDoDay: over(["task"], ["doDay"], ({ doDay }) => doDay),
  /** What is open and due on a day: tasks, goals and projects. */
  openByDueDay: over(
    ["task", "goal", "project"],
    ["due", "state"],
    ({ due, state }) => (due !== undefined && isUnfinished(state) ? dateOf(due) : undefined),
    "due",
  ),
  tasksByParent: over(["task"], ["parent"], ({ parent }) => parent),
  tasksByDoneDay: over(["task"], ["doneAt"], ({ doneAt }) => (doneAt ? dateOf(doneAt) : undefined)),
  blocksByDay: over(["block"], ["start", "end", "repeat"], (block) =>
    comesAgain(block) ? undefined : datesTouched(block.start, block.end),
  ),
  /** The hours of a task: its own blocks, and the boxes that hold it. */
  blocksByTask: over(["block"], ["task", "holds"], ({ task, holds }) =>
    holds ? [...holds.map((held) => held.task), ...(task === undefined ? [] : [task])] : task,
  ),
  eventsByDay: over(["event"], ["start", "end", "zone", "repeat"], eventDates),
  /** Tasks that ring at a time of their own. */
  remindedTasks: over(["task"], ["remindAt"], ({ remindAt }) => (remindAt === undefined ? undefined : "all")),
  /** What rings more than a week before it begins or is due. */
  remindedEarly: over(
    ["event", "block", "task"],
    ["remindMinutes"],
    ({ remindMinutes = 0 }) => (remindMinutes > 7 * 1440 ? "all" : undefined),
    "remindMinutes",
  ),
  aimsByDay: over(["aim"], ["date"], ({ date }) => date),
  /** Entries of the work log by the days that they touch; one that runs stands under `running` too. */
  workByDay: over(["work"], ["start", "end"], ({ start, end }) =>
    end === undefined ? [dateOf(start), "running"] : isSameDay(start, end) ? dateOf(start) : datesTouched(start, end),
  ),
  /** Tasks and blocks by the page that holds their line. */
  linesByPage: over(["task", "block"], ["page"], ({ page }) => page),
  rowsByRegister: over(["row"], ["register"], ({ register }) => register),
  fieldsByRegister: over(["field"], ["register"], ({ register }) => register),
  /** Notes, people and themes by their title in small letters, for links; notes by the name of the file they came from too. */
  named: over(["note", "person", "theme"], ["title", "source"], (record) => {
    const title = record.title.toLowerCase();
    const file = record.source?.path
      ?.replace(/^.*\//, "")
      .replace(/\.\w+$/, "")
      .toLowerCase();
    return file === undefined || file === title ? title : [title, file];
  }),
} satisfies Record<string, PackedQuestion>;

/**
 * The indexes by name, and `links`: whatever leads somewhere, by the field that does and where it leads (`goal:k3…`). Of
 * links there is an index for each field, since most fields lead nowhere in most records.
 */
export type IndexName = keyof typeof indexes | "links";

/** An index by a name of its own. */
interface NamedIndex extends PackedQuestion {
  readonly name: string;
}

/** Kept, since a list is asked for hundreds of times to draw one week. Those of links are added as they are asked for. */
const named = new Map<string, NamedIndex>(
  Object.entries<PackedQuestion>(indexes).map(([name, description]) => [name, { name, ...description }]),
);

/** The index in which a key is found. */
export function indexFor(topic: IndexName, key: string): NamedIndex {
  const name = topic === "links" ? `links ${key.slice(0, key.indexOf(":"))}` : topic;
  const known = named.get(name);
  if (known) return known;
  const field = name.slice("links ".length);
  const made = { name, kinds: undefined, reads: [field], keysFor: linkKeys(field) };
  named.set(name, made);
  return made;
}

/** The keys of a record in an index, each once. */
export function keysOf({ kinds, keysFor }: PackedQuestion, record: PensumRecord | undefined): readonly string[] {
  return !record || (kinds && !kinds.includes(record.kind)) ? none : listed(keysFor(record));
}

/** The rows that an index is made over. */
interface Rows {
  list(rows: readonly number[]): PensumRecord[];
  keys(question: PackedQuestion, note: (keys: string | readonly string[], row: number) => void): void;
}

const none: readonly string[] = [];
const emptyBucket: readonly PensumRecord[] = [];

/**
 * The rows of the records under one key, in their order. One that leaves keeps its place for a while, and takes it again when
 * it comes back: taken back, it stands where it stood.
 */
class Bucket {
  #rows: number[] = [];
  #left: Set<number> | undefined;
  #list: readonly PensumRecord[] | undefined;

  /** Adds a row that was never here. */
  add(row: number): void {
    this.#rows.push(row);
  }

  /** Takes note that the record of a row that is here changed. */
  change(): void {
    this.#list = undefined;
  }

  come(row: number): void {
    if (!this.#left?.delete(row)) this.#rows.push(row);
    this.#list = undefined;
  }

  leave(row: number): void {
    this.#left ??= new Set();
    this.#left.add(row);
    this.#list = undefined;
    if (this.#left.size >= 50 && this.#left.size * 2 >= this.#rows.length) this.#forgetLeft();
  }

  /** The same list as before where none of its records changed. */
  list(records: Rows): readonly PensumRecord[] {
    if (this.#list) return this.#list;
    const left = this.#left;
    if (left?.size === this.#rows.length) return emptyBucket;
    this.#list = records.list(left?.size ? this.#rows.filter((row) => !left.has(row)) : this.#rows);
    return this.#list;
  }

  #forgetLeft(): void {
    const left = this.#left;
    this.#rows = this.#rows.filter((row) => !left?.has(row));
    this.#left = undefined;
  }
}

/** What an index answers, over whatever it is made. */
export interface RecordLists {
  /** What the topics of its keys begin with. */
  readonly topic: IndexName;
  /** The records under `key`; the same list as before where none of them changed. */
  list(key: string): readonly PensumRecord[];
  /** Takes note that a record changed, came (`from` undefined) or went (`to` undefined). Gives the keys it touched. */
  change(row: number, from: PensumRecord | undefined, to: PensumRecord | undefined): readonly string[];
}

/**
 * One index: the records under each key, as lists that stay the same object until one of their records changes.
 *
 * What is kept under a key are rows, and their records are looked up when the list is asked for: so an index over records
 * that are still packed makes none of them.
 */
export class RecordIndex implements RecordLists {
  /** What the topics of its keys begin with. */
  readonly topic: IndexName;
  readonly #question: PackedQuestion;
  readonly #records: Rows;
  readonly #buckets = new Map<string, Bucket>();

  constructor(topic: IndexName, question: PackedQuestion, records: Rows) {
    this.topic = topic;
    this.#question = question;
    this.#records = records;
    records.keys(question, (keys, row) => {
      if (typeof keys === "string") this.#bucket(keys).add(row);
      else for (const key of listed(keys)) this.#bucket(key).add(row);
    });
  }

  /** The records under `key`; the same list as before where none of them changed. */
  list(key: string): readonly PensumRecord[] {
    return this.#buckets.get(key)?.list(this.#records) ?? emptyBucket;
  }

  /**
   * Takes note that the record of a row changed, came (`from` undefined) or went (`to` undefined). Gives the keys it
   * touched.
   */
  change(row: number, from: PensumRecord | undefined, to: PensumRecord | undefined): readonly string[] {
    const before = keysOf(this.#question, from);
    const after = keysOf(this.#question, to);
    for (const key of before) {
      const bucket = this.#bucket(key);
      if (after.includes(key)) bucket.change();
      else bucket.leave(row);
    }
    for (const key of after) if (!before.includes(key)) this.#bucket(key).come(row);
    return before.length === 0 ? after : after.length === 0 ? before : [...new Set([...before, ...after])];
  }

  #bucket(key: string): Bucket {
    let bucket = this.#buckets.get(key);
    if (!bucket) {
      bucket = new Bucket();
      this.#buckets.set(key, bucket);
    }
    return bucket;
  }
}

/** Keys as a list in which each stands once. */
function listed(keys: string | readonly string[] | undefined): readonly string[] {
  if (keys === undefined) return none;
  if (typeof keys === "string") return [keys];
  return keys.length < 2 ? keys : [...new Set(keys)];
}
