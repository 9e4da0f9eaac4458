import { scaleBand } from "d3-scale";
import type { PictureProps } from "./ChartFigure";
import { clipped } from "./clipped";

const [rowHeight, foot] = [21, 20];

/** A field of weekdays and hours, each the stronger, the more was worked in it. */
export function FieldPicture({ chart: { rows, columns }, width, saying, markProps }: PictureProps) {
  const labelWidth = Math.min(width * 0.3, Math.max(...rows.map(({ label }) => label.length * 6.6)) + 10);
  const x = scaleBand(
    columns.map(({ label }) => label),
    [labelWidth, width],
  ).paddingInner(0.06);
  const most = Math.max(1, ...rows.flatMap(({ values }) => values.map((value) => value ?? 0)));
  const bottom = rows.length * rowHeight;
  const longest = Math.max(...columns.map(({ label }) => label.length)) * 6.2 + 8;
  const step = Math.max(1, Math.ceil(longest / x.step()));
  return (
    <svg width={width} height={bottom + foot} className="chart-picture" role="group" aria-label="Weekdays and hours">
      {rows.map((row, at) => (
        <g key={row.key} {...markProps(row, at)} transform={`translate(0 ${at * rowHeight})`}>
          <title>{saying(row)}</title>
          <rect className="chart-reach" width={width} height={rowHeight} />
          <text x={0} y={15} className="chart-label">
            {clipped(row.label, labelWidth - 6)}
          </text>
          {columns.map(({ label }, hour) => (
            <rect
              key={label}
              className="chart-cell"
              data-cell={hour}
              x={x(label)}
              y={1}
              width={x.bandwidth()}
              height={rowHeight - 2}
              fillOpacity={0.06 + 0.84 * ((row.values[hour] ?? 0) / most)}
            />
          ))}
        </g>
      ))}
      {columns.map(({ label }, hour) =>
        hour % step === 0 ? (
          <text key={label} x={x(label)} y={bottom + 14}>
            {label}
          </text>
        ) : null,
      )}
    </svg>
  );
}
