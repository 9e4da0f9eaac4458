import { bundle, row } from "./harness.mjs";

const acts = 5000;

/** Whether what was done is let go of: the heap of an open workspace after many acts, over the heap before. */
export async function heap() {
  const ours = await import(await bundle("bench/page/heap.ts", { platform: "node", external: ["node:*"] }));
  const { before, after, done } = await ours.heapAfter(acts);
  const grown = (after / before - 1) * 100;
  return [
    row(
      `heap after ${done.toLocaleString("en")} acts of all kinds, each undone, over the heap before (${Math.round(before / 1e6)} MB)`,
      { ours: grown, unit: "% more", target: "within 10 %", holds: grown <= 10 },
    ),
  ];
}
