import type { Id } from "./values";

/** What a value may be compared by; each type of field knows some of them. */
export const comparisons = [
  "is",
  "isNot",
  "oneOf",
  "noneOf",
  "contains",
  "containsNot",
  "begins",
  "empty",
  "filled",
  "above",
  "atLeast",
  "below",
  "atMost",
  "before",
  "after",
  "onOrBefore",
  "onOrAfter",
  "thisWeek",
  "thisMonth",
  "withinNext",
  "withinLast",
  "aboveField",
] as const;
export type Comparison = (typeof comparisons)[number];

/** Which records a lens shows. */
export type Condition =
  | { readonly all: readonly Condition[] }
  | { readonly any: readonly Condition[] }
  | { readonly not: Condition }
  | { readonly feel: string }
  /** These very records, whatever their fields say. */
  | { readonly these: readonly Id[] }
  | {
      readonly field: string;
      readonly is: Comparison;
      /** A text, a number, a date or one of the words "today", "tomorrow", "yesterday"; ids where records are meant. */
      readonly value?: string | number | boolean | readonly string[];
    };

export const datePeriods = ["hour", "partOfDay", "day", "dayOrWeekend", "weekday", "week", "month", "year"] as const;
export type DatePeriod = (typeof datePeriods)[number];

export interface Grouping {
  readonly field: string;
  /** Of a date: by what. */
  readonly by?: DatePeriod;
}

export interface Sorting {
  readonly field: string;
  readonly descending?: boolean;
}

export const totalWays = ["count", "sum", "average", "median", "min", "max", "earliest", "latest"] as const;
export type TotalWay = (typeof totalWays)[number];

/** A column of a table, or a field shown on a card. */
export interface ShownField {
  readonly field: string;
  /** In pixels. */
  readonly width?: number;
  readonly total?: TotalWay;
}

export const lensLooks = ["table", "list", "board", "matrix", "timeline", "timesheet", "chart"] as const;
export type LensLook = (typeof lensLooks)[number];

/** The fields that a matrix or a timeline is drawn by, by their names. */
export interface LensAxes {
  readonly across?: string;
  readonly up?: string;
  readonly from?: string;
  readonly to?: string;
}

/**
 * How a chart of a lens is drawn: bars that lie, columns that stand, a line, shares of the whole, a field of two
 * groupings, or a dot for each record.
 */
export const chartShapes = ["bars", "columns", "line", "shares", "field", "dots"] as const;
export type ChartShape = (typeof chartShapes)[number];

/** What a chart of a lens draws for each of its groups. */
export interface LensChart {
  readonly shape: ChartShape;
  /** The field whose values are added up, and how; without one the records themselves are counted. */
  readonly of?: string;
  readonly total?: TotalWay;
}

/** Whether tasks, goals and projects that are done or dropped are shown. */
export const doneShown = ["no", "today", "week", "all"] as const;
export type DoneShown = (typeof doneShown)[number];

/** A saved way to look at registers. */
export interface Lens {
  readonly id: Id;
  readonly kind: "lens";
  readonly title: string;
  readonly registers: readonly string[];
  readonly where: Condition;
  readonly done: DoneShown;
  readonly groups: readonly Grouping[];
  readonly sorts: readonly Sorting[];
  readonly shown: readonly ShownField[];
  readonly look: LensLook;
  /** Of a matrix, and of a chart of dots: the fields that run across and up; of a timeline: those that say from when to when. */
  readonly axes?: LensAxes;
  readonly chart?: LensChart;
  /** Groups that are folded, by their keys. */
  readonly folded: readonly string[];
  /** Of a board: how many cards a column may hold, by its key. */
  readonly limits?: Readonly<Record<string, number>>;
  /** The order of cards that were put by hand, by record: it goes before all sorting. */
  readonly byHand?: Readonly<Record<Id, number>>;
  readonly order: number;
  readonly text: string;
}
