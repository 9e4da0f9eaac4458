import { gzipSync } from "node:zlib";
import { atMost, launch, openApp } from "./harness.mjs";

/**
 * The JavaScript that the first load of Today fetches, gzipped, in an empty workspace and before anything is pressed: the editor of
 * an empty page comes with the first press, or when all was quiet for some seconds.
 */
export async function firstLoad({ address }) {
  const browser = await launch();
  try {
    const bodies = [];
    const warm = await openApp(browser, address);
    const scripts = await warm.evaluate(async () => {
      await new Promise((resolve) => setTimeout(resolve, 2500));
      return performance
        .getEntriesByType("resource")
        .map((entry) => entry.name)
        .filter((name) => /\.js(\?|$)/.test(name));
    });
    for (const script of new Set(scripts))
      bodies.push(gzipSync(Buffer.from(await (await fetch(script)).arrayBuffer()), { level: 6 }).length);
    const ours = bodies.reduce((sum, size) => sum + size, 0) / 1000;
    return [
      atMost(
        "JavaScript of the first load of Today, gzipped, in an empty workspace: without the editor of pages, which comes with the first press",
        ours,
        350,
        { unit: "kB", on: null },
      ),
    ];
  } finally {
    await browser.close();
  }
}
