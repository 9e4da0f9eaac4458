import type { Field, Grouping, Id, Lens, PensumRecord } from "../model";
import {
  fieldsIn,
  findRegister,
  recordsIn,
  registerOf,
  type Cell,
  type CellType,
  type FieldValues,
  type Register,
} from "../register";
import { dateOf } from "../time";
import { compareEntries, type Entry, type Place } from "./entries";
import { donePredicate, predicateOf, type Predicate } from "./conditions";
import { fieldNamed } from "./fieldNamed";
import { keyReader, periodKey, periodOrder, type OrderKey } from "./order";
import { sortEntries } from "./sortEntries";
import { RunningTotals } from "./runningTotals";
import { total } from "./totals";

/** What of a lens decides which records are shown, where, and what they add up to. */
export type LensQuery = Pick<Lens, "registers" | "where" | "done" | "groups" | "sorts" | "shown" | "byHand">;

/** A run of entries that share their groups. */
export interface Group {
  /** The keys of this group and those around it. */
  readonly keys: readonly string[];
  readonly start: number;
  readonly end: number;
  /** The groups inside, when the lens has two groupings. */
  readonly inner: readonly Group[];
}

/** A column of a lens, whatever register its records are from. */
export interface LensField {
  readonly name: string;
  readonly field: Field;
  readonly type: CellType;
  /** Whether it is computed and came to nothing so far, so that its type is a guess. */
  readonly unsettled?: boolean;
  read(record: PensumRecord): Cell;
}

interface Options {
  readonly firstWeekday: number;
  /** Shows only what holds these words. */
  readonly search?: string;
}

/** The order of one entry, and in which direction each of its keys counts. */
interface Ordering {
  read(record: PensumRecord): Cell;
  key(cell: Cell): OrderKey;
  readonly descending: boolean;
}

interface GroupReader extends Ordering {
  /** The keys of the groups a record belongs to. */
  keys(cell: Cell): readonly string[];
  orderOf(key: string): OrderKey;
}

/**
 * What a lens shows, kept in step: after any change only the records that changed are taken out and put in again, and
 * the result is the same as if all had been asked anew.
 */
export class LensView {
  readonly query: LensQuery;
  readonly fields: readonly LensField[];
  #entries: Entry[] = [];
  #groups: readonly Group[] | undefined;
  /** By how many entries each innermost group grew since `#groups` were found. */
  readonly #grown = new Map<string, number>();
  readonly #values: FieldValues;
  readonly #predicates = new Map<string, Predicate>();
  readonly #groupings: readonly GroupReader[];
  readonly #sortings: readonly Ordering[];
  readonly #directions: readonly boolean[];
  /** The entries of each record; known once something changes, since a lens that is only looked at needs none of it. */
  #places: Map<Id, Entry[]> | undefined;
  #size = 0;
  /** Every place that was seen, by its keys. */
  readonly #known = new Map<string, Map<string, Place>>();
  readonly #totals = new Map<string, Cell>();
  /** The columns that are added up, and their totals as they are kept. */
  readonly #summed: readonly { readonly column: LensField; readonly running: RunningTotals }[];
  /** The links by whose titles records are grouped or sorted. */
  readonly #titleLinks: readonly string[];
  /** The orders of group keys that are known already. */
  readonly #orders: Map<string, OrderKey>[] = [];
  #revision = 0;

