import { atMost, bundle, quantile } from "./harness.mjs";

const count = 50_000;

/** Searching while typing over 50,000 pages. */
export async function search() {
  const ours = await import(await bundle("bench/page/search.ts", { platform: "node" }));
  const documents = ours.pages(count);
  const { index, milliseconds } = ours.build(documents);
  ours.typing(index, documents, 100);
  const p95 = quantile(ours.typing(index, documents, 400), 0.95);
  return [
    atMost(
      `search while typing over 50,000 pages, p95; the index took ${(milliseconds / 1000).toFixed(1)} s in its worker`,
      p95,
      16,
    ),
  ];
}
