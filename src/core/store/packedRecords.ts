import type { PensumRecord, StoredRecord } from "../model";

/*
 * Records as the text of one part of a snapshot: those with the same fields stand together, a list of values for each
 * field, and a value that all of them have is written once. Beside an array of objects that is 11 MB instead of 26
 * for 100,000 records.
 *
 * The first line says which groups there are, and where the values of each field end in what follows it: so the values of a
 * field are read when they are first asked for. To know what stands on a day, two fields of twenty will do.
 */

/** The values of one field, in the records' order; or the one value that all have. */
type Column = readonly unknown[] | { readonly all: unknown };

/** Records with the same fields, as the first line has them. */
interface GroupHead {
  readonly fields: readonly string[];
  /** Where each of its records stands among all of the part; rising. */
  readonly at: readonly number[];
  /** Where the values of each field end in the text after the first line. */
  readonly ends: readonly number[];
}

/** How parts were written before there was a first line: the values themselves in place of where they end. */
interface GroupWithin {
  readonly fields: readonly string[];
  readonly at: readonly number[];
  readonly columns: readonly Column[];
}

/**
 * Records as text. Characters beyond Latin-1 are written as escapes: a text without them takes one byte a character
 * instead of two, and is parsed half as fast again.
 */
export function packRecords(records: readonly PensumRecord[]): string {
  const groups = new Map<string, { fields: string[]; at: number[] }>();
  records.forEach((record, at) => {
    const fields = fieldsOf(record);
    const key = JSON.stringify(fields);
    const group = groups.get(key);
    if (group) group.at.push(at);
    else groups.set(key, { fields, at: [at] });
  });
  let values = "";
  const heads = [...groups.values()].map(({ fields, at }): GroupHead => {
    const ends = fields.map((field) => {
      values += latin(JSON.stringify(columnOf(at.map((index) => valueOf(records[index] as PensumRecord, field)))));
      return values.length;
    });
    return { fields, at, ends };
  });
  return `${latin(JSON.stringify(heads))}\n${values}`;
}

function latin(text: string): string {
  return text.replace(/[\u0100-\uffff]/g, (unit) => `\\u${unit.charCodeAt(0).toString(16).padStart(4, "0")}`);
}

/**
 * The records of a packed text, in their order, in the shape of the version that wrote them.
 * @throws SyntaxError
 */
export function unpackRecords(text: string): StoredRecord[] {
  const records: StoredRecord[] = [];
  new PackedPart(text).makeAll(records as unknown as PensumRecord[], 0);
  return records;
}

/** Keys under which a record stands; of none where undefined. */
type Keys = string | readonly string[] | undefined;

/** What is asked of records that are not made: of which kinds, by which fields, and what follows from those. */
export interface PackedQuestion {
  /** Undefined for all of them. */
  readonly kinds: readonly string[] | undefined;
  readonly reads: readonly string[];
  /** A field without which no record has keys, where there is one. */
  readonly needs?: string | undefined;
  readonly keysFor: (record: PensumRecord) => Keys;
}

/**
 * A part of a snapshot, whose records are made one by one when they are asked for, or all at once: most of what a workspace
 * holds is years old, and a start need not make it. Its values stay where they are when the records are made: to go through
 * one field of 100,000 records in a row takes a third of looking into as many objects.
 */
export class PackedPart {
  readonly #groups: readonly Group[];
  /** How many records it has. */
  readonly length: number;
  #isMade = false;

  /** @throws SyntaxError where it is not whole */
  constructor(text: string) {
    this.#groups = groupsIn(text);
    this.length = this.#groups.reduce((sum, { at }) => sum + at.length, 0);
  }

  /** Calls `note` with the id of each record and its position. */
  ids(note: (id: string, position: number) => void): void {
    for (const group of this.#groups) {
      const ids = group.column("id") as Column;
      group.at.forEach((position, index) => note(valueAt(ids, index) as string, position));
    }
  }

  /** The record at a position; a new object each time. */
  make(position: number): PensumRecord {
    for (const group of this.#groups) {
      const index = indexIn(group.at, position);
      if (index < 0) continue;
      const record = { ...group.first };
      for (const field of group.fields) record[field] = valueAt(group.column(field) as Column, index);
      return record as unknown as PensumRecord;
    }
    throw new RangeError(`A part of ${this.length} records has none at ${position}.`);
  }

  /**
   * Puts all records into `records`, from `first` on, and leaves those that stand there already. They are copies of the first of
   * their group: a copy has all its fields at once, where an object that gets them one by one is moved again and again as it
   * grows.
   */
  makeAll(records: (PensumRecord | undefined)[], first: number): void {
    for (const group of this.#groups) {
      const { fields, at, first: shape } = group;
      const made = at.map(() => ({ ...shape }));
      for (const field of fields) {
        const values = group.column(field) as Column;
        if (!isShared(values)) setAll(made, field, values);
      }
      for (let index = 0; index < at.length; index++)
        records[first + (at[index] as number)] ??= made[index] as unknown as PensumRecord;
    }
    this.#isMade = true;
  }

  /** Whether all of its records were made at once. */
  get isMade(): boolean {
    return this.#isMade;
  }

