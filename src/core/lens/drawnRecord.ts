import type { CalendarLayer, Field, Lens } from "../model";
import { fieldsIn, findRegister, isComputed, type FieldValues, type Register } from "../register";
import { addMinutes, dateOf, isMoment, momentAt, workingDay, type DateText, type MomentText } from "../time";
import { givenValues } from "./givenValues";

/** A layer of the calendar that takes records which are drawn there. */
export interface DrawnLayer {
  readonly layer: CalendarLayer;
  readonly lens: Lens;
  readonly register: Register;
  readonly field: Field;
  /** What one of its records is called; with its date, where several layers are of one register. */
  readonly label: string;
}

/**
 * The layers that take drawn records: those of one register, by a date that a person can set. Tasks, events and day pages
 * have ways of their own to be drawn.
 */
export function drawnLayers(
  values: FieldValues,
  layers: readonly CalendarLayer[],
  lenses: readonly Lens[],
): readonly DrawnLayer[] {
  const found = layers.flatMap((layer): DrawnLayer[] => {
    const lens = lenses.find(({ id }) => id === layer.lens);
    const [only, another] = lens?.registers ?? [];
    const register = only !== undefined && another === undefined ? findRegister(values.store, only) : undefined;
    if (!lens || !register || register.kind === "task" || register.kind === "event" || register.kind === "day")
      return [];
    const field = fieldsIn(values.store, register).find(({ name }) => name === layer.field);
    return !field || field.kept || isComputed(field) ? [] : [{ layer, lens, register, field, label: register.one }];
  });
  const isOnly = ({ register }: DrawnLayer) => found.filter((one) => one.register.id === register.id).length === 1;
  return found.map((one) =>
    isOnly(one) ? one : { ...one, label: `${one.label} by ${one.field.label.toLowerCase()}` },
  );
}

/** From when to when something was drawn: days, or moments of one day. */
export interface DrawnSpan {
  readonly from: DateText | MomentText;
  readonly to: DateText | MomentText;
}

/**
 * From when to when a record lasts that is drawn on a layer, as its fields can say it: one that has a day alone has no hour, and
 * one without an end has no last day. Where a field asks for a moment and only days were drawn, it begins with the working day.
 */
export function drawnDates(
  values: FieldValues,
  { layer, register }: DrawnLayer,
  { from, to }: DrawnSpan,
): Pick<DrawnSpan, "from"> & Partial<DrawnSpan> {
  const fields = new Map(fieldsIn(values.store, register).map((field) => [field.name, field]));
  if (fields.get(layer.field)?.type === "range") return { from: dateOf(from), to: dateOf(to) };
  const begin = (date: DateText) => workingDay(values.settings.workingWeek, date)?.startMinute ?? usualBegin;
  const asAsked = (name: string, at: string) => {
    const type = fields.get(name)?.type;
    return type === "date" ? dateOf(at) : type === "moment" && !isMoment(at) ? momentAt(at, begin(at)) : at;
  };
  const start = asAsked(layer.field, from);
  const end = endOf(layer, fields);
  if (end === undefined) return { from: start };
  const until = asAsked(end, to);
  // A day that ends with a moment lasts for an hour of it.
  return { from: start, to: isMoment(until) && until <= start ? addMinutes(start, usualMinutes) : until };
}

/** The fields of a record that is drawn on a layer: its dates, and what else it needs to be shown by the lens. */
export function drawnRecord(
  values: FieldValues,
  drawn: DrawnLayer,
  span: DrawnSpan,
  today: DateText,
): Record<string, unknown> {
  const { layer, lens, register } = drawn;
  const fields = new Map(fieldsIn(values.store, register).map((field) => [field.name, field]));
  const given = givenValues(values, register, today, lens.where);
  const { from, to } = drawnDates(values, drawn, span);
  if (fields.get(layer.field)?.type === "range") return { ...given, [layer.field]: [from, to] };
  const end = endOf(layer, fields);
  return { ...given, [layer.field]: from, ...(end === undefined || to === undefined ? {} : { [end]: to }) };
}

/** The field that says until when a record of a layer lasts. */
function endOf({ field, end }: CalendarLayer, fields: ReadonlyMap<string, unknown>): string | undefined {
  return end ?? (field === "start" && fields.has("end") ? "end" : undefined);
}

const usualBegin = 540;
const usualMinutes = 60;
