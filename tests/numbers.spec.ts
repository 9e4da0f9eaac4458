import "temporal-polyfill/global";
import { expect, test, type Locator, type Page } from "@playwright/test";
import { defaultSettings, isUnfinished, type PensumRecord, type Settings, type Task } from "../src/core/model";
import {
  dueTasks,
  FreeAhead,
  leftOver,
  loadOf,
  freeOn,
  shortages,
  tray,
  unplacedTasks,
  workedOn,
} from "../src/core/plan";
import type { Store } from "../src/core/store";
import { addDays, dateText, durationText, minuteOf, standingClock, type DateText } from "../src/core/time";
import { openStore } from "../src/core/workspace";
import { now, open, ready, storedRecords, today } from "./helpers";

const zone = "Europe/Berlin";
const style = { locale: "en-GB", hour12: false };

/** "1 h 30", "45 min", "8 h" and "0" as minutes. */
function minutesIn(words: string): number {
  const [, hours = "0", rest = "0"] = /^(?:(\d+) h)?\s*(?:(\d+)(?: min)?)?$/.exec(words.trim()) ?? [];
  return Number(hours) * 60 + Number(rest);
}

/** What is planned and what a day can take, as a screen says it: "6 h 15 of 8 h", "45 min", "free". */
function loadIn(words: string): [planned: number, capacity: number] {
  const [, planned = "0", capacity = "0"] =
    /(?:^|, )((?:\d+ h)?(?: ?\d+)?(?: min)?|0)(?: of ((?:\d+ h)?(?: ?\d+)?(?: min)?))?(?: planned)?(?:\. Opens its page)?$/.exec(
      words,
    ) ?? [];
  return [minutesIn(planned), minutesIn(capacity)];
}

/** The names that something has on the screen, by the day that each begins with. */
async function namesByDay(locator: Locator): Promise<Map<DateText, string>> {
  const names = await locator.evaluateAll((all) => all.map((one) => one.getAttribute("aria-label") ?? ""));
  const days = Array.from({ length: 900 }, (_, at) => addDays("2025-06-01", at));
  const byWords = new Map(days.map((day) => [dateText(day, "full", style), day]));
  return new Map(
    names.flatMap((name) => {
      const day = byWords.get(/^[^,.]+/.exec(name)?.[0] ?? "");
      return day ? [[day, name.replace(/, today/, "")] as const] : [];
    }),
  );
}

/** Holds every load on a screen against core. */
async function expectLoads(store: Store, locator: Locator, least: number, withCapacity = true): Promise<void> {
  const shown = await namesByDay(locator);
  expect(shown.size).toBeGreaterThanOrEqual(least);
  for (const [day, name] of shown) {
    const { plannedMinutes, capacityMinutes } = loadOf(store, day);
    const [planned, capacity] = loadIn(name);
    expect([day, planned, withCapacity ? capacity : undefined]).toEqual([
      day,
      plannedMinutes,
      withCapacity ? capacityMinutes : undefined,
    ]);
  }
}

const settingsIn = (store: Store): Settings => store.find("settings", "settings") ?? defaultSettings;

const first = async (locator: Locator) => ((await locator.first().textContent()) ?? "").trim();

async function goTo(page: Page, path: string) {
  await page.evaluate((to) => history.pushState(null, "", to), path);
}

