import type { Id, PensumRecord, Work } from "../model";
import { dayIn, meIn, minutesOn, type ChangeDay } from "../plan";
import type { RecordChange, Store } from "../store";
import { RowOrder } from "./rowOrder";
import { Subjects, type LedgerWay, type SubjectWay } from "./subjects";
import {
  clockChanges,
  dateOfDayNumber,
  dayNumber,
  isSameDay,
  minuteOf,
  minutesPerDay,
  type DateText,
  type MomentText,
} from "../time";

/** Something that keeps sums of rows. */
export interface LedgerFollower {
  /** Called before a row is emptied. */
  leaves(row: number): void;
  /** Called after a row was filled. */
  comes(row: number): void;
  /** Called when all rows are laid again. */
  ends(): void;
}

/** What the rows of an entry hang on. */
const laidFields = ["id", "start", "end", "startedAt", "endedAt", "task", "event", "theme", "title", "person"] as const;
type LaidEntry = Pick<Work, (typeof laidFields)[number]>;

/** The number of somebody who has no entry. */
const nobody = -1;
/** An entry counts for so many days from its beginning, as in the index of days: one that is longer is a slip. */
const mostDays = 400;
/** For so many days at once a zone is asked when its clocks change: ten years. */
const changeStretch = 3653;
/** From so many changes on, to note the rows of all entries takes less than to look for those of each. */
const manyChanges = 200;

/**
 * The work log in columns: a row for each day that an entry touches. 100,000 entries are added up by any question in well
 * under a millisecond, and an entry that changes touches its own rows only. What an entry is about is kept once for each
 * task, so that a task that gets another theme or goal is one change however long its log is.
 */
export class Ledger {
  readonly #store: Store;
  readonly #zone: string;
  #size = 0;
  #day = new Int32Array(1024);
  #start = new Int16Array(1024);
  #minutes = new Int16Array(1024);
  #subject = new Int32Array(1024);
  #person = new Int32Array(1024);
  #entry: Id[] = [];
  /** The rows of each entry; made when many change at once. */
  #rowsOf: Map<Id, readonly number[]> | undefined;
  readonly #freeRows: number[] = [];
  readonly #subjects: Subjects;
  readonly #people: (Id | undefined)[] = [undefined];
  readonly #peopleNumbers = new Map<Id, number>();
  readonly #running = new Set<Id>();
  /** Up to when what runs was counted. */
  #laidAt: MomentText;
  /** For each day whether the clocks change on it, by stretches of `changeStretch` days since 1970. */
  readonly #clockChanges = new Map<number, Uint8Array>();
  #lastChanges: { readonly from: number; readonly changes: Uint8Array } = { from: NaN, changes: new Uint8Array(0) };
  readonly #changeDays = new Map<number, ChangeDay>();
  /** Goes on with the entries that are not laid yet. */
  #laying: Iterator<undefined> | undefined;
  /** Entries that changed while others were laid. */
  readonly #changedMeanwhile = new Set<Id>();
  #order: RowOrder | undefined;
  readonly #followers = new Set<LedgerFollower>();
  /** Grows with each change of what the rows say. */
  revision = 0;
  /** Grows when things that entries are about come to stand for something else. */
  telling = 0;

  /** @param begins set where it is only begun, to be laid by `layMore` */
  constructor(store: Store, begins?: "begun") {
    this.#store = store;
    this.#subjects = new Subjects(store);
    this.#zone = store.clock.zone;
    this.#laidAt = store.clock.now();
    this.#begin();
    if (!begins) this.#finish();
  }

  /** How many rows there are to go through; some may be empty. */
  get size(): number {
    return this.#size;
  }
  /** Whole days since 1970 of each row. */
  get day(): Int32Array {
    return this.#day;
  }
  /** Minutes since midnight at which the work of each row begins. */
  get start(): Int16Array {
    return this.#start;
  }
  /** Minutes that were worked, clock changes counted; 0 in a row that is empty. */
  get minutes(): Int16Array {
    return this.#minutes;
  }
  /** Who worked, as `personNumber` tells; 0 for the person themselves. */
  get person(): Int32Array {
    return this.#person;
  }

  /** The entry that a row is of. */
  entryOf(row: number): Id {
    return this.#entry[row] as Id;
  }

  /** The number of what a row is about. */
  subjectNumber(row: number): number {
    return this.#subject[row] as number;
  }

  /** How many things there are that entries are about. */
  get subjectCount(): number {
    return this.#subjects.count;
  }

