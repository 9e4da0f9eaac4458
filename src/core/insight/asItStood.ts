import { isUnfinished, type Block, type Dye, type Event, type Id, type PensumRecord, type Task } from "../model";
import { localSpan } from "../plan";
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
 * The plan of some days as it stood before some acts, beside what it is now: what has hours (blocks and events, but for what comes
 * again by a rule), and tasks of a day without hours. Hours that were taken off and laid again for the same task are the same.
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
  const present = planIn(plannedRecords(store, span), span, zone);
  const ids = new Set([...plannedRecords(store, span).map(({ id }) => id), ...records.keys()]);
  const earlier = [...ids].flatMap((id) => (records.has(id) ? records.get(id) : store.get(id)) ?? []);
  const earlierPlan = planIn(earlier, span, zone);
  const left = new Map<string, Entry[]>();
  for (const entry of present) left.set(entry.key, [...(left.get(entry.key) ?? []), entry]);
  const take = (entry: Entry): Entry | undefined => {
    const same = left.get(entry.key);
    const at = same
      ? Math.max(
          0,
          same.findIndex(({ record }) => record.id === entry.record.id),
        )
      : -1;
    return at < 0 ? undefined : same!.splice(at, 1)[0];
  };
  const items: StoodItem[] = earlierPlan.map((entry) => {
    const now = take(entry);
    return itemOf(entry, now ?? elsewhere(store, entry), now !== undefined);
  });
  for (const entries of left.values()) for (const entry of entries) items.push(itemOf(undefined, entry, true));
  return items.sort((a, b) => startOf(a).localeCompare(startOf(b)) || (a.id < b.id ? -1 : 1));

  function itemOf(then: Entry | undefined, now: Entry | undefined, isHere: boolean): StoodItem {
    const { record } = (now ?? then)!;
    const reads = now ? store : past;
    const task = taskOf(record, store);
    const touched =
      touchedBy.get(record.id) ?? (then && touchedBy.get(then.record.id)) ?? (task && touchedBy.get(task.id));
    const fate = fateOf(then, now);
    return {
      ...{ id: record.id, title: titleOf(record, reads), dye: dyeOf(record, reads), fate },
      then: then && { start: then.start, end: then.end },
      now: now && { start: now.start, end: now.end },
      isDone: task !== undefined && !isUnfinished(task.state) && task.state !== "dropped",
      by: fate === "kept" && isHere ? undefined : touched && { said: touched.said, at: touched.at },
    };
  }
}

const startOf = ({ then, now }: StoodItem) => (then ?? now)!.start;

/** What a record that left these days has come to: other days, or nothing. */
function elsewhere(store: Store, { record }: Entry): Entry | undefined {
  const now = store.get(record.id);
  if (!now || now.kind !== record.kind) return undefined;
  const [entry] = planIn([now], { from: "1000-01-01", to: "9998-12-31" }, store.clock.zone);
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
  const found = new Map<Id, PensumRecord>();
  for (let date = from; date <= to; date = addDays(date, 1))
    for (const index of ["blocksByDay", "eventsByDay", "tasksByDoDay"] as const)
      for (const record of store.list(index, date)) found.set(record.id, record);
  return [...found.values()];
}

/** What of some records stands in the plan of some days. */
function planIn(records: readonly PensumRecord[], { from, to }: Span, zone: string): Entry[] {
  const isIn = (start: string) => dateOf(start) >= from && dateOf(start) <= to;
  const entries: Entry[] = [];
  const placed = new Set<Id>();
  for (const record of records) {
    if ((record.kind !== "block" && record.kind !== "event") || record.repeat !== undefined) continue;
    const { start, end } = localSpan(record, zone);
    if (!isIn(start)) continue;
    const task = record.kind === "block" ? record.task : undefined;
    if (task !== undefined) placed.add(task);
    entries.push({ record, start, end, key: task ?? record.id });
  }
  for (const record of records) {
    if (record.kind !== "task" || record.repeat !== undefined || record.state === "dropped" || placed.has(record.id))
      continue;
    if (record.doDay !== undefined && isIn(record.doDay))
      entries.push({ record, start: record.doDay, end: record.doDay, key: record.id });
  }
  return entries;
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
