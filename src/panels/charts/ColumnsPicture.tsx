import { useId } from "react";
import { scaleBand, scaleLinear } from "d3-scale";
import { measureText } from "@/core/insight";
import type { PictureProps } from "./ChartFigure";

const [height, foot, head] = [176, 36, 16];

/** Columns that stand side by side: planned in twill, worked solid, what was before in outline; working hours as a rule over each. */
export function ColumnsPicture({ chart: { rows, columns }, width, saying, markProps }: PictureProps) {
  const twill = useId();
  const bars = columns.flatMap(({ drawn }, at) =>
    drawn === "planned" || drawn === "worked" || drawn === "before" ? [{ at, drawn }] : [],
  );
  const target = columns.findIndex(({ drawn }) => drawn === "target");
  const said = columns.findIndex(({ drawn }) => drawn === "said");
  const most = Math.max(
    1,
    ...rows.flatMap(({ values }) => [...bars.map(({ at }) => values[at] ?? 0), values[target] ?? 0]),
  );
  const y = scaleLinear([0, most], [height - foot, head]);
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
  // Every label where there is room for it, else every second, third …
  const longest = Math.max(...rows.map(({ label }) => label.length)) * 6.2 + 6;
  const step = Math.max(1, Math.ceil(longest / x.step()));
  const isWide = x.step() > 62;
  return (
    <svg width={width} height={height} className="chart-picture" role="group" aria-label="Columns">
      <pattern id={twill} width={7} height={7} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect className="chart-twill-ground" width={7} height={7} />
        <rect className="chart-twill" width={3.5} height={7} />
      </pattern>
      <line className="chart-ground" x1={0} x2={width} y1={y(0)} y2={y(0)} />
      {rows.map((row, at) => {
        const left = x(row.key) ?? 0;
        const { values } = row;
        const goal = values[target];
        const difference = values[said];
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
                  y={y(value)}
                  height={y(0) - y(value)}
                />
              );
            })}
            {goal !== undefined && (
              <line
                className={row.isOver ? "chart-target is-over" : "chart-target"}
                x1={left - 1}
                x2={left + x.bandwidth() + 1}
                y1={y(goal)}
                y2={y(goal)}
              />
            )}
            {at % step === 0 && (
              <text x={left + x.bandwidth() / 2} y={height - foot + 15} textAnchor="middle">
                {row.label}
              </text>
            )}
            {isWide && difference !== undefined && (
              <text className="chart-strong" x={left + x.bandwidth() / 2} y={height - 5} textAnchor="middle">
                {measureText(difference, columns[said]!.measure)}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