  constructor(values: FieldValues, query: LensQuery, options: Options) {
    this.query = query;
    this.#values = values;
    const registers = query.registers.flatMap((id) => findRegister(values.store, id) ?? []);
    const today = dateOf(values.store.clock.now());
    const done = donePredicate(query.done, today, options.firstWeekday);
    const search = searchPredicate(options.search);
    for (const register of registers) {
      const where = predicateOf(query.where, { values, register, today, firstWeekday: options.firstWeekday });
      this.#predicates.set(register.id, (record) => done(record) && where(record) && search(record));
    }
    this.fields = fieldsOfLens(values, registers);
    this.#summed = query.shown.flatMap(({ field, total: way }) => {
      const column = this.#column(field);
      return way && column ? [{ column, running: new RunningTotals() }] : [];
    });
    this.#groupings = query.groups.flatMap((grouping) => this.#grouping(grouping, options.firstWeekday));
    const { byHand } = query;
    this.#sortings = [
      ...(byHand
        ? [
            {
              read: (record: PensumRecord) => byHand[record.id],
              key: (cell: Cell) => cell as number,
              descending: false,
            },
          ]
        : []),
      ...query.sorts.flatMap(({ field, descending = false }) => this.#sorting(field, descending)),
    ];
    const placing = [...query.groups, ...query.sorts].map(({ field }) => field);
    this.#titleLinks = this.fields.flatMap(({ name, type }) =>
      placing.includes(name) && (type === "link" || type === "links") ? [name] : [],
    );
    this.#directions = this.#sortings.map(({ descending }) => descending);
    this.#fill(registers);
  }

  /** Every record at its place, groups one after the other. */
  get entries(): readonly Entry[] {
    return this.#entries;
  }

  /** Grows with every change of what is shown. */
  get revision(): number {
    return this.#revision;
  }

  /** The groups of the outer grouping; none when the lens does not group. */
  get groups(): readonly Group[] {
    if (this.#groupings.length === 0) return [];
    if (!this.#groups) this.#groups = groupsOf(this.#entries, 0, this.#entries.length, 0, this.#groupings.length);
    else if (this.#grown.size > 0)
      this.#groups =
        shifted(this.#groups, this.#grown) ??
        groupsOf(this.#entries, 0, this.#entries.length, 0, this.#groupings.length);
    this.#grown.clear();
    return this.#groups;
  }

  /** How many records are shown, each counted once. */
  get count(): number {
    return this.#size;
  }

  /** The total of a shown field over a group, or over everything. */
  total(name: string, group?: Group): Cell {
    const way = this.query.shown.find(({ field }) => field === name)?.total;
    const column = this.fields.find((field) => field.name === name);
    if (!way || !column) return undefined;
    const of = group ? keyOf(group.keys) : "";
    const kept = this.#summed.find((one) => one.column === column)?.running.total(of, way);
    if (kept && kept !== "unknown") return kept.known;
    const key = `${name} ${of}`;
    if (!this.#totals.has(key)) {
      const entries = group ? this.#entries.slice(group.start, group.end) : this.#entries;
      const records = entries.map(({ record }) => record);
      const distinct = group || this.#groupings.length === 0 ? records : [...new Set(records)];
      const cells = distinct.map((record) => column.read(record));
      this.#totals.set(key, total(way, cells));
    }
    return this.#totals.get(key);
  }

  /** Counts a record, with all its places, in or out of the totals that are kept. */
  #count(entries: readonly Entry[], step: 1 | -1) {
    const [first, another] = entries;
    if (!first || this.#summed.length === 0) return;
    const names = another ? new Set(entries.flatMap(({ place }) => place.names)) : first.place.names;
    this.#summed.forEach(({ running }, at) => {
      const cell = first.cells[at];
      running.add("", cell, step);
      for (const name of names) running.add(name, cell, step);
    });
  }

  /** Takes in that records changed, came or went, or that computed values of theirs did. Tells whether anything shown did. */
  change(ids: Iterable<Id>): boolean {
    let changed = false;
    const places = (this.#places ??= placesOf(this.#entries));
    for (const id of this.#toPlace(ids)) {
      const before = places.get(id);
      const record = this.#values.store.get(id);
      const after = record && this.#entriesFor(record);
      if (!before && !after?.length) continue;
      for (const entry of before ?? []) this.#takeOut(entry);
      if (before) this.#count(before, -1);
      places.delete(id);
      if (after?.length) {
        for (const entry of after) this.#putIn(entry);
        places.set(id, after);
        this.#count(after, 1);
      }
      changed = true;
    }
    this.#size = places.size;
    if (changed) {
      this.#totals.clear();
      this.#revision++;
    }
    return changed;
  }

  /** Whether a computed field whose type was not known comes to something in one of these: then all is asked anew. */
  settlesWith(ids: Iterable<Id>): boolean {
    const open = this.fields.filter(({ unsettled }) => unsettled);
    if (open.length === 0) return false;
    for (const id of ids) {
      const record = this.#values.store.get(id);
      if (
        record &&
        this.#predicates.has(registerOf(record) ?? "") &&
        open.some(({ read }) => read(record) !== undefined)
      )
        return true;
    }
    return false;
  }

  /** The records to be placed anew: those that changed, and where titles decide the order, those that lead to them. */
  #toPlace(ids: Iterable<Id>): Iterable<Id> {
    if (this.#titleLinks.length === 0) return ids;
    this.#orders.forEach((known) => known.clear());
    this.#known.clear();
    // A title that changes can put its group elsewhere.
    this.#groups = undefined;
    const all = new Set(ids);
    for (const id of [...all])
      for (const name of this.#titleLinks)
        for (const record of this.#values.store.list("links", `${name}:${id}`)) all.add(record.id);
    return all;
  }

  #fill(registers: readonly Register[]) {
    const entries: Entry[] = [];
    for (const register of registers) {
      const holds = this.#predicates.get(register.id) as Predicate;
      for (const record of recordsIn(this.#values.store, register)) {
        if (!holds(record)) continue;
        const own = this.#entriesOf(record);
        this.#size++;
        this.#count(own, 1);
        for (const entry of own) entries.push(entry);
      }
    }
    this.#entries = sortEntries(entries, this.#directions);
  }

  #entriesFor(record: PensumRecord): Entry[] | undefined {
    const holds = this.#predicates.get(registerOf(record) ?? "");
    return holds?.(record) ? this.#entriesOf(record) : undefined;
  }

  #entriesOf(record: PensumRecord): Entry[] {
    const sorts = this.#sortings.map(({ read, key }) => key(read(record)));
    const cells = this.#summed.map(({ column }) => column.read(record));
    const [outer, inner] = this.#groupings;
    if (!outer) return [{ record, place: this.#place([]), order: sorts, cells }];
    const entries: Entry[] = [];
    for (const first of outer.keys(outer.read(record))) {
      if (!inner) entries.push({ record, place: this.#place([first]), order: sorts, cells });
      else
        for (const second of inner.keys(inner.read(record)))
          entries.push({ record, place: this.#place([first, second]), order: sorts, cells });
    }
    return entries;
  }

  /** The place of a group; the same object for all that stand there. */
  #place(groups: readonly string[]): Place {
    const [first = "", second = ""] = groups;
    let inner = this.#known.get(first);
    if (!inner) this.#known.set(first, (inner = new Map()));
    let place = inner.get(second);
    if (!place) {
      place = {
        groups,
        order: groups.map((key, at) => this.#groupings[at]?.orderOf(key)),
        names: groups.map((_, at) => keyOf(groups.slice(0, at + 1))),
      };
      inner.set(second, place);
    }
    return place;
  }

  #takeOut(entry: Entry) {
    this.#grow(entry, -1);
    const at = this.#placeOf(entry);
    if (this.#entries[at] === entry) this.#entries.splice(at, 1);
    else {
      // Its order no longer holds, as when an option it is sorted by went.
      const found = this.#entries.indexOf(entry);
      if (found >= 0) this.#entries.splice(found, 1);
    }
  }

  #grow({ place }: Entry, step: 1 | -1) {
    const key = keyOf(place.groups);
    this.#grown.set(key, (this.#grown.get(key) ?? 0) + step);
  }

  #putIn(entry: Entry) {
    this.#grow(entry, 1);
    this.#entries.splice(this.#placeOf(entry), 0, entry);
  }

  /** Where an entry stands, or would. */
  #placeOf(entry: Entry): number {
    let [low, high] = [0, this.#entries.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (compareEntries(this.#entries[middle] as Entry, entry, this.#directions) < 0) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  #column(name: string): LensField | undefined {
    return this.fields.find((field) => field.name === name);
  }

  #sorting(name: string, descending: boolean): Ordering[] {
    const column = this.#column(name);
    return column ? [{ read: column.read, key: keyReader(this.#values, column.field, column.type), descending }] : [];
  }

  #grouping({ field: name, by = "day" }: Grouping, firstWeekday: number): GroupReader[] {
    const column = this.#column(name);
    if (!column) return [];
    const key = keyReader(this.#values, column.field, column.type);
    const base = { read: column.read, key, descending: false };
    const known = new Map<string, OrderKey>();
    this.#orders.push(known);
    const remembered = (order: (key: string) => OrderKey) => (text: string) => {
      if (!known.has(text)) known.set(text, text === "" ? undefined : order(text));
      return known.get(text);
    };
    switch (column.type) {
      case "date":
      case "range": {
        const first = (cell: Cell) => (Array.isArray(cell) ? (cell[0] as string) : (cell as string | undefined));
        return [
          {
            ...base,
            keys: (cell) => [first(cell) ? periodKey(first(cell) as string, by, firstWeekday) : ""],
            orderOf: remembered((text) => periodOrder(text, by, firstWeekday)),
          },
        ];
      }
      case "options":
      case "links": {
        const one = (text: string) => key([text]);
        return [
          {
            ...base,
            keys: (cell) => ((cell as string[] | undefined)?.length ? (cell as string[]) : [""]),
            orderOf: remembered(one),
          },
        ];
      }
      case "number":
      case "minutes":
        return [{ ...base, keys: (cell) => [cell === undefined ? "" : String(cell)], orderOf: remembered(Number) }];
      case "yesNo":
        return [
          { ...base, keys: (cell) => [cell === true ? "yes" : "no"], orderOf: (text) => (text === "yes" ? 0 : 1) },
        ];
      default:
        return [
          {
            ...base,
            keys: (cell) => [cell === undefined ? "" : String(cell)],
            orderOf: remembered((text) => key(text)),
          },
        ];
    }
  }
}

function placesOf(entries: readonly Entry[]): Map<Id, Entry[]> {
  const places = new Map<Id, Entry[]>();
  for (const entry of entries) {
    const own = places.get(entry.record.id);
    if (own) own.push(entry);
    else places.set(entry.record.id, [entry]);
  }
  return places;
}

/**
 * Groups whose ends have moved with what came and went, without looking at the entries. Undefined where a group is new
 * or has nothing left in it: then they must be found again.
 */
function shifted(groups: readonly Group[], grown: ReadonlyMap<string, number>): readonly Group[] | undefined {
  let at = 0;
  let seen = 0;
  let emptied = false;
  const shift = (group: Group): Group => {
    const start = at;
    const inner = group.inner.map(shift);
    if (inner.length === 0) {
      const growth = grown.get(keyOf(group.keys));
      if (growth !== undefined) seen++;
      at += group.end - group.start + (growth ?? 0);
      if (at === start) emptied = true;
    }
    return { keys: group.keys, start, end: at, inner };
  };
  const next = groups.map(shift);
  return emptied || seen < grown.size ? undefined : next;
}

/** The name of a group among the totals; never that of everything, which is empty. */
function keyOf(keys: readonly string[]): string {
  return `:${keys.join("\u0000")}`;
}

function groupsOf(entries: readonly Entry[], start: number, end: number, level: number, levels: number): Group[] {
  const groups: Group[] = [];
  for (let from = start; from < end;) {
    const { groups: keys } = (entries[from] as Entry).place;
    const to = endOfRun(entries, from, end, level);
    const inner = level + 1 < levels ? groupsOf(entries, from, to, level + 1, levels) : [];
    groups.push({ keys: keys.slice(0, level + 1), start: from, end: to, inner });
    from = to;
  }
  return groups;
}

/** Where the run of entries with the same group ends, found in steps that double. */
function endOfRun(entries: readonly Entry[], from: number, end: number, level: number): number {
  const key = entries[from]?.place.groups[level];
  const isSame = (at: number) => entries[at]?.place.groups[level] === key;
  let step = 1;
  while (from + step < end && isSame(from + step)) step *= 2;
  let [low, high] = [from + (step >> 1), Math.min(end, from + step)];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isSame(middle)) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The fields of all registers of a lens; a name that several have is one column. */
function fieldsOfLens(values: FieldValues, registers: readonly Register[]): LensField[] {
  const names = new Set(registers.flatMap((register) => fieldsIn(values.store, register).map(({ name }) => name)));
  return [...names].map((name) => {
    const readers = new Map<string, (record: PensumRecord) => Cell>();
    let first: { field: Field; type: CellType; unsettled: boolean } | undefined;
    for (const register of registers) {
      const field = fieldNamed(values, register, name);
      if (!field) continue;
      readers.set(register.id, values.reader(register, field));
      if (first) continue;
      const type = values.knownType(register, field, recordsIn(values.store, register));
      first = { field, type: type ?? "text", unsettled: type === undefined };
    }
    const { field, type, unsettled } = first as { field: Field; type: CellType; unsettled: boolean };
    const [only] = readers.values();
    const read =
      registers.length === 1
        ? (only as (record: PensumRecord) => Cell)
        : (record: PensumRecord) => readers.get(registerOf(record) ?? "")?.(record);
    return { name, field, type, read, ...(unsettled ? { unsettled } : {}) };
  });
}

function searchPredicate(search: string | undefined): Predicate {
  const words = (search ?? "").toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return () => true;
  return (record) => {
    const title = "title" in record ? record.title : "date" in record ? record.date : "";
    const text = `${title}\n${"text" in record ? record.text : ""}`.toLowerCase();
    return words.every((word) => text.includes(word));
  };
}
