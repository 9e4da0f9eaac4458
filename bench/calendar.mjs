import { atMost, launch, openLargeDemo, quantile, told, traced } from "./harness.mjs";

/** The plan in the app, with a hundred thousand records behind it: opening, moving on, dragging, zooming. */
export async function calendar({ address }) {
  const browser = await launch();
  try {
    const page = await openLargeDemo(browser, `${address}/plan`);
    await page.locator(".plan-hours .rail-item").first().waitFor({ timeout: 180_000 });
    await crowd(page, address);
    const items = await page.locator(".plan-hours .rail-item").count();
    /** The time from a change of the address until it is drawn. */
    const go = (path, done) =>
      page.evaluate(
        async ([path, done]) => {
          const start = performance.now();
          history.pushState(null, "", path);
          while (!document.querySelector(done)) await new Promise((resolve) => setTimeout(resolve, 1));
          await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 0)));
          return performance.now() - start;
        },
        [path, done],
      );
    const quietest = async (paths, rounds = 4) => {
      const times = [];
      for (let round = 0; round < rounds; round++) for (const [path, done] of paths) times.push(await go(path, done));
      return Math.min(...times);
    };
    const week = await quietest([
      ["/plan/calendar/7/2026-11-10", '[data-column="2026-11-10"]'],
      ["/plan/calendar/7/2026-11-17", '[data-column="2026-11-17"]'],
    ]);
    const opened = [];
    for (let round = 0; round < 4; round++) {
      await go("/gather", 'section[aria-label="Inbox"]');
      opened.push(await go("/plan/calendar/7/2026-11-17", '[data-column="2026-11-17"]'));
    }
    const month = await quietest([
      ["/plan/calendar/month/2026-10-15", '[data-month-day="2026-10-15"]'],
      ["/plan/calendar/month/2026-08-15", '[data-month-day="2026-08-15"]'],
    ]);
    await go("/gather", 'section[aria-label="Inbox"]');
    const year = await quietest([
      ["/plan/calendar/year/2025-06-01", 'section[aria-label="June 2025"]'],
      ["/plan/calendar/year/2026-06-01", 'section[aria-label="June 2026"]'],
    ]);
    await go("/plan/calendar/7/2026-11-17", '[data-column="2026-11-17"]');
    await page.waitForTimeout(400);
    const box = await page.locator('[data-column="2026-11-17"] .rail-item').nth(20).boundingBox();
    const dragged = await frames(page, async () => {
      await page.mouse.move(box.x + 30, box.y + 10);
      await page.mouse.down();
      for (let step = 0; step < 60; step++) await page.mouse.move(box.x + 30 + step * 4, box.y + 10 - step * 3);
      await page.keyboard.press("Escape");
      await page.mouse.up();
    });
    const acted = [];
    for (let round = 0; round < actRounds; round++) acted.push(quantile(await acts(page), 0.95));
    acted.sort((a, b) => a - b);
    const bars = await manyBars(page, address);
    await page.mouse.move(760, 300);
    const zoomed = await frames(
      page,
      async () => {
        await page.keyboard.down("Control");
        for (let step = 0; step < 24; step++) await page.mouse.wheel(0, step < 12 ? 60 : -60);
        await page.keyboard.up("Control");
        for (let step = 0; step < 24; step++) await page.mouse.wheel(40, 0);
      },
      "script",
    );
    const timed = (question, ours, limit) => atMost(question, ours, limit, { on: "paint", felt: true });
    return [
      timed(`a week with ${items} items, 100,000 records behind it: open, quietest of four`, Math.min(...opened), 100),
      timed("move on by a week, quietest", week, 50),
      timed("script and layout of a frame while dragging over it, p95", quantile(dragged, 0.95), 12),
      timed(
        "one act on that week, a move by a key, work on the main thread until painted, p95 of the quietest round",
        acted[0],
        16.7,
      ),
      told("the same, of the middle round", acted[actRounds >> 1]),
      timed("a month, quietest", month, 150),
      timed("a year, quietest", year, 250),
      timed(`script of a frame while zooming and moving a timeline of ${bars} bars, p95`, quantile(zoomed, 0.95), 12),
    ];
  } finally {
    await browser.close();
  }
}

/** The same code gave 15 and 50 ms within minutes on a shared machine, so the rounds are told apart. */
const actRounds = 5;

const crowdedWeek = "2026-11-16";