  /** The number of a colleague in `person`; one that stands nowhere for somebody without an entry. */
  personNumber(id: Id | undefined): number {
    return id === undefined ? 0 : (this.#peopleNumbers.get(id) ?? nobody);
  }

  /** The rows that are not empty, by day and beginning; made when first asked for, and kept in order from then on. */
  get order(): RowOrder {
    if (this.#order) return this.#order;
    const rows = new Int32Array(this.#size);
    let count = 0;
    for (let row = 0; row < this.#size; row++) if (this.#minutes[row] !== 0) rows[count++] = row;
    return (this.#order = new RowOrder(this, rows.subarray(0, count)));
  }

  /** Tells `follower` of each row that goes or comes from now on. */
  follow(follower: LedgerFollower): void {
    this.#followers.add(follower);
  }

  unfollow(follower: LedgerFollower): void {
    this.#followers.delete(follower);
  }

  /** Who is meant by a number in `person`: a colleague, or the person themselves where they said who they are. */
  personId(person: number): Id | undefined {
    return this.#people[person] ?? meIn(this.#store);
  }

  /** What a row stands for, asked in one way; undefined for what is of none. */
  keyOf(row: number, way: LedgerWay): Id | undefined {
    if (way === "person") return this.personId(this.#person[row]!);
    return this.subjectKey(this.#subject[row] as number, way);
  }

  /** What entries about a thing stand for. */
  subjectKey(subject: number, way: SubjectWay): Id | undefined {
    return this.#subjects.key(subject, way);
  }

  /** The first and the last day with work of anybody, or undefined where there is none. */
  reach(): { readonly from: DateText; readonly to: DateText } | undefined {
    const { order } = this;
    if (order.length === 0) return undefined;
    const dateAt = (place: number) => dateOfDayNumber(this.#day[order.rowAt(place)]!);
    return { from: dateAt(0), to: dateAt(order.length - 1) };
  }

  /** Whether something runs, so that minutes grow as time goes by. */
  get isRunning(): boolean {
    return this.#running.size > 0;
  }

  /** Lays some thousand entries more. Returns whether there may be others. */
  layMore(): boolean {
    if (!this.#laying) return false;
    if (!this.#laying.next().done) return true;
    this.#laying = undefined;
    if (this.#changedMeanwhile.size > 0) this.#rowsOf = this.#rowsByEntry();
    for (const id of this.#changedMeanwhile) this.#put(id, undefined);
    this.#changedMeanwhile.clear();
    this.revision++;
    return false;
  }

  /** Lays what is not laid yet, and lets what runs count up to the present minute. */
  refresh(): void {
    this.#finish();
    const now = this.#store.clock.now();
    if (now === this.#laidAt) return;
    this.#laidAt = now;
    for (const id of [...this.#running]) this.#put(id, this.#store.find("work", id));
  }

  /** Takes in what changed. */
  change(changes: readonly RecordChange[]): void {
    if (changes.length >= manyChanges) this.#rowsOf ??= this.#rowsByEntry();
    for (const change of changes) {
      const { id, from, to } = change;
      const { kind } = (to ?? from)!;
      if (kind === "settings" && meOf(from) !== meOf(to)) {
        this.#clear();
        this.#begin();
      } else if (kind === "work") {
        if (this.#laying) this.#changedMeanwhile.add(id);
        else this.#put(id, from?.kind === "work" ? from : undefined);
      } else if (this.#subjects.change(change)) {
        this.revision++;
        this.telling++;
      }
    }
  }

  #clear() {
    this.#order = undefined;
    for (const follower of this.#followers) follower.ends();
    this.#followers.clear();
    this.#size = 0;
    this.#entry = [];
    this.#rowsOf = undefined;
    this.#freeRows.length = 0;
    this.#running.clear();
    this.#people.length = 1;
    this.#peopleNumbers.clear();
  }

  #begin() {
    const me = meIn(this.#store);
    this.#changedMeanwhile.clear();
    this.#laying = this.#store.reading("work", laidFields, (entry) => this.#lay(entry, me));
  }

  #finish() {
    while (this.layMore());
  }

  /** @param before the entry as its rows were laid; undefined where there were none */
  #put(id: Id, before: Work | undefined) {
    for (const row of this.#rowsOf?.get(id) ?? this.#rowsLaidOf(before)) {
      this.#order?.leave(row);
      for (const follower of this.#followers) follower.leaves(row);
      this.#minutes[row] = 0;
      this.#freeRows.push(row);
    }
    this.#rowsOf?.delete(id);
    this.#running.delete(id);
    const entry = this.#store.find("work", id);
    if (entry) this.#lay(entry, meIn(this.#store));
    this.revision++;
  }

  /** The rows of an entry, looked for among those of its days. */
  #rowsLaidOf(entry: Work | undefined): number[] {
    const rows: number[] = [];
    if (!entry) return rows;
    const first = dayNumber(entry.start);
    const last = entry.end === undefined ? first + mostDays : dayNumber(entry.end);
    for (let row = 0; row < this.#size; row++) {
      const day = this.#day[row]!;
      if (day >= first && day <= last && this.#minutes[row] !== 0 && this.#entry[row] === entry.id) rows.push(row);
    }
    return rows;
  }

  #lay(entry: LaidEntry, me: Id | undefined) {
    if (entry.end === undefined) this.#running.add(entry.id);
    const end = entry.end ?? this.#store.clock.now();
    const first = dayNumber(entry.start);
    const lastDay = isSameDay(entry.start, end) ? first : dayNumber(end);
    const last = Math.min(lastDay, first + mostDays - 1);
    const [startMinute, endMinute] = [minuteOf(entry.start), minuteOf(end)];
    if (last < first || (last === first && endMinute <= startMinute && !this.#clocksChange(first))) return;
    const subject = this.#subjects.numberOf(entry);
    const person = entry.person === undefined || entry.person === me ? 0 : this.#personOf(entry.person);
    const rows: number[] | undefined = this.#rowsOf && [];
    for (let day = first; day <= last; day++) {
      const from = day === first ? startMinute : 0;
      const to = day === lastDay ? endMinute : minutesPerDay;
      // In the hour that the clocks skip no time passes, or less than none.
      const minutes = this.#clocksChange(day) ? this.#minutesOn(day, entry) : to - from;
      if (minutes <= 0) continue;
      const row = this.#freeRows.pop() ?? this.#grown();
      this.#day[row] = day;
      this.#start[row] = from;
      this.#minutes[row] = minutes;
      this.#subject[row] = subject;
      this.#person[row] = person;
      this.#entry[row] = entry.id;
      this.#order?.enter(row);
      if (this.#followers.size > 0) for (const follower of this.#followers) follower.comes(row);
      rows?.push(row);
    }
    if (rows) this.#rowsOf?.set(entry.id, rows);
  }

  /** Minutes of an entry on a day on which the clocks change. */
  #minutesOn(day: number, entry: LaidEntry): number {
    const date = dateOfDayNumber(day);
    let known = this.#changeDays.get(day);
    if (!known) this.#changeDays.set(day, (known = dayIn(date, this.#zone) as ChangeDay));
    return minutesOn(date, entry, this.#store.clock.now(), this.#zone, known);
  }

  #rowsByEntry(): Map<Id, readonly number[]> {
    const rowsOf = new Map<Id, readonly number[]>();
    for (let row = 0; row < this.#size; row++) {
      if (this.#minutes[row] === 0) continue;
      const id = this.#entry[row] as Id;
      const known = rowsOf.get(id);
      rowsOf.set(id, known ? [...known, row] : [row]);
    }
    return rowsOf;
  }

  #grown(): number {
    if (this.#size === this.#day.length) {
      const length = this.#size * 2;
      const wider = <T extends Int32Array | Int16Array>(column: T, made: T): T => {
        made.set(column);
        return made;
      };
      this.#day = wider(this.#day, new Int32Array(length));
      this.#start = wider(this.#start, new Int16Array(length));
      this.#minutes = wider(this.#minutes, new Int16Array(length));
      this.#subject = wider(this.#subject, new Int32Array(length));
      this.#person = wider(this.#person, new Int32Array(length));
    }
    return this.#size++;
  }

  #personOf(id: Id): number {
    let number = this.#peopleNumbers.get(id);
    if (number === undefined) {
      number = this.#people.push(id) - 1;
      this.#peopleNumbers.set(id, number);
    }
    return number;
  }

  /** A zone is asked for the days on which its clocks change once for each ten years in which there is work. */
  #clocksChange(day: number): boolean {
    const stretch = Math.floor(day / changeStretch);
    const from = stretch * changeStretch;
    // Most entries are of the same ten years as the one before.
    let { changes } = this.#lastChanges;
    if (this.#lastChanges.from !== from) {
      changes = this.#clockChanges.get(stretch) ?? new Uint8Array(changeStretch);
      if (!this.#clockChanges.has(stretch)) {
        const [first, last] = [dateOfDayNumber(from), dateOfDayNumber(from + changeStretch - 1)];
        for (const date of clockChanges(first, last, this.#zone)) changes[dayNumber(date) - from] = 1;
        this.#clockChanges.set(stretch, changes);
      }
      this.#lastChanges = { from, changes };
    }
    return changes[day - from] === 1;
  }
}

/** Whom settings name as the person themselves. */
function meOf(record: PensumRecord | undefined): Id | undefined {
  return record?.kind === "settings" ? record.me : undefined;
}

/** The ledger of a store, kept in step with it and with the minutes that what runs has grown by. What reads it hangs on any fact, and says so to the store. */
export function ledgerOf(store: Store): Ledger {
  void store.factsRevision;
  const ledger = begunLedgerOf(store);
  ledger.refresh();
  return ledger;
}

/** The same, of which some entries may not be laid yet: for laying them while nothing else is to do. */
export function begunLedgerOf(store: Store): Ledger {
  return store.derived(followingLedger);
}

function followingLedger(store: Store): Ledger {
  const ledger = new Ledger(store, "begun");
  store.onChange((changes) => ledger.change(changes));
  return ledger;
}
