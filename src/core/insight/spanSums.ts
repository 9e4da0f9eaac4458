import type { Id } from "../model";
import type { Store } from "../store";
import { dayNumber, minutesPerDay } from "../time";
import { ledgerOf, type Ledger, type LedgerFollower } from "./ledger";
import type { Span } from "./span";
import type { SubjectWay } from "./subjects";

/** A sitting shorter than this is not called unbroken. */
export const unbrokenMinutes = 40;
/** A sitting shorter than this was broken off, where something else follows soon. */
export const shortMinutes = 15;
/** What begins so soon after something else was left is taken for an interruption of it. */
export const soonMinutes = 5;
/** A day is at most an hour longer than usual. */
const longestDay = 1500;
export const hoursInDay = 24;

/**
 * Sums of the rows of a span for one person, or for everybody: made by one pass over its rows, and kept right as entries change,
 * so that a question over ten years costs after one new entry what it costs to write its answer down.
 */
export class SpanSums implements LedgerFollower {
  readonly #ledger: Ledger;
  readonly #first: number;
  readonly #last: number;
  readonly #person: number | undefined;
  #hasEnded = false;
  #touched = new Set<number>();
  /** Minutes by what rows are about. */
  #bySubject = new Float64Array(64);
  #byPerson = new Float64Array(8);
  /** Minutes by what rows stand for, in the ways that were asked for, and what the ledger told of it then. */
  readonly #byWay = new Map<SubjectWay, { readonly telling: number; readonly minutes: Map<Id | undefined, number> }>();
  /** How many sittings there are of each length in minutes. */
  readonly byLength = new Uint32Array(longestDay + 1);
  /** How many rows begin at each minute of the day, less how many end at it. */
  readonly #steps = new Int32Array(minutesPerDay + 1);
  /** The same of unbroken work by weekday, Monday first. */
  readonly #unbrokenSteps = Array.from({ length: 7 }, () => new Int32Array(minutesPerDay + 1));
  /** Minutes of each day of the span in which something was worked; what overlaps counts once. */
  readonly #onceByDay: Float64Array;
  readonly #brokenByDay: Uint16Array;
  #broken = 0;