  /**
   * Calls `visit` with the kind and these fields of each record of a kind, and its position, group by group. It is the same
   * object each time.
   */
  read(kind: string, fields: readonly string[], visit: (record: PensumRecord, position: number) => void): void {
    for (const group of this.#groups) {
      const { probe, varied } = probeOf(group, fields);
      const asked = probe as unknown as PensumRecord;
      const isOfOneKind = varied[0]?.[0] !== "kind";
      if (isOfOneKind && asked.kind !== kind) continue;
      const { at } = group;
      for (let index = 0; index < at.length; index++) {
        for (let field = 0; field < varied.length; field++) {
          const [name, values] = varied[field]!;
          probe[name] = values[index];
        }
        if (isOfOneKind || asked.kind === kind) visit(asked, at[index]!);
      }
    }
  }

  /** Calls `note` with the keys of each record and its position, group by group, worked out from the fields that are read alone. */
  keys({ kinds, reads, needs, keysFor }: PackedQuestion, note: (keys: Keys, position: number) => void): void {
    for (const group of this.#groups) {
      const { at } = group;
      if (needs !== undefined && !group.fields.includes(needs)) continue;
      const { probe, varied } = probeOf(group, reads);
      const asked = probe as unknown as PensumRecord;
      const isOfOneKind = varied[0]?.[0] !== "kind";
      if (kinds && isOfOneKind && !kinds.includes(asked.kind)) continue;
      // What all of a group share is worked out once for all of them.
      if (varied.length === 0) {
        const keys = keysFor(asked);
        if (keys !== undefined) for (const position of at) note(keys, position);
        continue;
      }
      for (let index = 0; index < at.length; index++) {
        for (const [field, values] of varied) probe[field] = values[index];
        if (isOfOneKind || !kinds || kinds.includes(asked.kind)) {
          const keys = keysFor(asked);
          if (keys !== undefined) note(keys, at[index] as number);
        }
      }
    }
  }
}

/** Records with the same fields. The values of each are read when they are first asked for. */
class Group {
  readonly fields: readonly string[];
  readonly at: readonly number[];
  readonly #columns: (Column | undefined)[];
  readonly #read: (field: number) => Column;
  #first: Record<string, unknown> | undefined;

  constructor({ fields, at }: Omit<GroupHead, "ends">, read: (field: number) => Column) {
    this.fields = fields;
    this.at = at;
    this.#columns = fields.map(() => undefined);
    this.#read = read;
  }

  /** The values of a field; undefined where its records have no such field. @throws SyntaxError */
  column(name: string): Column | undefined {
    const field = this.fields.indexOf(name);
    return field < 0 ? undefined : (this.#columns[field] ??= this.#read(field));
  }

  /** The first of its records. */
  get first(): Record<string, unknown> {
    return (this.#first ??= firstOf(
      this.fields,
      this.fields.map((field) => this.column(field) as Column),
    ));
  }
}

/** The first record of a group with its kind and these fields alone, and the values of those in which others differ, the kind first. */
function probeOf(group: Group, fields: readonly string[]) {
  const probe: Record<string, unknown> = {};
  const varied: [field: string, values: readonly unknown[]][] = [];
  for (const field of fields.includes("kind") ? fields : ["kind", ...fields]) {
    const column = group.column(field);
    probe[field] = column === undefined ? undefined : valueAt(column, 0);
    if (column !== undefined && !isShared(column)) varied.push([field, column]);
  }
  return { probe, varied };
}

function groupsIn(text: string): Group[] {
  const line = text.indexOf("\n");
  if (line < 0)
    return (JSON.parse(text) as GroupWithin[]).map(
      (group) => new Group(group, (field) => group.columns[field] as Column),
    );
  let start = line + 1;
  const groups = (JSON.parse(text.slice(0, line)) as GroupHead[]).map((head) => {
    const starts = [start, ...head.ends.map((end) => line + 1 + end)];
    start = starts[starts.length - 1] as number;
    return new Group(head, (field) => JSON.parse(text.slice(starts[field], starts[field + 1])) as Column);
  });
  if (start !== text.length) throw new SyntaxError("Packed records end before their last value.");
  return groups;
}

/** Where `position` stands in a rising list; -1 where it is not in it. */
function indexIn(rising: readonly number[], position: number): number {
  let [low, high] = [0, rising.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((rising[middle] as number) < position) low = middle + 1;
    else high = middle;
  }
  return rising[low] === position ? low : -1;
}

/** The first record of a group, as one text that is read: so it has room for just its fields. */
function firstOf(fields: readonly string[], columns: readonly Column[]): Record<string, unknown> {
  const shape = JSON.stringify(
    Object.fromEntries(fields.map((field, at) => [field, valueAt(columns[at] as Column, 0)])),
  );
  const first = JSON.parse(shape) as Record<string, unknown>;
  // What all share is the very same value in each, and not a copy.
  fields.forEach((field, at) => (first[field] = valueAt(columns[at] as Column, 0)));
  return first;
}

function valueAt(values: Column, at: number): unknown {
  return isShared(values) ? values.all : values[at];
}

function setAll(records: readonly Record<string, unknown>[], field: string, values: readonly unknown[]): void {
  for (let at = 0; at < records.length; at++) (records[at] as Record<string, unknown>)[field] = values[at];
}

/** A field that is undefined is absent. */
function fieldsOf(record: PensumRecord): string[] {
  return Object.keys(record).filter((field) => valueOf(record, field) !== undefined);
}

function valueOf(record: PensumRecord, field: string): unknown {
  return (record as unknown as Record<string, unknown>)[field];
}

function columnOf(values: readonly unknown[]): Column {
  const first = JSON.stringify(values[0]);
  const shared = values.every((value) => value === values[0] || JSON.stringify(value) === first);
  return shared ? { all: values[0] } : values;
}

function isShared(values: Column): values is { readonly all: unknown } {
  return !Array.isArray(values);
}
