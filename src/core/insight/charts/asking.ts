import type { Id, PensumRecord, Settings } from "../../model";
import { titleOf } from "../../things";
import type { Store } from "../../store";
import { dayNumber, type DateText, type TimeStyle } from "../../time";
import type { FromLog } from "../fromLog";
import { ledgerOf, type Ledger } from "../ledger";
import type { Span } from "../span";
import { spanSums } from "../spanSums";
import type { LedgerWay } from "../subjects";
import type { HoursWay } from "./hoursWays";

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
  readonly way: HoursWay;
  /** What only the change log knows of the span, where it was read. */
  readonly fromLog?: FromLog | undefined;
  readonly today: DateText;
  readonly firstWeekday: number;
  readonly style: TimeStyle;
}

/** The rows of the ledger that a span and a person have, by day and beginning. */
function rowsOf({ store, who }: Pick<Asking, "store" | "who">, { from, to }: Span) {
  const ledger = ledgerOf(store);
  const wanted = who === "all" ? undefined : ledger.personNumber(who === "me" ? undefined : who);
  return {
    ledger,
    /** Calls `take` with each row. */
    each(take: (row: number) => void) {
      const { order } = ledger;
      const end = order.placeOf(dayNumber(to) + 1);
      for (let at = order.placeOf(dayNumber(from)); at < end; at++) {
        const row = order.rowAt(at);
        if (wanted === undefined || ledger.person[row] === wanted) take(row);
      }
    },
  };
}

/** Minutes by what the rows stand for. */
export function minutesBy(
  { store, who }: Pick<Asking, "store" | "who">,
  span: Span,
  way: LedgerWay,
): ReadonlyMap<Id | undefined, number> {
  const ledger = ledgerOf(store);
  const sums = spanSums(store, span, who);
  if (way !== "person") return sums.by(way);
  const minutes = new Map<Id | undefined, number>();
  sums.byPerson.forEach((all, person) => {
    const key = ledger.personId(person);
    if (all > 0) minutes.set(key, (minutes.get(key) ?? 0) + all);
  });
  return minutes;
}

const nothingRemembered = () => new Map<string, { readonly lists: readonly unknown[]; readonly value: unknown }>();

/** What something comes to, as long as some lists of the store and what is asked of them stay the same. */
export function whileSame<T>(store: Store, key: string, lists: readonly unknown[], compute: () => T): T {
  const known = store.derived(nothingRemembered);
  const found = known.get(key);
  if (found && found.lists.every((list, at) => list === lists[at])) return found.value as T;
  const value = compute();
  known.delete(key);
  known.set(key, { lists, value });
  const [oldest] = known;
  if (known.size > mostRemembered && oldest) known.delete(oldest[0]);
  return value;
}
const mostRemembered = 24;

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
export function quantile(sorted: ArrayLike<number>, share: number): number {
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
