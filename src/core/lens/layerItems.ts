import { addTo, isRange, type CalendarLayer, type DatedBy, type Dye, type PensumRecord } from "../model";
import { dateOf, isDate, isMoment, minuteOf, minutesBetween, minutesPerDay, type DateText } from "../time";
import { isComputed, optionsOf } from "../register";
import type { LensField } from "./lensFields";
import type { LensView } from "./lensView";

/** A record of a lens where it stands on the calendar. */
export interface LayerItem {
  readonly record: PensumRecord;
  readonly layer: CalendarLayer;
  /** The dye of what it is, where the layer goes by a field that has one; else the layer's. */
  readonly dye: Dye;
  /** The icon of what it is, where the layer goes by a field that gives one. */
  readonly icon?: string;
  /** Its first and last day. */
  readonly first: DateText;
  readonly last: DateText;
  /** By which of its fields it is moved; absent where its date is computed or kept by Pensum. */
  readonly movedBy?: DatedBy;
  /** Minutes since midnight of its first day; absent for what has a day and no hour. */
  readonly startMinute?: number;
  /** Where it ends on that day; the same as its start for what is a moment only. */
  readonly endMinute?: number;
}

/**
 * What a lens shows, by the day on which a date of each record lies: a field with a date, a moment or a range, computed
 * ones too. A moment in the field `start` lasts until the `end` of its record. Records without that date are left out.
 */
export function layerItems(view: LensView, layer: CalendarLayer): LayerItem[] {
  const field = view.fields.find(({ name }) => name === layer.field);
  if (!field) return [];
  const end = view.fields.find(({ name }) => name === layer.end);
  const isFixed = ({ field: of }: LensField) => of.kept === true || isComputed(of);
  const movedBy = isFixed(field)
    ? undefined
    : { field: layer.field, ...(end && !isFixed(end) ? { end: end.name } : {}) };
  const seen = new Set<string>();
  const items: LayerItem[] = [];
  for (const { record } of view.entries) {
    if (seen.has(record.id)) continue;
    seen.add(record.id);
    const until = end ? end.read(record) : layer.field === "start" && "end" in record ? record.end : undefined;
    const place = placeOf(field.read(record), until);
    if (place) items.push({ record, layer, ...lookIn(view, layer, record), ...(movedBy ? { movedBy } : {}), ...place });
  }
  return items;
}

/** The dye and the icon of the option, theme or linked record by which a layer goes. */
function lookIn(view: LensView, layer: CalendarLayer, record: PensumRecord): Pick<LayerItem, "dye" | "icon"> {
  const by = view.fields.find(({ name }) => name === layer.dyeBy);
  const cell = by?.read(record);
  if (!by || typeof cell !== "string") return { dye: layer.dye };
  const looked =
    by.type === "option"
      ? optionsOf(by.field, view.values.settings.priorities).find(({ id }) => id === cell)
      : view.values.store.get(cell);
  return {
    dye: looked && "dye" in looked && looked.dye ? looked.dye : layer.dye,
    ...(looked && "icon" in looked && looked.icon ? { icon: looked.icon } : {}),
  };
}

type Place = Omit<LayerItem, "record" | "layer" | "movedBy" | "dye" | "icon">;

function placeOf(cell: unknown, end: unknown): Place | undefined {
  if (isRange(cell)) return { first: dateOf(cell[0] as string), last: dateOf(cell[1] as string) };
  if (typeof cell !== "string") return undefined;
  const [isWhole, isTimed] = [isDate(cell), isMoment(cell)];
  if (isWhole) return { first: cell, last: isDate(end) && end > cell ? end : cell };
  if (!isTimed) return undefined;
  const first = dateOf(cell);
  // What ends on a later day stands on all its days, without an hour.
  if (typeof end === "string" && dateOf(end) > first && !(isMoment(end) && minutesBetween(cell, end) <= minutesPerDay))
    return { first, last: dateOf(end) };
  const startMinute = minuteOf(cell);
  const length = isMoment(end) && end > cell ? minutesBetween(cell, end) : 0;
  return { first, last: first, startMinute, endMinute: Math.min(minutesPerDay, startMinute + length) };
}

/**
 * What a lens shows beside what the plan shows: a record that stands there already, or whose hours do, is not shown twice.
 * @param shown the records that the plan shows on the same day
 */
export function withoutDoubles(items: readonly LayerItem[], shown: readonly PensumRecord[]): readonly LayerItem[] {
  if (items.length === 0 || shown.length === 0) return items;
  const ids = new Set(shown.flatMap((record) => (record.kind === "block" ? [record.id, record.task] : [record.id])));
  return items.filter(({ record }) => !ids.has(record.id));
}

/** Layer items by each of their days, those without an hour first. */
export function layerDays(items: readonly LayerItem[]): ReadonlyMap<DateText, readonly LayerItem[]> {
  const days = new Map<DateText, LayerItem[]>();
  for (const item of items) addTo(days, item.first, item);
  for (const list of days.values())
    list.sort((a, b) => (a.startMinute ?? -1) - (b.startMinute ?? -1) || (a.record.id < b.record.id ? -1 : 1));
  return days;
}
