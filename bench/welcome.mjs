import { atMost, bundle, freshPage, launch, quantile } from "./harness.mjs";

const switches = 40;
const visits = 9;

/** What a stranger feels first: a typed line that is understood, rooms on a phone, a visit without a network. */
export async function welcome({ address }) {
  const { understandTimes } = await import(await bundle("bench/page/understand.ts", { platform: "node" }));
  understandTimes(2);
  const understood = quantile(understandTimes(5), 0.95);
  const [rooms, offline] = [await roomSwitches(address), await offlineVisits(address)];
  return [
    atMost("understanding a typed line, over the lines of its tests (core), p95", understood, 2),
    atMost("a room opened from the bar of a phone, from the press to the paint, p95", rooms, 100, {
      on: "paint",
      felt: true,
    }),
    atMost("a second visit without a network, until Today answers, 1,000 records, median of 9", offline, 500, {
      on: "paint",
    }),
  ];
}

/** Milliseconds from the press on a room in the bar at the foot until its heading is painted. */
async function roomSwitches(address) {
  const browser = await launch();
  try {
    const page = await freshPage(browser, "demo", undefined, { viewport: { width: 390, height: 780 }, hasTouch: true });
    await page.goto(address);
    await page.locator(".day-page").waitFor();
    const bar = page.getByRole("navigation", { name: "Rooms" });
    const press = async (name, sign) => {
      const link = bar.getByRole("link", { name });
      await link.evaluate((element, selector) => {
        globalThis.benchSwitch = new Promise((resolve) => {
          element.addEventListener(
            "click",
            (event) => {
              const from = event.timeStamp;
              const look = () => {
                if (!document.querySelector(selector)) return requestAnimationFrame(look);
                const channel = new MessageChannel();
                channel.port1.onmessage = () => resolve(performance.now() - from);
                channel.port2.postMessage(0);
              };
              requestAnimationFrame(look);
            },
            { once: true },
          );
        });
      }, sign);
      await link.tap();
      return page.evaluate(() => globalThis.benchSwitch);
    };
    const times = [];
    for (let at = 0; at < switches; at++) {
      times.push(await press("Plan", ".plan-head"));
      await page.waitForTimeout(150);
      times.push(await press("Today", ".day-page"));
      await page.waitForTimeout(150);
    }
    // The first of each fetches its code.
    return quantile(times.slice(4), 0.95);
  } finally {
    await browser.close();
  }
}

/** Milliseconds from the beginning of a visit until the page of the day and what is not placed stand there. */
async function offlineVisits(address) {
  const browser = await launch();
  try {
    const page = await freshPage(browser, "demo", 1000, { serviceWorkers: "allow" });
    await page.goto(address);
    await page.locator("[data-tray]").first().waitFor();
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
      while (!navigator.serviceWorker.controller) await new Promise((resolve) => setTimeout(resolve, 50));
    });
    await page.waitForTimeout(1500);
    await page.context().setOffline(true);
    await page.addInitScript(() => {
      const look = () => {
        if (
          !document.querySelector("[data-tray]") ||
          !document.querySelector(".day-page :is(.cm-content, .plain-page)")
        )
          return requestAnimationFrame(look);
        globalThis.benchAnswered ??= performance.now();
      };
      requestAnimationFrame(look);
    });
    const times = [];
    for (let at = 0; at < visits; at++) {
      await page.goto(address);
      await page.waitForFunction(() => globalThis.benchAnswered !== undefined);
      times.push(await page.evaluate(() => globalThis.benchAnswered));
      await page.waitForTimeout(500);
    }
    return quantile(times, 0.5);
  } finally {
    await browser.close();
  }
}
