import { isRange, valueIn, type Field, type Id, type PensumRecord } from "../../model/index";
import type { LensField, LensView } from "../../lens/index";
import { isEditable } from "../../register/index";
import type { Fields } from "../../store/index";
import { addDays, addMinutes, dateOfDayNumber, isDate, isMoment } from "../../time/index";
import { minutesSince, type TimelineBar } from "./timeline";

/** A row of a lens on the timeline: the records of one group. */
interface LensTimelineRow {
  /** The key of its group; empty where the lens does not group. */
  readonly key: string;
  readonly bars: readonly TimelineBar[];
}

/** The fields of a lens that can say when a record begins or ends. */
export function timeFields(view: LensView): readonly LensField[] {
  return view.fields.filter(({ type, field }) => (type === "date" || type === "range") && !field.hidden);
}

/** When the records of a lens begin and end before anybody chose. */
export function usualTimes(view: LensView): { from?: string; to?: string } {
  const all = timeFields(view);
  const range = all.find(({ type }) => type === "range");
  if (range) return { from: range.name };
  const named = (name: string) => all.find((field) => field.name === name)?.name;
  const from =
    named("start") ?? named("doDay") ?? all.find(({ name }) => name !== "createdAt" && name !== "doneAt")?.name;
  const to = named("end") ?? (from === "doDay" ? named("due") : undefined);
  return { ...(from ? { from } : {}), ...(to ? { to } : {}) };
}

const usualLength = 1440;

/**
 * The bars of a lens by its outer groups: from one of its dates to another, a range alone, or a day where there is no
 * second. A record without a beginning, or whose end lies before it, has the one date that it has.
 */
export function lensTimeline(view: LensView, { from, to }: { from?: string; to?: string }): LensTimelineRow[] {
  const [begins, ends] = [from, to].map((name) => view.fields.find((field) => field.name === name));
  const barsOf = (start: number, end: number) =>
    view.entries.slice(start, end).flatMap(({ record }) => barOf(record, begins, ends) ?? []);
  if (view.groups.length === 0) return [{ key: "", bars: barsOf(0, view.entries.length) }];
  return view.groups.map(({ keys, start, end }) => ({ key: keys[0] ?? "", bars: unique(barsOf(start, end)) }));
}

function barOf(
  record: PensumRecord,
  begins: LensField | undefined,
  ends: LensField | undefined,
): TimelineBar | undefined {
  const [first, second] = [begins?.read(record), ends?.read(record)];
  const stretch = isRange(first) ? [first[0], first[1]] : [first, second];
  const [start, end] = [stretch[0] ?? stretch[1], stretch[1] ?? stretch[0]];
  if (!isTime(start) || !isTime(end)) return undefined;
  const from = minutesSince(start);
  const until = minutesSince(end) + (isDate(end) ? usualLength : 0);
  return {
    id: record.id,
    kind: "event",
    title: "title" in record ? record.title : record.id,
    start: from,
    end: until > from ? until : from + (isMoment(start) ? 60 : usualLength),
    done: "state" in record && (record.state === "done" || record.state === "dropped"),
    theme: "theme" in record ? record.theme : undefined,
    sittings: [],
    worked: [],
    after: record.kind === "task" ? (record.after ?? []) : [],
  };
}

const isTime = (value: unknown): value is string => isDate(value) || isMoment(value);

/** Each record once: one that stands in several inner groups has one bar. */
function unique(bars: readonly TimelineBar[]): TimelineBar[] {
  const seen = new Set<Id>();
  return bars.filter(({ id }) => !seen.has(id) && seen.add(id));
}

/** By which fields of a lens its bars begin and end. */
interface TimeNames {
  readonly from?: string | undefined;
  readonly to?: string | undefined;
}

function settable(view: LensView, name: string | undefined): Field | undefined {
  const field = view.fields.find((one) => one.name === name)?.field;
  return field && isEditable(field) ? field : undefined;
}

/**
 * The fields that move a bar by so many minutes, or its end alone; dates go by whole days. Nothing where what it would
 * have to set is computed, or there is no end to stretch.
 */
export function shiftedTimes(
  view: LensView,
  { from, to }: TimeNames,
  record: PensumRecord,
  minutes: number,
  edge?: "end",
): Fields | undefined {
  const moved = (at: unknown): unknown =>
    isMoment(at) ? addMinutes(at, minutes) : isDate(at) ? addDays(at, Math.round(minutes / 1440)) : at;
  const fields: Record<string, unknown> = {};
  for (const name of [from, to]) {
    const was = name === undefined ? undefined : valueIn(record, name);
    if (name === undefined || was === undefined || !settable(view, name)) continue;
    if (isRange(was)) fields[name] = [edge ? was[0] : moved(was[0]), moved(was[1])];
    else if (!edge || name === to) fields[name] = moved(was);
  }
  return Object.keys(fields).length > 0 ? fields : undefined;
}

/**
 * The fields of a new record whose bar was drawn from one local minute to another. A date that ends it is its last day.
 * Undefined where the beginning is computed, so that nothing can be drawn.
 */
export function drawnTimes(view: LensView, { from, to }: TimeNames, start: number, end: number): Fields | undefined {
  const [first, second] = [settable(view, from), settable(view, to)];
  if (!first) return undefined;
  const day = (minute: number) => dateOfDayNumber(Math.floor(minute / 1440));
  const moment = (minute: number) => addMinutes(`${day(minute)}T00:00`, ((minute % 1440) + 1440) % 1440);
  if (first.type === "range") return { [first.name]: [day(start), day(end - 1)] };
  const isTimed = first.type === "moment" || first.type === "dateOrMoment";
  const isEndTimed = second && (second.type === "moment" || (isTimed && second.type !== "date"));
  return {
    [first.name]: isTimed ? moment(start) : day(start),
    ...(second ? { [second.name]: isEndTimed ? moment(end) : day(end - 1) } : {}),
  };
}
