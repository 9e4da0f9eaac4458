import type { PlanContext } from "../context";
import { titleOf } from "../../things/index";
import {
  isUnfinished,
  type Block,
  type Event,
  type Goal,
  type Id,
  type Project,
  type RecordOf,
  type Task,
} from "../../model/index";
import { stretchFor } from "../day/box";
import { addDays, dateOf, dayNumber, isMoment, minuteOf, type DateText, type MomentText } from "../../time/index";
import { localSpan } from "../day/dayItems";
import { leftMinutes as leftOf } from "../day/left";
import { occurrencesOn } from "../rhythm/series";
import { entriesFor } from "../log/workLog";

/** A stretch of time: local minutes since the beginning of 1970. */
export interface Stretch {
  readonly start: number;
  readonly end: number;
}

/** Something that has its time on the timeline. */
export interface TimelineBar extends Stretch {
  readonly id: Id;
  readonly kind: "task" | "event" | "block";
  readonly title: string;
  readonly done: boolean;
  readonly theme: Id | undefined;
  /** Hours that are set aside; none for what has a day only. */
  readonly sittings: readonly Stretch[];
  /** Hours that were worked. */
  readonly worked: readonly Stretch[];
  /** What must be done before. */
  readonly after: readonly Id[];
}

/** What belongs together on the timeline: a goal, a project, a theme or a person, with its own span where it has one. */
export interface TimelineRow {
  readonly id: Id;
  readonly title: string;
  readonly span: (Stretch & { readonly record: Goal | Project }) | undefined;
  readonly bars: readonly TimelineBar[];
  /** Minutes still to do. */
  readonly leftMinutes: number;
}

export const timelineWays = ["goal", "project", "theme", "person", "none"] as const;
export type TimelineWay = (typeof timelineWays)[number];

/** Local minutes since the beginning of 1970 of a date (its midnight) or a moment. */
export function minutesSince(at: DateText | MomentText): number {
  return dayNumber(dateOf(at)) * 1440 + (at.length > 10 ? minuteOf(at) : 0);
}

const [morning, leastMinutes] = [480, 60];

/**
 * The rows of the timeline, in the order in which their spans end, what belongs to nothing last.
 * @param doneSince tasks that were done before this day are left out
 */
export function timelineRows(
  reads: PlanContext,
  way: TimelineWay,
  { doneSince, events }: { doneSince: DateText; events: boolean },
): TimelineRow[] {
  const { now, zone } = reads;
  const rows = new Map<Id, { bars: TimelineBar[]; leftMinutes: number }>();
  const rowOf = (id: Id | undefined) => {
    const key = id ?? "";
    let row = rows.get(key);
    if (!row) rows.set(key, (row = { bars: [], leftMinutes: 0 }));
    return row;
  };
  for (const task of reads.list("kind", "task") as readonly Task[]) {
    if (task.state === "dropped" || task.unclarified) continue;
    if (!isUnfinished(task.state) && (task.doneAt === undefined || dateOf(task.doneAt) < doneSince)) continue;
    const bar = taskBar(reads, task);
    const key = way === "none" ? undefined : way === "person" ? task.people[0] : task[way];
    const row = rowOf(key);
    if (isUnfinished(task.state)) row.leftMinutes += leftOf(reads, task);
    if (bar) row.bars.push(bar);
  }
  if (events && (way === "theme" || way === "person" || way === "none"))
    for (const event of [
      ...(reads.list("kind", "event") as readonly Event[]),
      ...comingAgain(reads, "event", doneSince),
    ]) {
      if (event.repeat !== undefined) continue;
      const { start, end } = localSpan(event, zone);
      if (dateOf(end) < doneSince) continue;
      const key = way === "theme" ? event.theme : way === "person" ? event.people[0] : undefined;
      const last = isMoment(end) ? minutesSince(end) : minutesSince(end) + 1440;
      rowOf(key).bars.push({
        id: event.id,
        kind: "event",
        title: event.title,
        start: minutesSince(start),
        end: last,
        done: false,
        theme: event.theme,
        sittings: [],
        worked: [],
        after: [],
      });
    }
  if (events && (way === "theme" || way === "none"))
    for (const block of [
      ...(reads.list("kind", "block") as readonly Block[]),
      ...comingAgain(reads, "block", doneSince),
    ]) {
      // Hours of a task are in the bar of the task.
      if (block.repeat !== undefined || block.task !== undefined || dateOf(block.end) < doneSince) continue;
      const theme = way === "theme" ? reads.find("theme", block.theme) : undefined;
      rowOf(theme?.id).bars.push({
        id: block.id,
        kind: "block",
        title: titleOf(block, reads),
        start: minutesSince(block.start),
        end: minutesSince(block.end),
        done: block.end <= now,
        theme: block.theme,
        sittings: [],
        worked: [],
        after: [],
      });
    }
  if (way === "goal" || way === "project")
    for (const record of reads.list("kind", way) as readonly (Goal | Project)[])
      if (isUnfinished(record.state) && record.due) rowOf(record.id);
  return [...rows]
    .map(([id, { bars, leftMinutes }]): TimelineRow => {
      const record = id === "" ? undefined : reads.get(id);
      const spanned = record?.kind === "goal" || record?.kind === "project" ? record : undefined;
      const span = spanned?.due
        ? { record: spanned, start: minutesSince(dateOf(spanned.createdAt)), end: minutesSince(spanned.due) + 1440 }
        : undefined;
      const title = record && "title" in record ? record.title : "";
      return { id, title, span, bars: bars.sort((a, b) => a.start - b.start || b.end - a.end), leftMinutes };
    })
    .filter(({ bars, span }) => bars.length > 0 || span !== undefined)
    .sort((a, b) => {
      if ((a.id === "") !== (b.id === "")) return a.id === "" ? 1 : -1;
      const [first, second] = [a.span?.end ?? Number.MAX_SAFE_INTEGER, b.span?.end ?? Number.MAX_SAFE_INTEGER];
      return first - second || (a.title < b.title ? -1 : 1);
    });
}