/** Brings events in from a calendar file: each with its number, the day and the minute it begins at. */
async function bringIn(page, address, name, count, when) {
  const pad = (value) => String(value).padStart(2, "0");
  const events = Array.from({ length: count }, (_, at) => {
    const [day, minute] = when(at);
    const stamp = `${day.replaceAll("-", "")}T${pad(Math.floor(minute / 60))}${pad(minute % 60)}00`;
    return `BEGIN:VEVENT\r\nUID:${name}${at}\r\nSUMMARY:Item ${at}\r\nDTSTART:${stamp}\r\nDURATION:PT45M\r\nEND:VEVENT`;
  });
  const file = `BEGIN:VCALENDAR\r\n${events.join("\r\n")}\r\nEND:VCALENDAR\r\n`;
  await page.goto(`${address}/settings`);
  await page
    .getByLabel("Calendar file")
    .setInputFiles({ name: `${name}.ics`, mimeType: "text/calendar", buffer: Buffer.from(file) });
  await page.getByRole("dialog").getByRole("button", { name: "Import", exact: true }).click({ timeout: 120_000 });
  await page.waitForTimeout(2500);
}

/** Opens the timeline with 5,000 events more on it, all in one row; gives how many bars it has. */
async function manyBars(page, address) {
  const first = Date.parse("2026-10-20");
  await bringIn(page, address, "bars", 5000, (at) => [
    new Date(first + (at % 80) * 86_400_000).toISOString().slice(0, 10),
    (at * 37) % 1380,
  ]);
  await page.evaluate(() => localStorage.setItem("pensum-plan", JSON.stringify({ rowsBy: "none" })));
  await page.goto(`${address}/plan/timeline/2026-11-24`);
  const canvas = page.getByRole("application");
  await canvas.waitFor({ timeout: 120_000 });
  await page.waitForTimeout(4000);
  return Number(/(\d+) bars/.exec((await canvas.getAttribute("aria-label")) ?? "")?.[1]);
}

/** Brings 380 events more into one week, as a calendar file. */
async function crowd(page, address) {
  await bringIn(page, address, "crowd", 380, (at) => [`2026-11-${16 + (at % 5)}`, 480 + ((at * 35) % 600)]);
  await page.goto(`${address}/plan/calendar/7/${crowdedWeek}`);
  await page.locator(".plan-hours .rail-item").nth(300).waitFor({ timeout: 120_000 });
  await page.waitForTimeout(1500);
}

/** The work on the main thread for each of many acts: an item that is moved down and up by keys. */
async function acts(page) {
  await page.locator('[data-column="2026-11-17"] .rail-item').nth(20).focus();
  const times = [];
  for (let at = 0; at < 24; at++) {
    const work = await traced(page, async () => {
      await page.keyboard.press(at % 2 ? "ArrowUp" : "ArrowDown");
      await page.waitForTimeout(120);
    });
    // From the key to the end of the first frame behind it; what lies within another of these is counted with it.
    const key = work.find(({ name, args }) => name === "EventDispatch" && args?.data?.type === "keydown");
    const painted = work.find(({ name, ts }) => name === "ProxyMain::BeginMainFrame" && key && ts >= key.ts + key.dur);
    if (!key || !painted) continue;
    const own = work.filter(
      ({ name, ts, tid }) =>
        /^(EventDispatch|RunMicrotasks|FunctionCall|ProxyMain::BeginMainFrame)$/.test(name) &&
        tid === key.tid &&
        ts >= key.ts &&
        ts <= painted.ts,
    );
    const outermost = own.filter(
      (one) => !own.some((other) => other !== one && other.ts <= one.ts && other.ts + other.dur >= one.ts + one.dur),
    );
    // The first few make what is kept from then on.
    if (at >= 4) times.push(outermost.reduce((sum, { dur }) => sum + dur / 1000, 0));
  }
  return times;
}

/** How long the main thread works for each frame while something is done, all of it or its script: no waiting for the next. */
async function frames(page, act, what = "all") {
  const events = await traced(page, act);
  const whole = events.filter(({ name }) => name === "ProxyMain::BeginMainFrame");
  const times =
    what === "all"
      ? whole.map(({ dur }) => dur / 1000)
      : whole.map(
          ({ ts, dur }) =>
            events
              .filter((one) => one.name === "FireAnimationFrame" && one.ts >= ts && one.ts + one.dur <= ts + dur)
              .reduce((sum, one) => sum + one.dur, 0) / 1000,
        );
  return times.length > 0 ? times : [0];
}
