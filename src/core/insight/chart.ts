import type { Dye, Id } from "../model";
import { csvText } from "../plan";
import { durationText } from "../time";

/** What a number in a chart counts. */
export type Measure = "minutes" | "count" | "share" | "times" | "days";

/** One thing that a chart says of each of its rows. */
export interface ChartColumn {
  readonly label: string;
  readonly measure: Measure;
  /** How it is drawn; what is only said in the table is not. */
  readonly drawn: "worked" | "planned" | "target" | "before" | "low" | "middle" | "high" | "said" | "hidden";
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
  /** How it is drawn: bars that lie, columns that stand, ranges between two numbers, or a field of weekdays and hours. */
  readonly form: "bars" | "columns" | "ranges" | "field";
  readonly rowLabel: string;
  readonly columns: readonly ChartColumn[];
  readonly rows: readonly ChartRow[];
  /** The register of the records behind its rows. */
  readonly register: "work" | "tasks" | "habits";
}

/** A share in whole per cent. */
export const percent = (share: number) => `${Math.round(share * 100)} %`;

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
  }
}

/** A chart as CSV (RFC 4180): durations in decimal hours, shares in per cent. */
export function chartCsv({ rowLabel, columns, rows }: Chart): string {
  const written = (value: number | undefined, measure: Measure): string => {
    if (value === undefined) return "";
    if (measure === "minutes") return (value / 60).toFixed(2);
    return measure === "share" ? (value * 100).toFixed(1) : String(Math.round(value * 1000) / 1000);
  };
  const unit: Partial<Record<Measure, string>> = { minutes: " (h)", share: " (%)", days: " (days)" };
  return csvText([
    [rowLabel, ...columns.map(({ label, measure }) => label + (unit[measure] ?? ""))],
    ...rows.map(({ label, values }) => [label, ...columns.map(({ measure }, at) => written(values[at], measure))]),
  ]);
}
