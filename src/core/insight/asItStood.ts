import { isUnfinished, type Block, type Dye, type Event, type Id, type PensumRecord, type Task } from "../model";
import {
  isRepeating,
  isReplaced,
  localSpan,
  occurrenceAt,
  occurrenceId,
  seriesStart,
  startsBetween,
  type OwnOccurrences,
  type Repeating,
} from "../plan";
import type { RecordsBefore, Store } from "../store";
import { dyeOf, taskOf, titleOf, type ThingReads } from "../things";
import { addDays, dateOf, isDate, minutesBetween } from "../time";
import type { Span } from "./span";

/** What became of something that was planned. */
export const planFates = ["moved", "longer", "shorter", "dropped", "new", "kept"] as const;
export type PlanFate = (typeof planFates)[number];

/** A day, or hours of it. */
interface Planned {
  readonly start: string;
  readonly end: string;
}

/** Something that stood in the plan of some days then, or stands in it now. */
export interface StoodItem {
  readonly id: Id;
  readonly title: string;
  readonly dye: Dye;
  readonly fate: PlanFate;
  readonly then: Planned | undefined;
  readonly now: Planned | undefined;
  /** Whether its task is done by now. */
  readonly isDone: boolean;
  /** The last act that touched it since; absent where none did. */
  readonly by: { readonly said: string; readonly at: number } | undefined;
}

/** One thing of a plan, with what tells that another is the same. */
interface Entry extends Planned {
  readonly record: Block | Event | Task;
  readonly key: string;
}

/**
 * The plan of some days as it stood before some acts, beside what it is now: what has hours (blocks and events), and tasks of a
 * day without hours; of what comes again by a rule each time by itself. Hours that were taken off and laid again for the same task
 * are the same.
 */
export function planAsItStood(store: Store, before: RecordsBefore, span: Span): StoodItem[] {
  const { records, touchedBy } = before;
  const past: ThingReads = {
    find: ((kind, id) => {
      const record = id === undefined ? undefined : records.has(id) ? records.get(id) : store.get(id);
      return record?.kind === kind ? record : undefined;
    }) as ThingReads["find"],
  };
  const { zone } = store.clock;
  const thenOf = (record: PensumRecord) => (records.has(record.id) ? records.get(record.id) : record);
  const changed = [...records.values()].filter((record) => record !== undefined);
  const planned = plannedRecords(store, span);
  const present = planIn(planned, span, zone, ownOccurrences(planned, store));
  const ids = new Map([...planned, ...changed].map((record) => [record.id, record]));
  const earlier = [...ids.values()].flatMap((record) => thenOf(record) ?? []);
  const ownThen = ownOccurrences(
    earlier,
    { list: (index, key) => store.list(index, key).flatMap((one) => thenOf(one) ?? []) },
    changed,
  );
  const earlierPlan = planIn(earlier, span, zone, ownThen);
  const left = new Set(present);
  const pairs = new Map<Entry, Entry>();
  pair((entry) => entry.key);
  // What goes on under another id, as a task does that comes again and was done, is the same where it stands as it stood.
  pair((entry, reads) => `${entry.record.kind} ${entry.start} ${titleOf(entry.record, reads)}`);
  const items: StoodItem[] = earlierPlan.map((entry) => {
    const now = pairs.get(entry);
    return itemOf(entry, now ?? elsewhere(store, entry), now !== undefined);
  });
  for (const entry of left) items.push(itemOf(undefined, entry, true));
  return items.sort((a, b) => startOf(a).localeCompare(startOf(b)) || (a.id < b.id ? -1 : 1));

  /** Pairs what stood then with what stands now, by what tells a thing from others; of several the very record first. */
  function pair(name: (entry: Entry, reads: ThingReads) => string) {
    const named = new Map<string, Entry[]>();
    for (const entry of left) {
      const key = name(entry, store);
      const same = named.get(key);
      if (same) same.push(entry);
      else named.set(key, [entry]);
    }
    for (const entry of earlierPlan) {
      if (pairs.has(entry)) continue;
      const same = (named.get(name(entry, past)) ?? []).filter((one) => left.has(one));
      const now = same.find(({ record }) => record.id === entry.record.id) ?? same[0];
      if (!now) continue;
      pairs.set(entry, now);
      left.delete(now);
    }
  }

  function itemOf(then: Entry | undefined, now: Entry | undefined, isHere: boolean): StoodItem {
    const { record } = (now ?? then)!;
    const reads = now ? store : past;
    const task = taskOf(record, store);
    // What touched the whole of a series touched each of its times.
    const touched = [record, then?.record, task]
      .flatMap((one) => (one ? [one.id, (one as Repeating).series] : []))
      .map((id) => id !== undefined && touchedBy.get(id))
      .find(Boolean);
    const fate = fateOf(then, now);
    return {
      ...{ id: record.id, title: titleOf(record, reads), dye: dyeOf(record, reads), fate },
      then: then && { start: then.start, end: then.end },
      now: now && { start: now.start, end: now.end },
      isDone: task !== undefined && !isUnfinished(task.state) && task.state !== "dropped",
      by: fate === "kept" && isHere ? undefined : touched ? { said: touched.said, at: touched.at } : undefined,
    };
  }
}

const startOf = ({ then, now }: StoodItem) => (then ?? now)!.start;

/** What a record that left these days has come to: other days, or nothing. */
function elsewhere(store: Store, { record }: Entry): Entry | undefined {
  const now = store.get(record.id);
  if (!now || now.kind !== record.kind) return undefined;
  if (isRepeating(now)) return undefined;
  const [entry] = planIn([now], { from: "1000-01-01", to: "9998-12-31" }, store.clock.zone, () => []);
  return entry;
}

