import { atMost, bundle, inPage, quantile } from "./harness.mjs";

const [records, entries] = [100_000, 200_000];

/** Earlier moments from the log, and forecasts. */
export async function past() {
  const { forecasts } = await import(await bundle("bench/page/forecast.ts", { platform: "node" }));
  const runs = forecasts();
  const rows = [atMost("forecasts of 200 goals, 10,000 runs each, in a worker of its own", quantile(runs, 0.5), 300)];
  const measured = await inPage("bench/page/past.ts", async (page) => {
    page.setDefaultTimeout(600_000);
    await page.evaluate(([all, log]) => globalThis.benchStorage.fill(all, log), [records, entries]);
    await page.reload();
    await page.waitForFunction(() => "benchStorage" in globalThis);
    await page.evaluate(() => globalThis.benchStorage.open());
    const weeks = [];
    for (let at = 0; at < 5; at++) weeks.push(await page.evaluate(() => globalThis.benchStorage.week()));
    return { week: quantile(weeks, 0.5), year: await page.evaluate(() => globalThis.benchStorage.year()) };
  });
  return [
    ...rows,
    atMost("a week as it stood on Monday, from a log of 200,000 entries over a year", measured.week, 150),
    atMost(
      `the workspace as it was a year ago, 100,000 records, 200,000 entries (told ${measured.year.told} times how far it was)`,
      measured.year.took,
      3000,
    ),
    atMost("the longest that the page was held up meanwhile", measured.year.longest, 100),
  ];
}