  constructor(ledger: Ledger, { from, to }: Span, person: number | undefined) {
    this.#ledger = ledger;
    this.#first = dayNumber(from);
    this.#last = dayNumber(to);
    this.#person = person;
    const days = Math.max(0, Math.min(this.#last, lastDayOf(ledger)) - this.#first + 1);
    this.#onceByDay = new Float64Array(days);
    this.#brokenByDay = new Uint16Array(days);
    // No order is needed to add up: going through all rows takes less than putting them in order.
    const worked = new Uint8Array(days);
    for (let row = 0; row < ledger.size; row++) {
      if (ledger.minutes[row] === 0 || !this.#counts(row)) continue;
      this.#add(row, 1);
      worked[ledger.day[row]! - this.#first] = 1;
    }
    for (let day = 0; day < days; day++) if (worked[day] === 1) this.#touched.add(this.#first + day);
    ledger.follow(this);
  }

  /** Whether the ledger was laid again, so that these sums are of another. */
  get hasEnded(): boolean {
    return this.#hasEnded;
  }

  /** Minutes by what rows are about, by its number; as many as there are things. */
  get bySubject(): Float64Array {
    return this.#bySubject;
  }

  /** Minutes by who worked, by their number in the ledger. */
  get byPerson(): Float64Array {
    return this.#byPerson;
  }

  /** Minutes that were worked by the hour of the day. */
  get byHourOfDay(): Float64Array {
    return hoursOf(this.#steps);
  }

  /** Minutes of unbroken work by weekday, Monday first, and hour. */
  get byHour(): readonly Float64Array[] {
    return this.#unbrokenSteps.map(hoursOf);
  }

  /** Minutes by what rows stand for, kept from one asking to the next. */
  by(way: SubjectWay): ReadonlyMap<Id | undefined, number> {
    const ledger = this.#ledger;
    const known = this.#byWay.get(way);
    if (known?.telling === ledger.telling) return known.minutes;
    const minutes = new Map<Id | undefined, number>();
    this.#bySubject.forEach((all, subject) => {
      if (all > 0) addTo(minutes, ledger.subjectKey(subject, way), all);
    });
    this.#byWay.set(way, { telling: ledger.telling, minutes });
    return minutes;
  }

  /** Minutes in which something was worked on a day, given by its number since 1970. */
  onceOn(day: number): number {
    this.#settle();
    return this.#onceByDay[day - this.#first] ?? 0;
  }

  /** How many sittings were broken off for something else. */
  get broken(): number {
    this.#settle();
    return this.#broken;
  }

  leaves(row: number): void {
    if (this.#counts(row)) this.#add(row, -1);
    if (this.#holds(row)) this.#touched.add(this.#ledger.day[row]!);
  }

  comes(row: number): void {
    if (this.#counts(row)) this.#add(row, 1);
    if (this.#holds(row)) this.#touched.add(this.#ledger.day[row]!);
  }

  ends(): void {
    this.#hasEnded = true;
  }

  #holds(row: number): boolean {
    const day = this.#ledger.day[row]!;
    // A day beyond those that had rows when the sums were made is not among them: they are made again.
    if (day >= this.#first && day <= this.#last && day - this.#first >= this.#onceByDay.length) this.#hasEnded = true;
    return day >= this.#first && day <= this.#last;
  }

  #counts(row: number): boolean {
    return this.#holds(row) && (this.#person === undefined || this.#ledger.person[row] === this.#person);
  }

  #add(row: number, sign: 1 | -1) {
    const ledger = this.#ledger;
    const minutes = ledger.minutes[row]!;
    const subject = ledger.subjectNumber(row);
    if (subject >= this.#bySubject.length) this.#bySubject = withRoomFor(this.#bySubject, subject);
    this.#bySubject[subject]! += sign * minutes;
    if (this.#byWay.size > 0)
      for (const [way, known] of this.#byWay) addTo(known.minutes, ledger.subjectKey(subject, way), sign * minutes);
    const person = ledger.person[row]!;
    if (person >= this.#byPerson.length) this.#byPerson = withRoomFor(this.#byPerson, person);
    this.#byPerson[person]! += sign * minutes;
    this.byLength[minutes] = this.byLength[minutes]! + sign;
    const start = ledger.start[row]!;
    const end = Math.min(start + minutes, minutesPerDay);
    step(this.#steps, start, end, sign);
    if (minutes >= unbrokenMinutes)
      step(this.#unbrokenSteps[(((ledger.day[row]! + 3) % 7) + 7) % 7]!, start, end, sign);
  }

  /** What hangs on the order of the entries of a day is worked out again for days that were touched. */
  #settle() {
    for (const day of this.#touched) this.#settleDay(day);
    this.#touched.clear();
  }

  #settleDay(day: number) {
    const ledger = this.#ledger;
    const { order } = ledger;
    const end = order.placeOf(day + 1);
    let [until, once, broken] = [0, 0, 0];
    let previous = -1;
    for (let at = order.placeOf(day); at < end; at++) {
      const row = order.rowAt(at);
      if (!this.#counts(row)) continue;
      const start = ledger.start[row]!;
      const to = start + ledger.minutes[row]!;
      if (to > until) once += to - Math.max(start, until);
      until = Math.max(until, to);
      if (previous >= 0) {
        const length = ledger.minutes[previous]!;
        const pause = start - ledger.start[previous]! - length;
        const isOther = ledger.subjectNumber(row) !== ledger.subjectNumber(previous);
        if (length < shortMinutes && pause <= soonMinutes && isOther) broken++;
      }
      previous = row;
    }
    const place = day - this.#first;
    this.#onceByDay[place] = once;
    this.#broken += broken - this.#brokenByDay[place]!;
    this.#brokenByDay[place] = broken;
  }
}

function step(steps: Int32Array, start: number, end: number, sign: 1 | -1): void {
  steps[start]! += sign;
  steps[end]! -= sign;
}

/** The minutes of each hour of a day that lie between steps up and steps down. */
function hoursOf(steps: Int32Array): Float64Array {
  const hours = new Float64Array(hoursInDay);
  for (let minute = 0, open = 0; minute < minutesPerDay; minute++) {
    open += steps[minute]!;
    hours[Math.floor(minute / 60)]! += open;
  }
  return hours;
}

/** Sums with a place for one more number, and for some after it. */
function withRoomFor(sums: Float64Array, number: number): Float64Array<ArrayBuffer> {
  const wider = new Float64Array(Math.max(number + 1, sums.length * 2));
  wider.set(sums);
  return wider;
}

/** Adds to the minutes of something, which is not there without minutes. */
function addTo(minutes: Map<Id | undefined, number>, key: Id | undefined, more: number): void {
  const sum = (minutes.get(key) ?? 0) + more;
  if (sum > 0) minutes.set(key, sum);
  else minutes.delete(key);
}

/** The last day that has rows. */
function lastDayOf(ledger: Ledger): number {
  let last = -Infinity;
  for (let row = 0; row < ledger.size; row++)
    if (ledger.minutes[row] !== 0 && ledger.day[row]! > last) last = ledger.day[row]!;
  return last;
}

/** So many sums are kept at once: those of a span, of the one beside it, and of all time, for one person and for everybody. */
const mostKept = 6;
const kept = new WeakMap<Ledger, Map<string, SpanSums>>();

/** The sums of a span; the very ones of before where they are still kept. */
export function spanSums(store: Store, span: Span, who: Id | "me" | "all"): SpanSums {
  const ledger = ledgerOf(store);
  const person = who === "all" ? undefined : ledger.personNumber(who === "me" ? undefined : who);
  let known = kept.get(ledger);
  if (!known) kept.set(ledger, (known = new Map()));
  const key = `${span.from} ${span.to} ${person ?? "all"}`;
  const found = known.get(key);
  if (found && !found.hasEnded) return found;
  if (found) ledger.unfollow(found);
  known.delete(key);
  const made = new SpanSums(ledger, span, person);
  known.set(key, made);
  const [oldest] = known;
  if (known.size > mostKept && oldest) {
    ledger.unfollow(oldest[1]);
    known.delete(oldest[0]);
  }
  return made;
}
