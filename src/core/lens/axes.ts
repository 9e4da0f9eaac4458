import { valueIn, type Option, type PensumRecord } from "../model";
import { isComputed, optionsOf, type Cell, type FieldValues } from "../register";
import { addDays, dateOf, daysBetween, isMoment, type DateText } from "../time";
import type { LensField } from "./lensFields";
import type { LensView } from "./lensView";

/** What runs along an edge of a matrix: days from today, levels from the least to the most, or plain numbers. */
export interface Axis {
  readonly name: string;
  readonly label: string;
  readonly kind: "date" | "level" | "number" | "minutes";
  /** Of levels: what they are called, from the least on. */
  readonly levels: readonly string[];
  /** Whether pulling a card along it sets the field; what is computed or kept stays. */
  readonly settable: boolean;
  /** Where a record stands; undefined where its field is empty. */
  valueOf(record: PensumRecord): number | undefined;
  /** What the field of a record gets at a value; undefined where it gets none. */
  cellAt(value: number, record: PensumRecord): Cell;
}

const levelTypes: readonly string[] = ["level", "priority", "state", "choice"];

/** The fields of a lens that can run along an edge of a matrix. */
export function axisFields(view: LensView): readonly LensField[] {
  return view.fields.filter((field) => kindOf(field) !== undefined && !field.field.hidden);
}

function kindOf({ field, type }: LensField): Axis["kind"] | undefined {
  if (type === "option" && levelTypes.includes(field.type)) return "level";
  return type === "date" || type === "number" || type === "minutes" ? type : undefined;
}

/** The axis of a field of a lens; undefined where there is no such field, or it has no order. */
export function axisOf(values: FieldValues, view: LensView, name: string, today: DateText): Axis | undefined {
  const of = view.fields.find((field) => field.name === name);
  const kind = of && kindOf(of);
  if (!of || !kind) return undefined;
  const options: readonly Option[] =
    kind === "level" ? optionsOf(of.field, values.settings.priorities).toReversed() : [];
  const rank = new Map(options.map(({ id }, at) => [id, at]));
  const common = {
    name,
    label: of.field.label,
    kind,
    levels: options.map(({ title }) => title),
    settable: !isComputed(of.field) && !of.field.kept,
  };
  switch (kind) {
    case "level":
      return {
        ...common,
        valueOf: (record) => rank.get(of.read(record) as string),
        cellAt: (value) => options[Math.max(0, Math.min(options.length - 1, Math.round(value)))]?.id,
      };
    case "date":
      return {
        ...common,
        valueOf(record) {
          const cell = of.read(record);
          return typeof cell === "string" ? daysBetween(today, dateOf(cell)) : undefined;
        },
        cellAt(value, record) {
          const was = valueIn(record, name);
          const day = addDays(today, Math.round(value));
          return isMoment(was) ? `${day}${was.slice(10)}` : of.field.type === "moment" ? `${day}T09:00` : day;
        },
      };
    default: {
      const decimals = kind === "minutes" ? 0 : (of.field.decimals ?? 2);
      return {
        ...common,
        valueOf(record) {
          const cell = of.read(record);
          return typeof cell === "number" && Number.isFinite(cell) ? cell : undefined;
        },
        cellAt: (value) =>
          kind === "minutes" ? Math.max(0, Math.round(value / 5) * 5) : Number(value.toFixed(decimals)),
      };
    }
  }
}

/** The axes that a lens begins with: the first date or number across, the first level or another number up. */
export function usualAxes(view: LensView): { across?: string; up?: string } {
  const all = axisFields(view).map((field) => ({ name: field.name, kind: kindOf(field) }));
  const settable = (name: string) => name !== "createdAt" && name !== "doneAt" && name !== "state";
  const across =
    all.find(({ kind, name }) => kind === "date" && settable(name)) ?? all.find(({ kind }) => kind !== "level");
  const up =
    all.find(({ kind, name }) => kind === "level" && settable(name)) ??
    all.find(({ kind, name }) => kind !== "date" && name !== across?.name) ??
    all.find(({ name }) => name !== across?.name);
  return { ...(across ? { across: across.name } : {}), ...(up ? { up: up.name } : {}) };
}

/** The least and the most of numbers, a little apart where they are the same; undefined for none. */
export function extentOf(numbers: readonly (number | undefined)[]): readonly [number, number] | undefined {
  let [least, most] = [Infinity, -Infinity];
  for (const number of numbers) {
    if (number === undefined) continue;
    if (number < least) least = number;
    if (number > most) most = number;
  }
  if (least > most) return undefined;
  return least === most ? [least - 1, most + 1] : [least, most];
}
