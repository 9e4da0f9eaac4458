import { scaleLog } from "d3-scale";
import { columnText } from "@/core/insight";
import type { PictureProps } from "./ChartFigure";
import { clipped } from "./clipped";

const [rowHeight, foot] = [27, 22];
const marks = [0.25, 0.5, 0.75, 1, 1.5, 2, 3, 4, 8];

/** Ranges between two numbers with their middle, on a scale on which half and double lie equally far from one. */
export function RangesPicture({ chart: { rows, columns }, width, saying, markProps }: PictureProps) {
  const drawnAs = (drawn: string) => columns.findIndex((column) => column.drawn === drawn);
  const [low, middle, high, said] = [drawnAs("low"), drawnAs("middle"), drawnAs("high"), drawnAs("said")];
  const all = rows.flatMap(({ values }) => [values[low]!, values[high]!]);
  const labelWidth = Math.min(width * 0.36, Math.max(72, ...rows.map(({ label }) => label.length * 6.6)) + 10);
  const x = scaleLog([Math.min(0.5, ...all), Math.max(2, ...all)], [labelWidth, width - 76]);
  const bottom = rows.length * rowHeight;
  const [from, to] = x.domain() as [number, number];
  return (
    <svg width={width} height={bottom + foot} className="chart-picture" role="group" aria-label="Ranges">
      {marks
        .filter((mark) => mark >= from && mark <= to)
        .map((mark) => (
          <g key={mark}>
            <line className={mark === 1 ? "chart-one" : "chart-tick"} x1={x(mark)} x2={x(mark)} y1={0} y2={bottom} />
            <text x={x(mark)} y={bottom + 15} textAnchor="middle">
              {mark} ×
            </text>
          </g>
        ))}
      {rows.map((row, at) => {
        const { values } = row;
        return (
          <g key={row.key} {...markProps(row, at)} transform={`translate(0 ${at * rowHeight})`}>
            <title>{saying(row)}</title>
            <rect className="chart-reach" width={width} height={rowHeight} />
            <text x={0} y={18} className="chart-label">
              {clipped(row.label, labelWidth - 10)}
            </text>
            <rect
              className="chart-range"
              x={x(values[low]!)}
              width={Math.max(2, x(values[high]!) - x(values[low]!))}
              y={9}
              height={9}
            />
            <line className="chart-middle" x1={x(values[middle]!)} x2={x(values[middle]!)} y1={5} y2={22} />
            <text x={width} y={18} textAnchor="end">
              {columnText(columns[said]!, values[said]!)} {values[said] === 1 ? "task" : "tasks"}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