function fateOf(then: Entry | undefined, now: Entry | undefined): PlanFate {
  if (!then) return "new";
  if (!now) return "dropped";
  if (then.start !== now.start) return "moved";
  const longer = isDate(then.start) ? 0 : minutesBetween(then.start, now.end) - minutesBetween(then.start, then.end);
  return longer > 0 ? "longer" : longer < 0 ? "shorter" : "kept";
}

/** The records that can stand in the plan of some days now. */
function plannedRecords(store: Store, { from, to }: Span): PensumRecord[] {
  const found = new Map<Id, PensumRecord>(store.list("repeating", "all").map((record) => [record.id, record]));
  for (let date = from; date <= to; date = addDays(date, 1))
    for (const index of ["blocksByDay", "eventsByDay", "tasksByDoDay"] as const)
      for (const record of store.list(index, date)) found.set(record.id, record);
  return [...found.values()];
}

/** What `reads` has of the occurrences that are records of their own; where records are of another time, also those that are gone since. */
function ownOccurrences(
  series: readonly PensumRecord[],
  reads: Pick<Store, "list">,
  gone: readonly PensumRecord[] = [],
): OwnOccurrences {
  const own = new Map<Id, Map<Id, Repeating>>();
  const note = (record: PensumRecord) => {
    const { series: of } = record as Repeating;
    if (of === undefined) return;
    const known = own.get(of) ?? new Map<Id, Repeating>();
    own.set(of, known.set(record.id, record as Repeating));
  };
  for (const one of series.filter(isRepeating)) {
    reads.list("occurrencesOf", one.id).forEach(note);
    // Hours that come again follow what became of their task on a day, whether that still comes again or not.
    if (one.kind === "block" && one.task !== undefined) reads.list("occurrencesOf", one.task).forEach(note);
  }
  gone.forEach(note);
  return (id) => [...(own.get(id)?.values() ?? [])];
}

/** What of some records stands in the plan of some days. */
function planIn(records: readonly PensumRecord[], span: Span, zone: string, ownOf: OwnOccurrences): Entry[] {
  const isIn = (start: string) => dateOf(start) >= span.from && dateOf(start) <= span.to;
  const repeating = new Set(records.filter(isRepeating).map(({ id }) => id));
  const each = records.flatMap((record) => (goesOn(record) ? timesOf(record, span, ownOf) : [record]));
  const entries: Entry[] = [];
  const placed = new Set<string>();
  for (const record of each) {
    if (record.kind !== "block" && record.kind !== "event") continue;
    const { start, end } = localSpan(record, zone);
    if (!isIn(start)) continue;
    const task = record.kind === "block" ? record.task : undefined;
    // Hours of a task that comes again are those of the time that it comes on their day.
    const of = task !== undefined && repeating.has(task) ? occurrenceId(task, dateOf(start)) : task;
    if (of !== undefined) placed.add(of);
    entries.push({ record, start, end, key: of ?? keyOf(record) });
  }
  for (const record of each) {
    if (record.kind !== "task" || record.state === "dropped" || placed.has(keyOf(record))) continue;
    if (record.doDay !== undefined && isIn(record.doDay))
      entries.push({ record, start: record.doDay, end: record.doDay, key: keyOf(record) });
  }
  return entries;
}

/** Whether a record comes again from now on: a task that is done with or dropped does so no more. */
function goesOn(record: PensumRecord): record is Repeating & { repeat: string } {
  return isRepeating(record) && !(record.kind === "task" && !isUnfinished(record.state));
}

/** What tells one thing of a plan from others: for each time of a series, whether it is a record of its own yet or not, the same. */
function keyOf(record: PensumRecord): string {
  const { series, occurrence } = record as Repeating;
  if (series !== undefined && occurrence !== undefined) return occurrenceId(series, dateOf(occurrence));
  return record.kind === "task" && isRepeating(record) && record.doDay !== undefined
    ? occurrenceId(record.id, record.doDay)
    : record.id;
}

/** The times of a series that begin in some days, but for those that are records of their own. */
function timesOf(series: Repeating & { repeat: string }, { from, to }: Span, ownOf: OwnOccurrences): Repeating[] {
  return startsBetween(series, addDays(from, -1), addDays(to, 1))
    .filter((at) => !isReplaced(series, at, ownOf))
    .map((at) => (series.kind === "task" && at === seriesStart(series) ? series : occurrenceAt(series, at)));
}

/** How many things had each fate, in a sentence. */
export function stoodSentence(items: readonly StoodItem[]): string {
  const count = (fate: PlanFate) => items.filter((item) => item.fate === fate).length;
  const planned = items.length - count("new");
  const parts = [
    [count("kept"), "kept"],
    [count("moved"), "moved"],
    [count("longer"), "made longer"],
    [count("shorter"), "made shorter"],
    [count("dropped"), "dropped"],
  ].flatMap(([number, word]) => ((number as number) > 0 ? [`${number} ${number === 1 ? "was" : "were"} ${word}`] : []));
  const fresh = count("new");
  const came = fresh > 0 ? `${fresh} ${fresh === 1 ? "thing was" : "things were"} added since` : "";
  if (planned === 0)
    return came === "" ? "Nothing was planned then, and nothing is now." : `Nothing was planned then; ${came}.`;
  const things = `Of the ${planned} ${planned === 1 ? "thing" : "things"} planned then, ${parts.join(", ").replace(/, ([^,]*)$/, " and $1")}`;
  return `${things}${came === "" ? "" : `; ${came}`}.`;
}
