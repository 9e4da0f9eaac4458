import { scaleLinear } from "d3-scale";
import { columnText } from "@/core/insight";
import type { PictureProps } from "./ChartFigure";
import { clipped } from "./clipped";
import { extentFromZero } from "./extentFromZero";

const [rowHeight, barHeight] = [27, 17];

/** Bars that lie, from zero on; what they are held against as a short thick rule, what was before as a thin line. */
export function BarsPicture({ chart: { rows, columns }, width, saying, markProps }: PictureProps) {
  const drawnAs = (drawn: string) => columns.findIndex((column) => column.drawn === drawn);
  const [worked, target, before] = [drawnAs("worked"), drawnAs("target"), drawnAs("before")];
  const said = columns.flatMap(({ drawn }, at) => (drawn === "said" ? [at] : []));
  const labelWidth = Math.min(width * 0.36, Math.max(72, ...rows.map(({ label }) => label.length * 6.6)) + 10);
  const wordsWidth = 118;
  const [least, most] = extentFromZero(rows, [worked, target, before]);
  const x = scaleLinear([least, most], [labelWidth, width - wordsWidth]);
  const words = (values: readonly (number | undefined)[]) =>
    [worked, ...said]
      .flatMap((at) => (values[at] === undefined ? [] : [columnText(columns[at]!, values[at])]))
      .join(", ");
  return (
    <svg width={width} height={rows.length * rowHeight} className="chart-picture" role="group" aria-label="Bars">
      {rows.map((row, at) => {
        const { values } = row;
        const y = at * rowHeight;
        const end = x(values[worked] ?? 0);
        const [goal, earlier] = [values[target], values[before]];
        return (
          <g key={row.key} {...markProps(row, at)} transform={`translate(0 ${y})`}>
            <title>{saying(row)}</title>
            <rect className="chart-reach" width={width} height={rowHeight} />
            <text x={0} y={18} className="chart-label">
              {clipped(row.label, labelWidth - 10)}
            </text>
            <rect
              className="chart-worked"
              x={Math.min(x(0), end)}
              y={5}
              width={Math.abs(end - x(0))}
              height={barHeight}
            />
            {earlier !== undefined && earlier > 0 && (
              <line className="chart-before" x1={x(earlier)} x2={x(earlier)} y1={3} y2={24} />
            )}
            {goal !== undefined && <line className="chart-target" x1={x(goal)} x2={x(goal)} y1={2} y2={25} />}
            <text x={Math.max(end, x(0), goal === undefined ? 0 : x(goal), earlier ? x(earlier) : 0) + 8} y={18}>
              {words(values)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