/** So many days ahead, what comes again is shown. */
const repeatDays = 120;

/** The occurrences of a kind that follow their rules, from a day on, each once. */
function comingAgain<K extends "event" | "block">(reads: PlanContext, kind: K, since: DateText): RecordOf<K>[] {
  const found = new Map<Id, RecordOf<K>>();
  const last = addDays(dateOf(reads.now), repeatDays);
  for (let date = since; date <= last; date = addDays(date, 1))
    for (const one of occurrencesOn(reads, date)) if (one.kind === kind) found.set(one.id, one as RecordOf<K>);
  return [...found.values()];
}

function taskBar(reads: PlanContext, task: Task): TimelineBar | undefined {
  const sittings = (reads.list("blocksByTask", task.id) as Block[])
    .map((block) => stretchFor(block, task.id))
    .map(({ start, end }) => ({ start: minutesSince(start), end: minutesSince(end) }))
    .sort((a, b) => a.start - b.start);
  const worked = entriesFor(reads, "task", task.id)
    .map(({ start, end }) => ({ start: minutesSince(start), end: minutesSince(end ?? start) }))
    .sort((a, b) => a.start - b.start);
  const whole = spanOf(task, sittings.length > 0 ? sittings : worked);
  return whole
    ? {
        id: task.id,
        kind: "task",
        title: task.title,
        ...whole,
        done: !isUnfinished(task.state),
        theme: task.theme,
        sittings,
        worked,
        after: task.after ?? [],
      }
    : undefined;
}

/** From the first to the last of its hours; else its do day; else the time before it is due. */
function spanOf(task: Task, hours: readonly Stretch[]): Stretch | undefined {
  if (hours.length > 0)
    return { start: hours[0]!.start, end: hours.reduce((last, { end }) => Math.max(last, end), hours[0]!.end) };
  const length = Math.max(leastMinutes, task.estimateMinutes ?? 0);
  if (task.doDay) {
    const start = minutesSince(task.doDay) + morning;
    return { start, end: start + length };
  }
  if (!task.due) return undefined;
  const end = task.due.length > 10 ? minutesSince(task.due) : minutesSince(task.due) + 1050;
  return { start: end - length, end };
}

/**
 * The row of each bar, from 0, so that none covers another or its words. `width` gives how much room the words of a bar
 * want, in minutes at the present scale.
 */
export function barLanes(bars: readonly TimelineBar[], width: (bar: TimelineBar) => number): number[] {
  const ends = new EarliestEnds(bars.length);
  return bars.map((bar) => {
    const lane = ends.firstFree(bar.start);
    ends.set(lane, Math.max(bar.end, bar.start + width(bar)));
    return lane;
  });
}

/** When each lane ends, as a tree of the least of each half: the first free lane is found in as many steps as it has floors. */
class EarliestEnds {
  readonly #lanes: number;
  readonly #least: Float64Array;

  constructor(most: number) {
    this.#lanes = 2 ** Math.ceil(Math.log2(Math.max(1, most)));
    this.#least = new Float64Array(2 * this.#lanes).fill(-Infinity);
  }

  /** The first lane that ends by `start`; there is one for every bar. */
  firstFree(start: number): number {
    let at = 1;
    while (at < this.#lanes) at = (this.#least[2 * at] as number) <= start ? 2 * at : 2 * at + 1;
    return at - this.#lanes;
  }

  set(lane: number, end: number) {
    const least = this.#least;
    let at = lane + this.#lanes;
    least[at] = end;
    for (at >>= 1; at > 0; at >>= 1) least[at] = Math.min(least[2 * at] as number, least[2 * at + 1] as number);
  }
}

/** The chain of tasks that decides when the last one ends: each with the one before it that ends last. */
export function decidingChain(bars: readonly TimelineBar[]): Id[] {
  const byId = new Map(bars.map((bar) => [bar.id, bar]));
  const linked = bars.filter((bar) => !bar.done && bar.after.some((id) => byId.has(id)));
  let at = linked.reduce<TimelineBar | undefined>((last, bar) => (last && last.end >= bar.end ? last : bar), undefined);
  const chain: Id[] = [];
  while (at && !chain.includes(at.id)) {
    chain.unshift(at.id);
    at = at.after
      .flatMap((id) => byId.get(id) ?? [])
      .reduce<TimelineBar | undefined>((last, bar) => (last && last.end >= bar.end ? last : bar), undefined);
  }
  return chain;
}

/** The tasks that begin before something they wait for ends. */
export function tooEarly(bars: readonly TimelineBar[]): { bar: TimelineBar; waitsFor: TimelineBar }[] {
  const byId = new Map(bars.map((bar) => [bar.id, bar]));
  return bars.flatMap((bar) =>
    bar.done
      ? []
      : bar.after.flatMap((id) => {
          const before = byId.get(id);
          return before && !before.done && before.end > bar.start ? [{ bar, waitsFor: before }] : [];
        }),
  );
}
