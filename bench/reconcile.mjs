import { atMost, bundle, longPage, quantile, told } from "./harness.mjs";

/** One edited line on a page of 2,000 lines with 400 tasks: how long until its records agree. */
export async function reconcile() {
  const { reconcileTimes } = await import(await bundle("bench/page/reconcile.ts", { platform: "node" }));
  reconcileTimes(longPage(2000, 400), 200);
  const { reconciled, acted } = reconcileTimes(longPage(2000, 400), 300);
  const ours = quantile(reconciled, 0.5);
  return [
    atMost("reconcile one edited line on a page of 2,000 lines with 400 tasks (core), median", ours, 2),
    told("the same, p95", quantile(reconciled, 0.95)),
    told("the whole act of writing on that page, median", quantile(acted, 0.5)),
  ];
}
