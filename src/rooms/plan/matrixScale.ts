import { scaleLinear } from "d3-scale";

/** Where on the matrix, as a share of its width, so many days lie: near ones apart, far ones close together. */
const marks = [
  [-4, 0],
  [0, 0.13],
  [1, 0.235],
  [2, 0.31],
  [3, 0.385],
  [5, 0.58],
  [10, 0.75],
  [21, 0.88],
  [40, 0.925],
] as const;

/** What has no date stands from here on. */
const noDateShare = 0.94;

const scale = scaleLinear()
  .domain(marks.map(([days]) => days))
  .range(marks.map(([, share]) => share))
  .clamp(true);

/** The share of the width at which so many (working) days lie; what has none lies at the right. */
export function shareOf(days: number | undefined): number {
  return days === undefined ? noDateShare + 0.005 : scale(days);
}

/** How many days lie at a share of the width; undefined where things without a date stand. */
export function daysAt(share: number): number | undefined {
  return share >= noDateShare - 0.01 ? undefined : scale.invert(share);
}

/** The marks that are written below, by working days or by days of the calendar. */
export function axisMarks(working: boolean): readonly (readonly [share: number, words: string])[] {
  return [
    [0, "late"],
    [shareOf(0), "today"],
    [shareOf(1), "1 day"],
    [shareOf(2), "2 days"],
    [shareOf(3), "3 days"],
    [shareOf(5), working ? "1 week" : "5 days"],
    [shareOf(10), working ? "2 weeks" : "10 days"],
    [shareOf(21), working ? "1 month" : "3 weeks"],
    [noDateShare, "no date"],
  ];
}
