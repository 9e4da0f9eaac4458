import { bundle, inPage, quantile, row } from "./harness.mjs";

const [records, entries] = [100_000, 200_000];

/** Earlier moments from the log, and forecasts. */
export async function past() {
  const { forecasts } = await import(await bundle("bench/page/forecast.ts", { platform: "node" }));
  const runs = forecasts();
  const rows = [
    row("forecasts of 200 goals, 10,000 runs each, in a worker of its own", {
      ours: quantile(runs, 0.5),
      unit: "ms",
      target: "300 ms",
      holds: quantile(runs, 0.5) <= 300,
    }),
  ];
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
    row("a week as it stood on Monday, from a log of 200,000 entries over a year", {
      ours: measured.week,
      unit: "ms",
      target: "150 ms",
      holds: measured.week <= 150,
    }),
    row(
      `the workspace as it was a year ago, 100,000 records, 200,000 entries (told ${measured.year.told} times how far it was)`,
      { ours: measured.year.took, unit: "ms", target: "3000 ms", holds: measured.year.took <= 3000 },
    ),
    row("the longest that the page was held up meanwhile", {
      ours: measured.year.longest,
      unit: "ms",
      target: "100 ms",
      holds: measured.year.longest <= 100,
    }),
  ];
}
