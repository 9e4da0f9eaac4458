import { valueIn, type Id, type Settings } from "../model";
import type { ChangeSet, LogEntry, RecordsBefore, Store } from "../store";
import { addDays, dateOf, instantAt, momentAt, momentOfInstant, startOfWeek, workingDay, type DateText } from "../time";
import { planAsItStood, type StoodItem } from "./asItStood";
import type { Span } from "./span";

/** A week as it was planned when it began, held against the present. */
export interface WeekThen {
  readonly from: DateText;
  /** Undefined where the log does not reach back to its beginning. */
  readonly items: readonly StoodItem[] | undefined;
}

/** What only the change log knows of some days. */
export interface FromLog {
  /** The weeks that began in these days, the first one first. */
  readonly weeks: readonly WeekThen[];
  /** The tasks that are dropped, by the day on which they were. */
  readonly droppedOn: ReadonlyMap<Id, DateText>;
}

/** What is known of weeks where there is no log. */
export function withoutLog(weeks: readonly DateText[]): FromLog {
  return { weeks: weeks.map((from) => ({ from, items: undefined })), droppedOn: new Map() };
}

/** When a week is taken to begin: with its first day's work. */
export function beginOfWeek(from: DateText, { workingWeek }: Pick<Settings, "workingWeek">): string {
  return momentAt(from, workingDay(workingWeek, from)?.startMinute ?? 480);
}

/** The first days of the weeks that began in a span, up to today. */
export function weeksBegun({ from, to }: Span, today: DateText, firstWeekday: number): DateText[] {
  const first = startOfWeek(from, firstWeekday);
  const last = to < today ? to : today;
  const weeks: DateText[] = [];
  for (let week = first < from ? addDays(first, 7) : first; week <= last; week = addDays(week, 7)) weeks.push(week);
  return weeks;
}

/** Gathers what the log knows, while it is gone back through from the present, the newest entry first. */
export class LogGatherer {
  readonly #store: Store;
  readonly #weekAt: ReadonlyMap<number, DateText>;
  readonly #weeks: WeekThen[] = [];
  readonly #droppedOn = new Map<Id, DateText>();
  /** Where the log must be gone back to, in milliseconds since 1970, the latest first. */
  readonly instants: readonly number[];

  constructor(store: Store, weeks: readonly DateText[], from: DateText, settings: Settings) {
    const { zone } = store.clock;
    this.#store = store;
    this.#weekAt = new Map(weeks.map((week) => [instantAt(beginOfWeek(week, settings), zone), week]));
    this.instants = [...new Set([...this.#weekAt.keys(), instantAt(momentAt(from, 0), zone)])].sort((a, b) => b - a);
  }

  /** Takes in the records as they stood at one of the instants. */
  at(instant: number, then: RecordsBefore & { readonly knownFrom: number | undefined }): void {
    const from = this.#weekAt.get(instant);
    if (from === undefined) return;
    const isKnown = then.knownFrom === undefined || then.knownFrom <= instant;
    const items = isKnown ? planAsItStood(this.#store, then, { from, to: addDays(from, 6) }) : undefined;
    this.#weeks.unshift({ from, items });
  }

  /** Takes in an entry of the log. */
  see({ at }: LogEntry, { updated }: ChangeSet): void {
    for (const [id, [from, to]] of updated) {
      if (to.state !== "dropped" || from.state === "dropped" || this.#droppedOn.has(id)) continue;
      const record = this.#store.get(id);
      if (record?.kind === "task" && valueIn(record, "state") === "dropped")
        this.#droppedOn.set(id, dateOf(momentOfInstant(at, this.#store.clock.zone)));
    }
  }

  get found(): FromLog {
    return { weeks: this.#weeks, droppedOn: this.#droppedOn };
  }
}
