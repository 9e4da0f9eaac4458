import { bundle, longPage, quantile, row } from "./harness.mjs";

/** One edited line on a page of 2,000 lines with 400 tasks: how long until its records agree. */
export async function reconcile() {
  const { reconcileTimes } = await import(await bundle("bench/page/reconcile.ts", { platform: "node" }));
  reconcileTimes(longPage(2000, 400), 200);
  const { reconciled, acted } = reconcileTimes(longPage(2000, 400), 300);
  const ours = quantile(reconciled, 0.5);
  return [
    row("reconcile one edited line on a page of 2,000 lines with 400 tasks (core), median", {
      ours,
      unit: "ms",
      target: "2 ms",
      holds: ours <= 2,
    }),
    row("the same, p95", { ours: quantile(reconciled, 0.95), unit: "ms", target: "none set", holds: true }),
    row("the whole act of writing on that page, median", {
      ours: quantile(acted, 0.5),
      unit: "ms",
      target: "none set",
      holds: true,
    }),
  ];
}
