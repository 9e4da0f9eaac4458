import type { Id, Lens, PensumRecord, TotalWay } from "../model";
import { findRegister, registerOf, type Cell, type FieldValues, type Register } from "../register";
import { dateOf } from "../time";
import { donePredicate, predicateOf, rowsNotDone, rowsWhere, searchPredicate, type Predicate } from "./conditions";
import { compareEntries, comparePlaces, type Entry, type Ordering, type Place } from "./entries";
import { groupsOf, keyOf, shifted, type Group } from "./groups";
import { fieldsOfLens, type LensField } from "./lensFields";
import { LensRows } from "./lensRows";
import { keyReader } from "./order";
import { Places } from "./places";
import { sortEntries, type Unsorted } from "./sortEntries";
import { SummedColumn } from "./summedColumn";
import { total } from "./totals";

/** What of a lens decides which records are shown, where, and what they add up to. */
export type LensQuery = Pick<Lens, "registers" | "where" | "done" | "groups" | "sorts" | "shown" | "byHand">;

/** Up to so many entries are taken out and put in one by one; for more the whole list is gone through once. */
const fewEntries = 16;

interface Options {
  readonly firstWeekday: number;
  /** Shows only what holds these words. */
  readonly search?: string;
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
  /** What the fields of its records are read from. */
  readonly values: FieldValues;
  readonly #predicates = new Map<string, Predicate>();
  readonly #places: Places;
  readonly #sortings: readonly Ordering[];
  readonly #rows: LensRows;
  /** The entries of each record, by its row. */
  #byRow: (readonly Entry[] | Entry | undefined)[] = [];
  #size = 0;
  readonly #totals = new Map<string, Cell>();
  /** The columns that are added up, and their totals as they are kept. */
  readonly #summed: readonly { readonly field: LensField; readonly totals: SummedColumn }[];
  /** The links by whose titles records are grouped or sorted. */
  readonly #titleLinks: readonly string[];
  #revision = 0;
  /** The record that keeps its place while it is worked on, and whether that may be another one by now. */
  #held: Id | undefined;
  #heldMayMove = false;

