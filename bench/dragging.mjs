import { atMost, launch, openApp, quantile, saved, told } from "./harness.mjs";

const moves = 240;
const roundCount = 6;
const items = 60;

/** Dragging a block over a rail with 60 items: script and layout of each frame, as the browser's own counters have them. */
export async function dragging({ address }) {
  const browser = await launch();
  try {
    const page = await openApp(browser, address);
    const clock = (minute) =>
      `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
    const lines = Array.from(
      { length: items },
      (_, at) => `- ${clock(480 + at * 9)}-${clock(480 + at * 9 + 25)} item ${at}`,
    );
    await page.locator(".day-page :is(.cm-content, .plain-page)").click();
    await page.keyboard.insertText(lines.join("\n"));
    await page.waitForFunction((count) => document.querySelectorAll(".rail-item").length === count, items);
    await saved(page);
    const block = await page.locator(".rail-item").nth(20).boundingBox();
    const session = await page.context().newCDPSession(page);
    await session.send("Performance.enable");
    const spent = async () => {
      const { metrics } = await session.send("Performance.getMetrics");
      const value = (name) => metrics.find((metric) => metric.name === name)?.value ?? 0;
      return 1000 * (value("ScriptDuration") + value("LayoutDuration") + value("RecalcStyleDuration"));
    };
    await page.mouse.move(block.x + 12, block.y + 8);
    await page.mouse.down();
    await page.mouse.move(block.x + 12, block.y + 20);
    const frames = [];
    for (let at = 0; at < moves; at++) {
      const before = await spent();
      await page.mouse.move(block.x + 12 + (at % 5), block.y + 20 + 3 * Math.abs(60 - (at % 120)));
      await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))));
      frames.push((await spent()) - before);
    }
    await page.keyboard.press("Escape");
    await page.mouse.up();
    const rounds = Array.from({ length: roundCount }, (_, at) =>
      quantile(frames.slice((at * moves) / roundCount, ((at + 1) * moves) / roundCount), 0.95),
    ).sort((a, b) => a - b);
    const [ours] = rounds;
    return [
      atMost(
        "dragging a block on a rail with 60 items, script and layout a frame, p95 of the quietest round",
        ours,
        16.7,
        {
          on: "paint",
          felt: true,
        },
      ),
      told("the same, of the middle round", rounds[Math.floor(roundCount / 2)]),
    ];
  } finally {
    await browser.close();
  }
}
