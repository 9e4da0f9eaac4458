import { useId } from "react";
import { scaleBand, scaleLinear } from "d3-scale";
import { columnText, type ChartRow } from "@/core/insight";
import type { PictureProps } from "./ChartFigure";
import { extentFromZero } from "./extentFromZero";

const [height, foot, head] = [176, 36, 16];

/** Where words stand below their columns: none over either side, and each only where the one before leaves it room. */
function placesOfLabels(labels: readonly { middle: number; wide: number }[], width: number) {
  let end = -Infinity;
  return labels.map(({ middle, wide }) => {
    const left = Math.max(0, Math.min(width - wide, middle - wide / 2));
    if (left < end + 6) return undefined;
    end = left + wide;
    return { x: left + wide / 2, textAnchor: "middle" } as const;
  });
}

/** The way of a line through points; where there is none it is broken. */
function pathOf(points: readonly (readonly [number, number] | undefined)[]): string {
  return points
    .map((point, at) => (point ? `${points[at - 1] ? "L" : "M"}${point[0].toFixed(1)} ${point[1].toFixed(1)}` : ""))
    .join("");
}

/**
 * Columns that stand side by side: planned in twill, worked solid, what was before in outline; working hours as a rule
 * over each. A line goes from point to point.
 */
export function ColumnsPicture({ chart: { rows, columns }, width, saying, markProps }: PictureProps) {
  const twill = useId();
  const bars = columns.flatMap(({ drawn }, at) =>
    drawn === "planned" || drawn === "worked" || drawn === "before" ? [{ at, drawn }] : [],
  );
  const target = columns.findIndex(({ drawn }) => drawn === "target");
  const said = columns.findIndex(({ drawn }) => drawn === "said");
  const line = columns.findIndex(({ drawn }) => drawn === "line");
  const y = scaleLinear(extentFromZero(rows, [...bars.map(({ at }) => at), target, line]), [height - foot, head]);
  const x = scaleBand(
    rows.map(({ key }) => key),
    [0, width],
  )
    .paddingInner(0.28)
    .paddingOuter(0.14);
  const inner = scaleBand(
    bars.map(({ at }) => String(at)),
    [0, x.bandwidth()],
  ).paddingInner(0.1);
  const pointOf = (row: ChartRow) => {
    const value = row.values[line];
    return value === undefined ? undefined : ([(x(row.key) ?? 0) + x.bandwidth() / 2, y(value)] as const);
  };
  const labels = placesOfLabels(
    rows.map(({ key, label }) => ({ middle: (x(key) ?? 0) + x.bandwidth() / 2, wide: label.length * 6.2 })),
    width,
  );
  const isWide = x.step() > 62;
  return (
    <>
      <svg width={width} height={height} className="chart-picture" role="group" aria-label="Columns">
        <pattern id={twill} width={7} height={7} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect className="chart-twill-ground" width={7} height={7} />
          <rect className="chart-twill" width={3.5} height={7} />
        </pattern>
        <line className="chart-ground" x1={0} x2={width} y1={y(0)} y2={y(0)} />
        {line >= 0 && <path className="chart-line" d={pathOf(rows.map((row) => pointOf(row)))} />}
        {rows.map((row, at) => {
          const left = x(row.key) ?? 0;
          const { values } = row;
          const goal = values[target];
          const difference = values[said];
          const point = pointOf(row);
          return (
            <g key={row.key} {...markProps(row, at)}>
              <title>{saying(row)}</title>
              <rect className="chart-reach" x={left - 2} y={0} width={x.bandwidth() + 4} height={height} />
              {bars.map(({ at: column, drawn }) => {
                const value = values[column];
                if (!value) return null;
                return (
                  <rect
                    key={column}
                    fill={drawn === "planned" ? `url(#${twill})` : undefined}
                    className={`chart-${drawn === "before" ? "aside" : drawn}`}
                    x={left + (inner(String(column)) ?? 0)}
                    width={inner.bandwidth()}
                    y={Math.min(y(0), y(value))}
                    height={Math.abs(y(0) - y(value))}
                  />
                );
              })}
              {point && <circle className="chart-dot" cx={point[0]} cy={point[1]} r={rows.length > 120 ? 1.5 : 3} />}
              {goal !== undefined && (
                <line
                  className={row.isOver ? "chart-target is-over" : "chart-target"}
                  x1={left - 1}
                  x2={left + x.bandwidth() + 1}
                  y1={y(goal)}
                  y2={y(goal)}
                />
              )}
              {labels[at] && (
                <text {...labels[at]} y={height - foot + 15}>
                  {row.label}
                </text>
              )}
              {isWide && difference !== undefined && (
                <text className="chart-strong" x={left + x.bandwidth() / 2} y={height - 5} textAnchor="middle">
                  {columnText(columns[said]!, difference)}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      {/* Each mark and the table say it in words. */}
      {bars.length > 1 && (
        <p className="chart-key" aria-hidden>
          {bars.map(({ at, drawn }) => (
            <span key={at} className={`is-${drawn}`}>
              {columns[at]!.label}
            </span>
          ))}
        </p>
      )}
    </>
  );
}
