import type { LensView } from "../../lens";
import { chartShapes, type ChartShape, type Grouping, type LensChart } from "../../model";
import type { Chart } from "../chart";
import { chartFields, groupingsIn, groupingsOf, hasTime, type LensAsking } from "./asking";
import { dotsChart } from "./dotsChart";
import { fieldChart } from "./fieldChart";
import { groupsChart } from "./groupsChart";

export { chartFields, chartTotals, shownByChart, type LensAsking } from "./asking";
export { dotAxes, dotFields } from "./dotsChart";

/** The chart that a lens begins with: how many records each group has, over time where it groups by dates. */
export function usualChart(view: LensView, groups: readonly Grouping[]): LensChart {
  const [first, second] = groupingsIn(view, groups);
  const shape: ChartShape = second ? "field" : first && hasTime(first.of, first.by) ? "columns" : "bars";
  const length = chartFields(view).find(({ name }) => name === "length");
  return length ? { shape, of: length.name, total: "sum" } : { shape };
}

/** The chart of a lens that does not say how it is drawn. */
export const barsOfCounts: LensChart = { shape: "bars" };

/** The shapes in which a chart of a view can be drawn: a field needs two groupings, and only sums have shares. */
export function shapesOf(view: LensView, { of, total = "sum" }: LensChart): readonly ChartShape[] {
  const isSum = of === undefined || total === "sum";
  const [, second] = groupingsOf(view);
  return chartShapes.filter((shape) => (shape === "field" ? second !== undefined : shape !== "shares" || isSum));
}

/** The shape in which a chart is drawn: bars where what it says does not suit it. */
export const shapeOf = (view: LensView, chart: LensChart): ChartShape =>
  shapesOf(view, chart).includes(chart.shape) ? chart.shape : "bars";

/** What a lens shows, as a chart with its sentence and its table. */
export function lensChart(asked: LensAsking): Chart {
  const asking = { ...asked, chart: { ...asked.chart, shape: shapeOf(asked.view, asked.chart) } };
  const [outer, inner] = groupingsOf(asking.view);
  const { shape } = asking.chart;
  if (shape === "dots") return dotsChart(asking);
  return shape === "field" && outer && inner ? fieldChart(asking, outer, inner) : groupsChart(asking);
}
