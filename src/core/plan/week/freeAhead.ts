import { Tracked, type Store } from "../../store/index";
import {
  addDays,
  capacityMinutes,
  dateOf,
  daysBetween,
  isMoment,
  minuteOf,
  type DateText,
  type MomentText,
} from "../../time/index";
import { freeTime, type Gap } from "./freeTime";
import { placedMinutesOn } from "../day/load";

/** The free working time of a day. */
interface FreeDay {
  readonly gaps: readonly Gap[];
  /** What the capacity of the day leaves beside what has its hours: no more of the gaps is free. */
  readonly most: number;
}

/** So far ahead, in days, is looked. */
export const daysAhead = 400;

/**
 * The working time that is free on the days to come, as `freeOn` says of each. What was worked out for a day is kept until
 * something on that day changes.
 */
export class FreeAhead {
  readonly #store: Store;
  readonly #days = new Map<DateText, Tracked<FreeDay>>();
  readonly #stops: (() => void)[] = [];
  /** The sums that were last asked for, until a fact changes: the days themselves know whether they did. */
  #sums:
    | { readonly now: MomentText; readonly days: number; readonly revision: number; readonly sums: Float64Array }
    | undefined;

  /** Follows the days that it is asked for, until it is closed. */
  constructor(store: Store) {
    this.#store = store;
  }

  /** Follows nothing any more. */
  close(): void {
    for (const stop of this.#stops) stop();
  }

  /** The free stretches of a date's working hours, in order. */
  gaps(date: DateText): readonly Gap[] {
    return this.#day(date).gaps;
  }

  /**
   * Free minutes from `now` to the end of each day, from today on: the first is what is left of today, the last what is
   * free until the end of the `days`th day.
   */
  sums(now: MomentText, days = daysAhead): Float64Array {
    // What asks within a computation is to be told of any fact: a day that is known reads nothing again.
    const revision = this.#store.factsRevision;
    const known = this.#sums;
    if (known?.now === now && known.days === days && known.revision === revision) return known.sums;
    const sums = new Float64Array(days);
    let sum = 0;
    for (let day = 0, date = dateOf(now); day < days; day++, date = addDays(date, 1)) {
      sum += this.#within(date, day === 0 ? minuteOf(now) : 0, 1440);
      sums[day] = sum;
    }
    this.#sums = { now, days, revision, sums };
    return sums;
  }

  /** Free minutes from a moment to a later one; none of a minute that only begins at the second. */
  between(from: MomentText, to: MomentText): number {
    let sum = 0;
    const [first, last] = [dateOf(from), dateOf(to)];
    for (let date = first; date <= last; date = addDays(date, 1))
      sum += this.#within(date, date === first ? minuteOf(from) : 0, date === last ? minuteOf(to) : 1440);
    return sum;
  }

  /** Free minutes from `now` until a moment, or until the end of a date; 0 for one that is past. */
  until(now: MomentText, until: DateText | MomentText, sums = this.sums(now)): number {
    const date = dateOf(until);
    const day = daysBetween(dateOf(now), date);
    if (day < 0 || (isMoment(until) && until <= now)) return 0;
    if (day >= sums.length) return sums[sums.length - 1] ?? 0;
    const all = sums[day] as number;
    if (!isMoment(until)) return all;
    return (sums[day - 1] ?? 0) + this.#within(date, day === 0 ? minuteOf(now) : 0, minuteOf(until));
  }

  /** Free minutes of a date from one minute to another. */
  #within(date: DateText, from: number, to: number): number {
    const { gaps, most } = this.#day(date);
    return Math.min(most, minutesFrom(gaps, from, to));
  }

  #day(date: DateText): FreeDay {
    void this.#store.factsRevision;
    let day = this.#days.get(date);
    if (!day) {
      day = new Tracked(this.#store, (reads) => {
        const beside = capacityMinutes(reads.settings.workingWeek, date) - placedMinutesOn(reads, date);
        return {
          gaps: freeTime(reads, date, 0, "ofAll"),
          most: Math.max(0, beside),
        };
      });
      this.#days.set(date, day);
      this.#stops.push(day.subscribe(() => {}));
    }
    return day.read();
  }
}

function minutesFrom(gaps: readonly Gap[], from: number, to: number): number {
  return gaps.reduce(
    (sum, { startMinute, endMinute }) => sum + Math.max(0, Math.min(endMinute, to) - Math.max(startMinute, from)),
    0,
  );
}

const ofStore = (store: Store) => new FreeAhead(store);

/** The working time that is free ahead, kept with the store. */
export function freeAheadOf(store: Store): FreeAhead {
  return store.derived(ofStore);
}
