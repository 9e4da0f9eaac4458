import type { Chart, ChartRow } from "../chart";
import { idsIn, mostRows, namesOf, valueOf, withGaps, type Grouped, type LensAsking } from "./asking";
import { sentence, sumOf, type Row } from "./sentence";

const mostColumns = 60;

/** A chart of two groupings: rows of the outer one, columns of the inner one, each cell the stronger the more there is. */
export function fieldChart(asking: LensAsking, outer: Grouped, inner: Grouped): Chart {
  const { view, label, register } = asking;
  const value = valueOf(asking);
  const inColumns = (keys: readonly string[], grouped: Grouped, level: number) =>
    withGaps(
      keys.toSorted((a, b) => view.compareGroups(level, a, b)),
      grouped,
      asking.firstWeekday,
    );
  const columnKeys = inColumns(
    [...new Set(view.groups.flatMap((group) => group.inner.map(({ keys }) => keys[1] as string)))],
    inner,
    1,
  );
  const known = new Map(view.groups.map((group) => [group.keys[0] as string, group]));
  const rowKeys = inColumns([...known.keys()], outer, 0);
  const shownColumns = columnKeys.slice(-mostColumns);
  const shownRows = rowKeys.slice(-mostRows);
  const leaves: Row[] = view.groups.flatMap((group) =>
    group.inner.map((one) => ({
      ...{ key: one.keys.join("\u0000"), label: one.keys.map((key, level) => label(level, key)).join(", ") },
      ...{ groups: [one], value: value.total(one), dye: undefined },
    })),
  );
  return {
    answer: sentence(leaves, value.isSum ? sumOf(leaves) : value.total(), value),
    about: `${value.column.label} of what this lens shows, by ${namesOf([outer, inner]).join(" and ")}${
      columnKeys.length > mostColumns ? `; the ${mostColumns} last of ${columnKeys.length} columns` : ""
    }`,
    form: "field",
    rowLabel: outer.of.field.label,
    columns: shownColumns.map((key) => ({ ...value.column, label: label(1, key), drawn: "worked" })),
    rows: shownRows.map((key): ChartRow => {
      const group = known.get(key);
      const parts = new Map(group?.inner.map((one) => [one.keys[1], one]));
      return {
        ...{ key, label: label(0, key), dye: asking.dye?.(0, key) },
        values: shownColumns.map((column) => {
          const part = parts.get(column);
          return part && value.total(part);
        }),
        ...(group ? { behind: () => idsIn(view, [group]) } : {}),
        behindCell: (column) => {
          const part = parts.get(shownColumns[column] as string);
          return part ? idsIn(view, [part]) : [];
        },
      };
    }),
    register,
  };
}
