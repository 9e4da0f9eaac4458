import type { Dye, Id } from "../model";
import { csvText } from "../plan";
import { dateOfDayNumber, durationText } from "../time";

/** What a number in a chart counts. */
export type Measure = "minutes" | "count" | "share" | "times" | "days" | "number" | "date";

/** One thing that a chart says of each of its rows. */
export interface ChartColumn {
  readonly label: string;
  /** What its numbers count; a date is the number of days since 1970. */
  readonly measure: Measure;
  /** How its numbers are written, where the measure alone does not say it. */
  readonly written?: (value: number) => string;
  /** How it is drawn; what is only said in the table is not. */
  readonly drawn:
    | "worked"
    | "planned"
    | "target"
    | "before"
    | "low"
    | "middle"
    | "high"
    | "line"
    | "across"
    | "up"
    | "said"
    | "hidden";
}

/** One row of a chart's table, and one mark or one group of marks in its picture. */
export interface ChartRow {
  readonly key: string;
  readonly label: string;
  readonly dye?: Dye | undefined;
  /** A number for each column; undefined where there is none. */
  readonly values: readonly (number | undefined)[];
  /** The records behind it: the ids are looked for when they are asked for. */
  readonly behind?: (() => readonly Id[]) | undefined;
  /** Those behind the number of one column, where they can be told apart. */
  readonly behindCell?: ((column: number) => readonly Id[]) | undefined;
  /** Set where it is not over yet, or more than it may be. */
  readonly isOver?: boolean;
}

/**
 * A question about the past or the near future, answered: in a sentence, as a table, and as a picture that is drawn from
 * that very table.
 */
export interface Chart {
  /** The answer. */
  readonly answer: string;
  /** What is counted, and what is not. */
  readonly about: string;
  /** How it is drawn: bars that lie, columns or a line that stand, ranges between two numbers, a field, or dots. */
  readonly form: "bars" | "columns" | "ranges" | "field" | "dots";
  readonly rowLabel: string;
  readonly columns: readonly ChartColumn[];
  readonly rows: readonly ChartRow[];
  /** The register of the records behind its rows. */
  readonly register: string;
}

/** A share in whole per cent. */
export const percent = (share: number) => `${Math.round(share * 100)}%`;

/** A number of a chart in words. */
export function measureText(value: number, measure: Measure): string {
  switch (measure) {
    case "minutes":
      return durationText(value);
    case "share":
      return percent(value);
    case "times":
      return `${(Math.round(value * 100) / 100).toString()} ×`;
    case "days":
      return `${Math.round(value)} ${Math.round(value) === 1 ? "day" : "days"}`;
    case "count":
      return Math.round(value).toLocaleString("en");
    case "number":
      return value.toLocaleString("en", { maximumFractionDigits: 2 });
    case "date":
      return dateOfDayNumber(value);
  }
}

/** A number of a column in words. */
export function columnText({ written, measure }: ChartColumn, value: number): string {
  return written?.(value) ?? measureText(value, measure);
}

/** A chart as CSV (RFC 4180): durations in decimal hours, shares in per cent. */
export function chartCsv({ rowLabel, columns, rows }: Chart): string {
  const written = (value: number | undefined, measure: Measure): string => {
    if (value === undefined) return "";
    if (measure === "minutes") return (value / 60).toFixed(2);
    if (measure === "date") return dateOfDayNumber(value);
    return measure === "share" ? (value * 100).toFixed(1) : String(Math.round(value * 1000) / 1000);
  };
  const unit: Partial<Record<Measure, string>> = { minutes: " (h)", share: " (%)", days: " (days)" };
  return csvText([
    [rowLabel, ...columns.map(({ label, measure }) => label + (unit[measure] ?? ""))],
    ...rows.map(({ label, values }) => [label, ...columns.map(({ measure }, at) => written(values[at], measure))]),
  ]);
}
