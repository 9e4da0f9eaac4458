import { atMost, bundle, quantile, row } from "./harness.mjs";

const count = 100_000;

/** Stores over a store, acts with what was called, and tabs that come together again. */
export async function branch() {
  const ours = await import(await bundle("bench/page/branch.ts", { platform: "node" }));
  const { made, inBranch, outside } = await ours.branches(count);
  const [above, below] = [quantile(inBranch, 0.5), quantile(outside, 0.5)];
  const size = await ours.logSize(1000);
  return [
    atMost("making a branch over 100,000 records, p95", quantile(made, 0.95), 1),
    row("an act in a branch over 100,000 records, peer: the same in the store below", {
      ours: above,
      peer: below,
      unit: "ms",
      ratio: above / below,
      target: "within 1.3 times",
      holds: above / below <= 1.3,
    }),
    atMost("two tabs over 100,000 records, 1,000 acts each while apart, merged", await ours.merged(count, 1000), 2000),
    row("the log with what was called, peer: with the changes alone", {
      ours: size.with / 1000,
      peer: size.without / 1000,
      unit: "kB",
      ratio: size.with / size.without,
      target: "within 1.25 times",
      holds: size.with / size.without <= 1.25,
    }),
  ];
}
