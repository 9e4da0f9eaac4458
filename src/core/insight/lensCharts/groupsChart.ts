import type { Chart, ChartColumn, ChartRow } from "../chart";
import { capital, groupingsOf, idsIn, isNamed, mostRows, namesOf, valueOf, withGaps, type LensAsking } from "./asking";
import { sentence, sumOf, type Row } from "./sentence";

/** A chart with a bar, a column or a point for each group. */
export function groupsChart(asking: LensAsking): Chart {
  const { view, chart, label, dye, register, things } = asking;
  const value = valueOf(asking);
  const groupings = groupingsOf(view);
  const [outer, inner] = groupings;
  const leaves = inner ? view.groups.flatMap((group) => group.inner) : view.groups;
  const isShare = chart.shape === "shares" && value.isSum;
  const named = (keys: readonly string[]) => keys.map((key, level) => label(level, key)).join(", ");
  let rows: Row[] = leaves.map((group) => ({
    ...{ key: group.keys.join("\u0000"), label: named(group.keys), groups: [group], value: value.total(group) },
    dye: group.keys.map((key, level) => dye?.(level, key)).find((one) => one !== undefined),
  }));
  const ordered = !outer || groupings.some(({ of }) => !isNamed(of));
  if (outer && !inner) {
    const known = new Map(rows.map((row) => [row.key, row]));
    const keys = withGaps([...known.keys()], outer, asking.firstWeekday);
    const none = value.isSum ? 0 : undefined;
    rows = keys.map((key) => known.get(key) ?? { key, label: label(0, key), groups: [], value: none, dye: undefined });
  }
  if (!outer)
    rows = view.count === 0 ? [] : [{ key: "all", label: "All", groups: [], value: value.total(), dye: undefined }];
  const all = value.isSum ? sumOf(rows) : value.total();
  if (!ordered) rows = rows.toSorted(largestFirst);
  const leftOut = Math.max(0, rows.length - mostRows);
  const shown = leftOut === 0 ? rows : ordered ? rows.slice(leftOut) : cut(rows, value.isSum);
  const columns: ChartColumn[] = [
    ...(isShare ? [{ label: "Share", measure: "share" as const, drawn: "worked" as const }] : []),
    {
      ...value.column,
      drawn: isShare ? "said" : chart.shape === "line" ? "line" : "worked",
    },
  ];
  const isStanding = chart.shape === "columns" || chart.shape === "line";
  return {
    answer: sentence(rows, all, value),
    about: [
      `${value.column.label} of what this lens shows${outer ? `, by ${namesOf(groupings).join(" and ")}` : "; group it to tell it apart"}`,
      ...(leftOut > 0
        ? [`the ${mostRows} ${ordered ? "last" : "largest"} of ${rows.length.toLocaleString("en")}`]
        : []),
      ...(groupings.some(({ of }) => of.type === "links" || of.type === "options")
        ? ["what stands in several groups counts in each"]
        : []),
    ].join("; "),
    form: isStanding ? "columns" : "bars",
    rowLabel: capital(namesOf(groupings).join(", ") || things),
    columns,
    rows: shown.map((row): ChartRow => {
      const groups = row.groups;
      return {
        ...{ key: row.key, label: row.label, dye: row.dye },
        values: isShare ? [all ? (row.value ?? 0) / all : undefined, row.value] : [row.value],
        ...(groups.length > 0 || row.key === "all"
          ? { behind: () => (row.key === "all" ? view.entries.map(({ record }) => record.id) : idsIn(view, groups)) }
          : {}),
      };
    }),
    register,
  };
}

/** What has no value comes last. */
function largestFirst({ value: a }: Row, { value: b }: Row): number {
  if (a === undefined || b === undefined) return Number(a === undefined) - Number(b === undefined);
  return b - a;
}

/** The largest groups, and all smaller ones as one where parts make up the whole. */
function cut(rows: readonly Row[], isSum: boolean): Row[] {
  const [first, rest] = [rows.slice(0, mostRows), rows.slice(mostRows)];
  if (!isSum) return first;
  const groups = rest.flatMap((row) => row.groups);
  const label = `${rest.length.toLocaleString("en")} more`;
  return [...first, { key: "\u0000more", label, groups, value: sumOf(rest), dye: undefined }];
}
