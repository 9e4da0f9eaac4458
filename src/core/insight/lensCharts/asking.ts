import { total, type Group, type LensField, type LensView } from "../../lens";
import type { DatePeriod, Dye, Grouping, Id, LensAxes, LensChart, ShownField, TotalWay } from "../../model";
import type { FieldValues } from "../../register";
import { addDays, addMonths, type DateText, type TimeStyle } from "../../time";
import { measureText, type Measure } from "../chart";

/** What a chart of a lens is asked by. */
export interface LensAsking {
  readonly values: FieldValues;
  readonly view: LensView;
  readonly chart: LensChart;
  readonly axes?: LensAxes | undefined;
  /** The register whose records are shown, by its id. */
  readonly register: string;
  /** What its records are called, together and one of them, in lower case. */
  readonly things: string;
  readonly thing: string;
  /** What a group is called, and the dye of what it stands for; by level, 0 for the outer grouping. */
  readonly label: (level: number, key: string) => string;
  readonly dye?: (level: number, key: string) => Dye | undefined;
  readonly today: DateText;
  readonly firstWeekday: number;
  readonly style: TimeStyle;
}

/** A picture holds so many groups; more could be neither seen nor reached. */
export const mostRows = 400;

/** The ways in which a chart can add up the values of a field. */
export const chartTotals = ["sum", "average", "median", "min", "max"] as const satisfies readonly TotalWay[];

/** The fields of a lens whose values a chart can add up: numbers and durations. */
export function chartFields(view: LensView): readonly LensField[] {
  return view.fields.filter(({ field, type }) => !field.hidden && (type === "number" || type === "minutes"));
}

/** What a view has to keep a total of, so that a chart of it is there at once. */
export function shownByChart({ of, total: way }: LensChart): readonly ShownField[] {
  return of === undefined ? [] : [{ field: of, total: way ?? "sum" }];
}

/** A grouping of a lens whose field there is. */
export interface Grouped {
  readonly of: LensField;
  readonly by: DatePeriod;
}

export function groupingsIn(view: LensView, groups: readonly Grouping[]): Grouped[] {
  return groups.flatMap(({ field, by = "day" }) => {
    const of = view.fields.find(({ name }) => name === field);
    return of ? [{ of, by }] : [];
  });
}

/** What a view groups by. */
export const groupingsOf = (view: LensView): Grouped[] => groupingsIn(view, view.query.groups);

/** The fields by which a view groups, in lower case, each once. */
export const namesOf = (groupings: readonly Grouped[]): string[] => [
  ...new Set(groupings.map(({ of }) => of.field.label.toLowerCase())),
];

const isDated = ({ type }: LensField) => type === "date" || type === "range";
/** Whether groups follow each other in time, so that one that is missing in between is an empty one. */
export const hasTime = (of: LensField, by: DatePeriod) => isDated(of) && steps[by] !== undefined;
/** Groups by a name come with the largest first; all others have an order of their own. */
export const isNamed = ({ type }: LensField) => ["text", "link", "links", "options"].includes(type);

/** The period after one, by its key. */
const steps: Partial<Record<DatePeriod, (key: string) => string>> = {
  day: (key) => addDays(key, 1),
  week: (key) => addDays(key, 7),
  month: (key) => addMonths(`${key}-01`, 1).slice(0, 7),
  year: (key) => String(Number(key) + 1).padStart(4, "0"),
  hour: (key) => String(Number(key) + 1).padStart(2, "0"),
};

/** Keys of groups in their order, with the periods between them that no record is in; too many gaps stay out. */
export function withGaps(keys: readonly string[], { of, by }: Grouped, firstWeekday: number): readonly string[] {
  if (!isDated(of)) return keys;
  const dated = keys.filter((key) => key !== "");
  const rest = keys.filter((key) => key === "");
  if (by === "weekday" && dated.length > 0) {
    const week = Array.from({ length: 7 }, (_, at) => String(((firstWeekday - 1 + at) % 7) + 1));
    return [...week, ...rest];
  }
  const next = steps[by];
  const last = dated.at(-1);
  if (!next || last === undefined) return keys;
  const filled = [dated[0] as string];
  // Up to the last key itself: what comes after the year 9999 is no key that could be compared.
  for (let key = filled[0]!; key < last && filled.length <= mostRows; filled.push(key)) key = next(key);
  return filled.length > mostRows ? keys : [...filled, ...rest];
}

/** What a chart counts, and how its numbers are read. */
export function valueOf({ view, chart, things, thing }: LensAsking) {
  const of = chart.of === undefined ? undefined : chartFields(view).find(({ name }) => name === chart.of);
  const way = of ? (chartTotals.find((one) => one === chart.total) ?? "sum") : "count";
  const measure: Measure = !of ? "count" : of.type === "minutes" ? "minutes" : "number";
  const unit = measure === "number" ? of?.field.unit : undefined;
  return {
    ...{ way, things, thing },
    /** Whether parts make up the whole. */
    isSum: way === "sum" || way === "count",
    column: {
      ...{ label: way === "count" ? capital(things) : `${totalLabels[way]} ${of?.field.label.toLowerCase()}`, measure },
      ...(unit ? { written: (value: number) => `${measureText(value, measure)} ${unit}` } : {}),
    },
    /** Of a group, or of all; undefined where there is nothing to say. */
    total(group?: Group): number | undefined {
      if (!of) return group ? group.end - group.start : view.count;
      const isKept = view.query.shown.some((shown) => shown.field === of.name && shown.total === way);
      const entries = group ? view.entries.slice(group.start, group.end) : view.entries;
      const cell = isKept ? view.total(of.name, group) : totalOf(way, entries, of);
      return typeof cell === "number" ? cell : way === "sum" ? 0 : undefined;
    },
  };
}

const totalOf = (way: TotalWay, entries: LensView["entries"], of: LensField) =>
  total(
    way,
    entries.map(({ record }) => of.read(record)),
  );

const totalLabels: Record<(typeof chartTotals)[number], string> = {
  sum: "Sum of",
  average: "Average",
  median: "Median",
  min: "Smallest",
  max: "Largest",
};
export const capital = (words: string) => (words[0] ?? "").toUpperCase() + words.slice(1);

export const idsIn = (view: LensView, groups: readonly Group[]): Id[] => [
  ...new Set(groups.flatMap(({ start, end }) => view.entries.slice(start, end).map(({ record }) => record.id))),
];