  constructor(values: FieldValues, query: LensQuery, options: Options) {
    this.query = query;
    this.values = values;
    const registers = query.registers.flatMap((id) => findRegister(values.store, id) ?? []);
    const today = dateOf(values.store.clock.now());
    const done = donePredicate(query.done, today, options.firstWeekday);
    const search = searchPredicate(options.search);
    for (const register of registers) {
      const where = predicateOf(query.where, { values, register, today, firstWeekday: options.firstWeekday });
      this.#predicates.set(register.id, (record) => done(record) && where(record) && search(record));
    }
    this.fields = fieldsOfLens(values, registers);
    this.#rows = new LensRows(values, registers);
    this.#summed = query.shown.flatMap(({ field: name, total: way }) => {
      const field = this.#field(name);
      return way && field ? [{ field, totals: new SummedColumn(this.#rows.columnOf(field)) }] : [];
    });
    const groupings = query.groups.flatMap(({ field: name, by }) => {
      const field = this.#field(name);
      return field ? [{ field, by }] : [];
    });
    this.#places = new Places(values, this.#rows, groupings, options.firstWeekday);
    const { byHand } = query;
    this.#sortings = [
      ...(byHand
        ? [
            {
              column: this.#rows.columnThat((record) => byHand[record.id]),
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
    this.#sortAll(
      registers.map((register) => {
        const setting = { values, register, today, firstWeekday: options.firstWeekday };
        const searched = options.search?.trim() ? search : undefined;
        return this.#fill(register, rowsNotDone(query.done, setting), rowsWhere(query.where, setting), searched);
      }),
    );
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
    const { levels } = this.#places;
    if (levels === 0) return [];
    const find = () => groupsOf(this.#entries, 0, this.#entries.length, 0, levels);
    if (!this.#groups) this.#groups = find();
    else if (this.#grown.size > 0) this.#groups = shifted(this.#groups, this.#grown) ?? find();
    this.#grown.clear();
    return this.#groups;
  }

  /** Below zero where the group of key `a` comes first, at a level: 0 for the outer grouping. */
  compareGroups(level: number, a: string, b: string): number {
    return this.#places.compare(level, a, b);
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
    const summed = this.#summed.find(({ field }) => field === column);
    const kept = summed?.totals.total(of, way);
    if (kept && kept !== "unknown") return kept.known;
    const key = `${name} ${of}`;
    if (!this.#totals.has(key)) {
      const entries = group ? this.#entries.slice(group.start, group.end) : this.#entries;
      const cells = summed && endWays.has(way) ? summed.totals.differentCells(entries) : cellsOf(entries, column);
      this.#totals.set(key, total(way, cells));
    }
    return this.#totals.get(key);
  }

  /**
   * Keeps a record where it stands, however it is changed, until another is held or none: nobody loses a row that they
   * are working in. Returns whether anything shown changed, as the one that was held before goes to its place.
   */
  hold(id: Id | undefined): boolean {
    const before = this.#held;
    if (before === id) return false;
    this.#held = id;
    const mayMove = this.#heldMayMove;
    this.#heldMayMove = false;
    return before !== undefined && mayMove && this.change([before]);
  }

  /** The number of the first entry of a record; -1 where it is not shown. */
  indexOf(id: Id): number {
    const [first] = this.#entriesIn(this.#rows.rowOf(id));
    return first ? this.#entries.indexOf(first) : -1;
  }

  /** Takes in that records changed, came or went, or that computed values of theirs did. Returns true if anything visible changed. */
  change(ids: Iterable<Id>): boolean {
    const held = this.#held;
    const isHeldThere = held !== undefined && this.values.store.get(held) !== undefined && this.indexOf(held) >= 0;
    if (held === undefined || !isHeldThere) return this.#change(ids);
    const all = new Set(ids);
    const entries = this.#entriesIn(this.#rows.rowOf(held));
    const shown = all.delete(held);
    // Others may come to stand where it would: it is placed when it is let go, whether it changed or not.
    this.#heldMayMove = true;
    if (shown) {
      for (const entry of entries) entry.record = this.values.store.get(held) as PensumRecord;
    }
    const lifted = entries.map((entry) => [entry, this.#lift(entry)] as const);
    const changed = this.#change(all);
    for (const [entry, at] of lifted.toReversed()) this.#settle(entry, at);
    if (!changed && shown) this.#revision++;
    return changed || shown;
  }

  /** Takes an entry out of the order. Returns where it stood. */
  #lift(entry: Entry): number {
    const at = this.#entries.indexOf(entry);
    this.#entries.splice(at, 1);
    return at;
  }

  /** Puts an entry where it stood, or as near to that as its group allows. */
  #settle(entry: Entry, at: number) {
    const [start, end] = this.#runOf(entry.place);
    this.#entries.splice(Math.max(start, Math.min(at, end)), 0, entry);
  }

  /** Where the entries of a group begin and end; where they would, if there are none. */
  #runOf(place: Place): readonly [start: number, end: number] {
    const first = (isBehind: (other: Place) => boolean) => {
      let [low, high] = [0, this.#entries.length];
      while (low < high) {
        const middle = (low + high) >> 1;
        if (isBehind((this.#entries[middle] as Entry).place)) high = middle;
        else low = middle + 1;
      }
      return low;
    };
    return [first((other) => comparePlaces(other, place) >= 0), first((other) => comparePlaces(other, place) > 0)];
  }

  #change(ids: Iterable<Id>): boolean {
    const gone: Entry[] = [];
    const fresh: Entry[] = [];
    for (const id of this.#toPlace(ids)) {
      const record = this.values.store.get(id);
      gone.push(...this.#forget(this.#rows.rowOf(id)));
      if (record && this.#holds(record)) fresh.push(...this.#entriesOf(record));
    }
    if (gone.length === 0 && fresh.length === 0) return false;
    // All that changed is taken out first: what is put in then stands among entries that are in order.
    this.#takeOut(gone);
    this.#putIn(fresh);
    for (const entry of gone) this.#grow(entry, -1);
    for (const entry of fresh) this.#grow(entry, 1);
    this.#totals.clear();
    this.#revision++;
    return true;
  }

  /** Whether a computed field whose type was not known comes to something in one of these: then all is asked anew. */
  settlesWith(ids: Iterable<Id>): boolean {
    const open = this.fields.filter(({ unsettled }) => unsettled);
    if (open.length === 0) return false;
    for (const id of ids) {
      const record = this.values.store.get(id);
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
    const all = new Set(ids);
    const led = [...all].flatMap((id) =>
      this.#titleLinks.flatMap((name) => this.values.store.list("links", `${name}:${id}`)),
    );
    if (led.length === 0 && ![...all].some((id) => this.#places.knows(id))) return all;
    this.#places.forgetOrders();
    // A title that changes can put its group elsewhere.
    this.#groups = undefined;
    for (const { id } of led) if (id !== this.#held) all.add(id);
    return all;
  }

  /** The records of a register in rows that are marked in both lists, as they are before they are sorted. */
  #fill(register: Register, open: Uint8Array, held: Uint8Array, search: Predicate | undefined): Unsorted {
    const unsorted: Unsorted = { rows: [], places: [] };
    const { records } = this.values.columns(register);
    for (let at = 0; at < records.length; at++) {
      const record = records[at];
      if (!record || !open[at] || !held[at] || (search && !search(record))) continue;
      const row = this.#rows.take(record, at);
      const places = this.#count(row);
      this.#size++;
      for (const place of places) {
        unsorted.rows.push(row);
        unsorted.places.push(place);
      }
    }
    return unsorted;
  }

  #sortAll(filled: readonly Unsorted[]) {
    const [only] = filled;
    const unsorted =
      only && filled.length === 1
        ? only
        : { rows: filled.flatMap(({ rows }) => rows), places: filled.flatMap(({ places }) => places) };
    this.#entries = sortEntries(unsorted, this.#rows, this.#places.all, this.#sortings);
    this.#byRow = new Array<undefined>(this.#rows.records.length);
    for (const entry of this.#entries) this.#note(entry);
  }

  #note(entry: Entry) {
    const before = this.#byRow[entry.row];
    this.#byRow[entry.row] = before ? [before, entry].flat() : entry;
  }

  /** Counts the record of a row in all totals. Gives its places. */
  #count(row: number): readonly Place[] {
    const places = this.#places.of(row);
    for (const { totals } of this.#summed) totals.count(row, places);
    return places;
  }

  #holds(record: PensumRecord): boolean {
    return this.#predicates.get(registerOf(record) ?? "")?.(record) ?? false;
  }

  /** The entries of a record that came or changed, counted and noted. */
  #entriesOf(record: PensumRecord): Entry[] {
    const row = this.#rows.take(record);
    const entries = this.#count(row).map((place) => ({ record, place, row }));
    for (const entry of entries) this.#note(entry);
    this.#size++;
    return entries;
  }

  #entriesIn(row: number | undefined): readonly Entry[] {
    const own = row === undefined ? undefined : this.#byRow[row];
    return own ? [own].flat() : [];
  }

  /** Forgets the entries of a row, totals and all. Gives those there were. */
  #forget(row: number | undefined): readonly Entry[] {
    const entries = this.#entriesIn(row);
    if (row === undefined || entries.length === 0) return [];
    this.#byRow[row] = undefined;
    this.#size--;
    const places = entries.map(({ place }) => place);
    for (const { totals } of this.#summed) totals.takeBack(row, places);
    return entries;
  }

  #grow({ place }: Entry, step: 1 | -1) {
    const key = keyOf(place.groups);
    this.#grown.set(key, (this.#grown.get(key) ?? 0) + step);
  }

  /** Where they stand their keys no longer tell: they may have changed. */
  #takeOut(gone: readonly Entry[]) {
    if (gone.length <= fewEntries) for (const entry of gone) this.#entries.splice(this.#entries.indexOf(entry), 1);
    else {
      const all = new Set(gone);
      this.#entries = this.#entries.filter((entry) => !all.has(entry));
    }
  }

  #putIn(fresh: Entry[]) {
    if (fresh.length <= fewEntries) {
      for (const entry of fresh) this.#entries.splice(this.#placeOf(entry), 0, entry);
      return;
    }
    const compare = (a: Entry, b: Entry) => compareEntries(a, b, this.#sortings);
    fresh.sort(compare);
    const merged: Entry[] = [];
    let at = 0;
    for (const entry of this.#entries) {
      while (at < fresh.length && compare(fresh[at] as Entry, entry) < 0) merged.push(fresh[at++] as Entry);
      merged.push(entry);
    }
    for (; at < fresh.length; at++) merged.push(fresh[at] as Entry);
    this.#entries = merged;
  }

  /** Where an entry stands, or would. */
  #placeOf(entry: Entry): number {
    let [low, high] = [0, this.#entries.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (compareEntries(this.#entries[middle] as Entry, entry, this.#sortings) < 0) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  #field(name: string): LensField | undefined {
    return this.fields.find((field) => field.name === name);
  }

  #sorting(name: string, descending: boolean): Ordering[] {
    const of = this.#field(name);
    return of ? [{ column: this.#rows.columnOf(of), key: keyReader(this.values, of.field, of.type), descending }] : [];
  }
}

/** The totals that are one of the cells, however often it occurs. */
const endWays: ReadonlySet<TotalWay> = new Set(["min", "max", "earliest", "latest"]);

/** The cell of each record, once. */
function cellsOf(entries: readonly Entry[], column: LensField): Cell[] {
  return [...new Set(entries.map(({ record }) => record))].map((record) => column.read(record));
}
