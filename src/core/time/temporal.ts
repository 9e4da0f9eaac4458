import type { Temporal } from "temporal-polyfill";

/**
 * The platform's Temporal, by which zones are reckoned. Most browsers have it; for the others, and for Node, the polyfill
 * is loaded first: by `needTemporal`, or where size does not matter by importing `temporal-polyfill/global`.
 */
export function temporal(): typeof Temporal | undefined {
  return (globalThis as unknown as { Temporal?: typeof Temporal }).Temporal;
}

/** The same, where a workspace is open and it has been loaded. */
export function loadedTemporal(): typeof Temporal {
  return temporal() as typeof Temporal;
}

/** Brings Temporal to a platform that has none. To be awaited before a workspace is opened. */
export async function needTemporal(): Promise<void> {
  if (!("Temporal" in globalThis)) await import("temporal-polyfill/global");
}
