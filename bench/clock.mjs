import { atMost, bundle, launch, quantile, row } from "./harness.mjs";

const minutes = 60;

/** The clock while it runs, and the work log that it writes. */
export async function clock({ address }) {
  const ours = await import(await bundle("bench/page/clock.ts", { platform: "node" }));
  const strand = ours.strand();
  const sheet = ours.sheet();
  const drift = ours.drift();
  const { perMinute, slept } = await running(address);
  return [
    atMost("the clock running for an hour on Today: work on the main thread, a minute", perMinute, 50, { on: "paint" }),
    row("drift over 90 simulated minutes in which nobody looked", {
      ours: drift,
      unit: "ms",
      target: "under 1 s",
      holds: drift < 1000,
    }),
    row("what a tab that slept for 90 minutes shows against what is so", {
      ours: slept,
      unit: "min off",
      target: "0",
      holds: slept === 0,
    }),
    atMost("a day with 200 log entries: worked strand with gaps and overlaps", strand.cold, 10),
    atMost("the same after one change, p95", quantile(strand.changed, 0.95), 1),
    atMost("a week of the timesheet over 100,000 entries, from cold", sheet.cold, 50),
    atMost("the same in a workspace that has shown a day, as every start does", sheet.opened, 50, { felt: true }),
    atMost("the same after one entry, p95", quantile(sheet.changed, 0.95), 2, { felt: true }),
  ];
}

/** The app with a clock that is moved: an hour minute by minute, then 90 minutes at once, as after a sleep. */
async function running(address) {
  const browser = await launch();
  try {
    const context = await browser.newContext({
      viewport: { width: 1280, height: 800 },
      locale: "en-GB",
      serviceWorkers: "block",
    });
    const page = await context.newPage();
    await page.addInitScript(() => localStorage.setItem("pensum-workspace", "demo"));
    await page.clock.install({ time: new Date("2026-11-24T10:07:00Z") });
    await page.goto(address);
    await page.locator("[data-tray]").first().waitFor();
    await page.locator("[data-tray]").nth(2).focus();
    await page.keyboard.press("w");
    await page.getByRole("timer").first().waitFor();
    const session = await context.newCDPSession(page);
    await session.send("Performance.enable");
    const spent = async () => {
      const { metrics } = await session.send("Performance.getMetrics");
      const value = (name) => metrics.find((metric) => metric.name === name)?.value ?? 0;
      return 1000 * (value("ScriptDuration") + value("LayoutDuration") + value("RecalcStyleDuration"));
    };
    const shown = async () => {
      const words = (await page.locator("[role=timer]").first().getAttribute("aria-label")) ?? "";
      const [, hours = 0, rest = 0] = /^(?:(\d+) h)?\s*(\d+)?/.exec(words) ?? [];
      const left = Number(hours) * 60 + Number(rest);
      return words.endsWith("over") ? -left : left;
    };
    await page.clock.runFor(2 * 60_000);
    const before = await spent();
    await page.clock.runFor(minutes * 60_000);
    const perMinute = ((await spent()) - before) / minutes;
    const at = await shown();
    await page.clock.fastForward(90 * 60_000);
    await page.waitForTimeout(500);
    return { perMinute, slept: Math.abs(at - (await shown()) - 90) };
  } finally {
    await browser.close();
  }
}
