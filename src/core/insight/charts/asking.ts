import type { Id, PensumRecord, Settings } from "../../model";
import { titleOf } from "../../things";
import type { Store } from "../../store";
import { dayNumber, type DateText, type TimeStyle } from "../../time";
import { ledgerOf, type Ledger, type LedgerWay } from "../ledger";
import type { Span } from "../span";

/** What every chart is asked by. */
export interface Asking {
  readonly store: Store;
  readonly settings: Settings;
  readonly span: Span;
  /** What it is compared with. */
  readonly beside?: Span | undefined;
  /** Whose work: a person's, or everybody's. */
  readonly who: Id | "me" | "all";
  /** What hours are told apart by. */
  readonly way: LedgerWay;
  readonly today: DateText;
  readonly firstWeekday: number;
  readonly style: TimeStyle;
}

/** The rows of the ledger that a span and a person have, as a test for each. */
export function rowsOf({ store, who }: Pick<Asking, "store" | "who">, { from, to }: Span) {
  const ledger = ledgerOf(store);
  const { day, minutes, person, size } = ledger;
  const [first, last] = [dayNumber(from), dayNumber(to)];
  const wanted = who === "all" ? undefined : ledger.personNumber(who === "me" ? undefined : who);
  return {
    ledger,
    /** Calls `take` with each row. */
    each(take: (row: number) => void) {
      for (let row = 0; row < size; row++) {
        const at = day[row] as number;
        if (at < first || at > last || minutes[row] === 0) continue;
        if (wanted === undefined || person[row] === wanted) take(row);
      }
    },
  };
}

/** Minutes by what the rows stand for. */
export function minutesBy(
  asking: Pick<Asking, "store" | "who">,
  span: Span,
  way: LedgerWay,
): Map<Id | undefined, number> {
  const { ledger, each } = rowsOf(asking, span);
  const sums = new Map<Id | undefined, number>();
  const add = (key: Id | undefined, minutes: number) => sums.set(key, (sums.get(key) ?? 0) + minutes);
  if (way === "person") {
    each((row) => add(ledger.keyOf(row, way), ledger.minutes[row] as number));
    return sums;
  }
  // First by what entries are about, which is a number; then by what that stands for, once for each.
  const bySubject = new Float64Array(ledger.subjectCount);
  each((row) => {
    const subject = ledger.subjectNumber(row);
    bySubject[subject] = (bySubject[subject] as number) + (ledger.minutes[row] as number);
  });
  bySubject.forEach((minutes, subject) => {
    if (minutes > 0) add(ledger.subjectKey(subject, way), minutes);
  });
  return sums;
}

/** The entries behind what the rows of a span stand for. */
export function entriesBehind(asking: Asking, span: Span, isWanted: (row: number, ledger: Ledger) => boolean): Id[] {
  const { ledger, each } = rowsOf(asking, span);
  const ids = new Set<Id>();
  each((row) => {
    if (isWanted(row, ledger)) ids.add(ledger.entryOf(row));
  });
  return [...ids];
}

export function sum(values: Iterable<number>): number {
  let all = 0;
  for (const value of values) all += value;
  return all;
}

/** The value below which a share of a list in order falls, between two where it lies between them. */
export function quantile(sorted: readonly number[], share: number): number {
  const at = (sorted.length - 1) * share;
  const low = sorted[Math.floor(at)] as number;
  return low + ((sorted[Math.ceil(at)] as number) - low) * (at - Math.floor(at));
}

/** What a record is called; of one that is gone, that. */
export function calledBy(store: Store, id: Id | undefined, without: string): string {
  if (id === undefined) return without;
  const record: PensumRecord | undefined = store.get(id);
  return record ? titleOf(record, store) : "Deleted";
}

/** "A", "A and B", "A, B and C". */
export function listed(words: readonly string[]): string {
  return new Intl.ListFormat("en", { type: "conjunction" }).format(words).replace(/, and /, " and ");
}