test("every number on the screens is what core says", async ({ page }) => {
  await open(page, { workspace: "demo" });
  await page.locator(".rail-item").first().waitFor();
  const { store } = await openStoreOf(page);
  await page.goto("/");
  await ready(page);
  await page.locator(".rail-item").first().waitFor();

  // Today: the days at the side, the head of the hours, what waits, what was left over, what is in the inbox.
  await expectLoads(store, page.getByRole("navigation", { name: "Days" }).locator("[aria-label]"), 7);
  const load = loadOf(store, today);
  const head = await first(page.getByRole("region", { name: "Hours" }).locator("h2 span"));
  expect(minutesIn(/^(.*?)(?: of .*| planned)(?:, .* worked)?$/.exec(head)?.[1] ?? "")).toBe(load.plannedMinutes);
  const worked = workedOn(store, today, now);
  expect(worked.workedMinutes).toBeGreaterThan(0);
  expect(minutesIn(/, (.*) worked$/.exec(head)?.[1] ?? "")).toBe(worked.workedMinutes);
  const log = page.getByRole("region", { name: "Log" });
  await expect(log.getByRole("heading")).toHaveText(`Log${durationText(worked.workedMinutes)} worked`);
  await expect(log.locator("[data-worked]")).toHaveCount(worked.entries.length);
  // Where the load comes from: its parts add up to it.
  await page
    .getByRole("region", { name: "Hours" })
    .getByRole("button", { name: / planned$| of / })
    .click();
  const card = page.getByRole("dialog", { name: "Where this comes from" });
  await card.locator("dd").first().waitFor();
  const parts = await card.locator("dd").allTextContents();
  const whole = parts.map(minutesIn).slice(0, -1);
  expect(whole.pop()).toBe(load.plannedMinutes);
  expect(whole.reduce((sum, minutes) => sum + minutes, 0)).toBe(load.plannedMinutes);
  await page.keyboard.press("Escape");
  const free = await first(page.getByRole("region", { name: "Hours" }).getByRole("button", { name: / free$/ }));
  const room = freeOn(store, today, minuteOf(now));
  expect(free === "no free time" ? 0 : minutesIn(free.replace(" free", ""))).toBe(room);
  const waits = tray(store, today);
  const side = page.getByRole("complementary", { name: "Not placed" });
  expect(await first(side.locator("h2 span").nth(1))).toBe(`${waits.length} tasks`);
  await expect(side.locator("[data-tray]")).toHaveCount(Math.min(40, waits.length));
  const over = leftOver(store, today).length;
  expect(over).toBeGreaterThan(0);
  await expect(page.getByRole("region", { name: "Left over" })).toContainText(`${over} tasks left over`);
  const inbox = store.list("unclarified", "all").length;
  await expect(page.getByRole("link", { name: "Gather" })).toHaveText(inbox > 0 ? `Gather${inbox}` : "Gather");

  // The plan: a week, a month and a year of loads, and what does not fit.
  await goTo(page, "/plan/calendar/7/2026-11-24");
  await page.locator('[data-column="2026-11-24"]').waitFor();
  await expectLoads(store, page.locator('.plan-hours a[aria-label*="Opens its page"]'), 7);
  const short = shortages(dueTasks(store), new FreeAhead(store), now);
  const notFitting = page.getByRole("region", { name: "Work that does not fit" });
  if (short.length === 0) await expect(notFitting).toHaveCount(0);
  else {
    const { workMinutes, freeMinutes } = short[0]!;
    const words = (await notFitting.locator("p").first().textContent()) ?? "";
    const [, work = "", left = ""] = /^(.+?) is due by .*?, and (.+?) is free/.exec(words) ?? [];
    expect([words, minutesIn(work), minutesIn(left)]).toEqual([words, workMinutes, freeMinutes]);
  }
  const unplaced = unplacedTasks(store, addDays(today, 7));
  const inTray = page.getByRole("complementary", { name: "Not placed" });
  await expect(inTray.locator("[data-tray]")).toHaveCount(unplaced.length);
  const heaps = await inTray.locator("section[aria-label] h2 span:last-child").allTextContents();
  const restMinutes = unplaced.reduce((sum, one) => sum + one.restMinutes, 0);
  expect(heaps.reduce((sum, words) => sum + minutesIn(words), 0)).toBe(restMinutes);
  const ahead = new FreeAhead(store).between(now, "2026-11-30T00:00");
  const words = (await inTray.getByText(/of free working time until/).textContent()) ?? "";
  expect(minutesIn(words.split(" of free working time")[0] ?? "")).toBe(ahead);
  await goTo(page, "/plan/calendar/month/2026-11-24");
  await page.locator('[data-month-day="2026-11-24"]').waitFor();
  await expectLoads(store, page.locator("[data-month-day]"), 28, false);
  await goTo(page, "/plan/calendar/year/2026-06-01");
  await page.getByRole("region", { name: "June 2026" }).waitFor();
  await expectLoads(store, page.locator('section[aria-label$="2026"] [aria-label]'), 300);

  // Registers: what the side counts is what the lens of all counts, in its rows and at its foot.
  await goTo(page, "/registers/tasks/all");
  await page.locator(".table-row").first().waitFor();
  const tasks = store.list("kind", "task") as readonly Task[];
  const openTasks = tasks.filter(({ state }) => isUnfinished(state)).length;
  const link = page.getByRole("link", { name: /^Tasks/ });
  await expect(link).toHaveText(`Tasks${openTasks.toLocaleString("en-GB")}`);
  await expect(page.getByRole("grid")).toHaveAttribute("aria-rowcount", String(openTasks));
  await expect(page.locator(".table-foot")).toContainText(`${openTasks.toLocaleString("en-GB")} tasks`);
});

test("loads that count with learnt lengths are the same on every screen, and what core says", async ({ page }) => {
  await open(page, { workspace: "demo" });
  await page.locator(".rail-item").first().waitFor();
  const typed = await openStoreOf(page);
  await page.getByRole("link", { name: "Settings" }).click();
  await page.getByRole("radio", { name: "the length such work usually takes you" }).click();
  const { store, settings } = await openStoreOf(page);
  expect(settings.countLearnt).toBe(true);
  const days = Array.from({ length: 7 }, (_, at) => addDays("2026-11-23", at));
  const planned = (of: typeof typed) => days.map((day) => loadOf(of.store, day).plannedMinutes);
  // What such work takes is more than what was typed: otherwise nothing would be shown here.
  expect(planned({ store, settings })).not.toEqual(planned(typed));
  await goTo(page, "/plan/calendar/7/2026-11-24");
  await page.locator('[data-column="2026-11-24"]').waitFor();
  await expectLoads(store, page.locator('.plan-hours a[aria-label*="Opens its page"]'), 7);
  await expectLoads(store, page.getByRole("navigation", { name: "Days" }).locator("[aria-label]"), 7);
  await goTo(page, "/plan/calendar/month/2026-11-24");
  await page.locator('[data-month-day="2026-11-24"]').waitFor();
  await expectLoads(store, page.locator("[data-month-day]"), 28, false);
});

/** What core makes of all that is stored of the demo. */
async function openStoreOf(page: Page) {
  const records = (await storedRecords(page, "demo")) as unknown as PensumRecord[];
  const { store } = await openStore(new Map(records.map((one) => [one.id, one])), standingClock(now, zone));
  return { store, settings: settingsIn(store) };
}
