import { scaleLinear, scaleUtc } from "d3-scale";
import { columnText, type ChartColumn } from "@/core/insight";
import type { PictureProps } from "./ChartFigure";

const [height, foot, head] = [260, 24, 12];
const dayMs = 86_400_000;

/** A dot for each record, by two of its values; ticks, but no grid. */
export function DotsPicture({ chart: { rows, columns }, width, saying, markProps }: PictureProps) {
  const at = (drawn: ChartColumn["drawn"]) => columns.findIndex((column) => column.drawn === drawn);
  const [across, up] = [at("across"), at("up")];
  const upTicks = ticksOf(
    columns[up]!,
    rows.map(({ values }) => values[up]!),
    5,
  );
  const acrossTicks = ticksOf(
    columns[across]!,
    rows.map(({ values }) => values[across]!),
    Math.max(2, Math.floor(width / 120)),
  );
  const side = Math.max(30, ...upTicks.marks.map(({ words }) => words.length * 6.4)) + 8;
  const x = scaleLinear(acrossTicks.domain, [side + 6, width - 8]);
  const y = scaleLinear(upTicks.domain, [height - foot - 6, head]);
  return (
    <svg width={width} height={height} className="chart-picture" role="group" aria-label="Dots">
      <line className="chart-ground" x1={side} x2={width} y1={height - foot} y2={height - foot} />
      {acrossTicks.marks.map(({ value, words }) => (
        <text key={value} x={x(value)} y={height - 6} textAnchor="middle">
          {words}
        </text>
      ))}
      {upTicks.marks.map(({ value, words }) => (
        <g key={value}>
          <line className="chart-tick" x1={side} x2={width} y1={y(value)} y2={y(value)} />
          <text x={side - 8} y={y(value) + 4} textAnchor="end">
            {words}
          </text>
        </g>
      ))}
      {rows.map((row, place) => (
        <g key={row.key} {...markProps(row, place)}>
          <title>{saying(row)}</title>
          <circle className="chart-reach" cx={x(row.values[across]!)} cy={y(row.values[up]!)} r={9} />
          <circle
            className="chart-dot"
            cx={x(row.values[across]!)}
            cy={y(row.values[up]!)}
            r={3.2}
            fillOpacity={0.65}
          />
        </g>
      ))}
    </svg>
  );
}

/** From where to where values run, and round ones among them with their words. */
function ticksOf(column: ChartColumn, values: readonly number[], count: number) {
  let [least, most] = [Infinity, -Infinity];
  for (const value of values) [least, most] = [Math.min(least, value), Math.max(most, value)];
  if (column.measure !== "date") least = Math.min(0, least);
  const domain: [number, number] = least < most ? [least, most] : [least - 1, most + 1];
  const round =
    column.measure === "date"
      ? scaleUtc(
          domain.map((day) => new Date(day * dayMs)),
          [0, 1],
        )
          .ticks(count)
          .map((date) => Math.round(date.getTime() / dayMs))
      : column.measure === "minutes"
        ? scaleLinear(
            domain.map((minutes) => minutes / 60),
            [0, 1],
          )
            .ticks(count)
            .map((hours) => hours * 60)
        : scaleLinear(domain, [0, 1]).ticks(count);
  const marks = [...new Set(round)].map((value) => ({ value, words: columnText(column, value) }));
  return { domain, marks };
}
