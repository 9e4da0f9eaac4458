import AxeBuilder from "@axe-core/playwright";
import { expect, test, type BrowserContext, type Page } from "@playwright/test";
import { open, ready, saved } from "./helpers";

const views: readonly (readonly [string, string, ((page: Page) => Promise<void>)?])[] = [
  ["today", "/"],
  ["an empty day", "/day/2027-03-02"],
  ["settings", "/settings"],
  ["a register as a table", "/registers/tasks"],
  [
    "a register as a board",
    "/registers/tasks",
    async (page) => {
      await page.getByRole("link", { name: "The week as a board" }).click();
      await page.locator("[data-card]").first().waitFor();
    },
  ],
  [
    "a field being made",
    "/registers/goals",
    async (page) => {
      await page.getByRole("button", { name: "Add a field" }).click();
      await page.getByRole("combobox", { name: "Type" }).selectOption("formula");
    },
  ],
  ["the inbox", "/gather"],
  ["the goals", "/goals"],
  ["the reviews", "/back/reviews"],
  ["a week as it stood", "/back/stood"],
  [
    "a review of the week",
    "/back/reviews",
    async (page) => {
      await page.getByRole("button", { name: "Begin The week" }).click();
      await page.getByRole("button", { name: "Projects" }).click();
      await page.getByRole("button", { name: "Looked at" }).waitFor();
    },
  ],
  [
    "what was asked of the past, one of it as a table",
    "/back",
    async (page) => {
      await page.getByRole("button", { name: "Table" }).first().click();
      await page.getByRole("table").first().waitFor();
    },
  ],
  ["a week of the plan", "/plan"],
  ["a month of the plan", "/plan/calendar/month"],
  ["a year of the plan", "/plan/calendar/year"],
  ["the days to come as a list", "/plan/calendar/agenda"],
  ["the timeline", "/plan/timeline"],
  ["the matrix", "/plan/matrix"],
  [
    "a lens as a matrix",
    "/registers/tasks",
    async (page) => {
      await page.getByRole("link", { name: "Priority against due" }).click();
      await page.locator("[data-card]").first().waitFor();
    },
  ],
  [
    "a lens as a chart of dots",
    "/registers/tasks/all",
    async (page) => {
      await page.getByRole("button", { name: /^Shown as/ }).click();
      await page.getByRole("dialog").getByRole("button", { name: "Chart" }).click();
      await page.getByRole("button", { name: /^Drawn as/ }).click();
      await page.getByRole("dialog").getByRole("button", { name: "a dot for each" }).click();
      await page.locator("[data-mark]").first().waitFor();
    },
  ],
  [
    "the workspace as it was, and where a number comes from",
    "/back/stood",
    async (page) => {
      await page.getByRole("button", { name: "Look at everything as it was then" }).click();
      await page.getByRole("button", { name: "Back to the present" }).waitFor();
      await page.getByRole("button", { name: / planned$/ }).click();
      await page.getByRole("dialog", { name: "Where this comes from" }).waitFor();
    },
  ],
  [
    "a lens as a timeline",
    "/registers/goals",
    async (page) => {
      await page.getByRole("link", { name: "Goals over the year" }).click();
      await page.getByRole("application").waitFor();
    },
  ],
  [
    "a time box, and what is shown on the plan",
    "/plan",
    async (page) => {
      await page.locator(".plan-hours .rail-item", { hasText: "Renew the sensor" }).click();
      await page.getByRole("region", { name: "Tasks in this box" }).waitFor();
      await page.getByRole("button", { name: /^Items/ }).click();
      await page.getByRole("combobox", { name: "Add a time zone" }).waitFor();
    },
  ],
  [
    "an open record and what was left over",
    "/",
    async (page) => {
      await page.getByRole("button", { name: /left over/ }).click();
      await page.locator("[data-tray]").first().click();
      await page.getByRole("complementary", { name: "Record" }).waitFor();
    },
  ],
  [
    "a line being added",
    "/",
    async (page) => {
      await page.keyboard.press("n");
      await page.keyboard.type("letter 1 h due 2 Dec vital #reporting");
      await page.getByRole("list", { name: "Recognised" }).waitFor();
    },
  ],
];

test.describe("with the demo's data", () => {
  let context: BrowserContext;
  let page: Page;
  // The demo is made once: making it again for each view took longer than looking at the view.
  test.beforeAll(async ({ browser }) => {
    context = await browser.newContext({ reducedMotion: "reduce", colorScheme: "light" });
    page = await context.newPage();
    await open(page, { workspace: "demo" });
    await saved(page);
  });
  test.afterAll(() => context.close());

  for (const [name, path, act] of views)
    test(`axe finds nothing serious in ${name}, light and dark`, async () => {
      await page.emulateMedia({ colorScheme: "light", reducedMotion: "reduce" });
      await page.goto(path);
      await ready(page);
      await act?.(page);
      expect(await seriousIn(page)).toEqual([]);
      await page.emulateMedia({ colorScheme: "dark", reducedMotion: "reduce" });
      expect(await seriousIn(page, ["color-contrast"])).toEqual([]);
    });
});

/** What axe finds serious in what the page shows; by the given rules only where only those can find something else. */
async function seriousIn(page: Page, rules?: string[]): Promise<string[]> {
  // No frames are looked into: gathering what they found would open a page of its own each time.
  const axe = new AxeBuilder({ page }).setLegacyMode();
  if (rules) axe.withRules(rules);
  else axe.withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]);
  const { violations } = await axe.analyze();
  return violations
    .filter(({ impact }) => impact === "serious" || impact === "critical")
    .map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .slice(0, 3)
          .map((node) => node.html.slice(0, 160))
          .join(" | ")}`,
    );
}

test("at phone width nothing runs over the side, and every part of the day can be reached", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 780 });
  await open(page, { workspace: "demo" });
  for (const tab of ["Hours", "Not placed", "Page"]) {
    await page.getByRole("tab", { name: tab }).click();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  }
  for (const path of ["/plan", "/plan/calendar/month", "/plan/calendar/agenda", "/plan/matrix"]) {
    await page.goto(path);
    await expect(page.locator(".plan-head")).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  }
  // The matrix is a list there, which takes the whole width, and has no tray to be switched to.
  const list = page.locator(".plan-main ul li button").first();
  await page.goto("/plan/matrix");
  expect((await list.boundingBox())!.width).toBeGreaterThan(300);
  await expect(page.getByRole("tab", { name: "Not placed" })).toHaveCount(0);
  await page.goto("/");
  await page.getByRole("tab", { name: "Not placed" }).click();
  await page.locator("[data-tray]").first().click();
  await expect(page.getByRole("complementary", { name: "Record" })).toBeInViewport();
});

/** What is pressed on a screen and cannot be met by a thumb, as high as 40 pixels, with what reaches beyond it. */
function tooSmall(page: Page): Promise<string[]> {
  return page.evaluate(() =>
    [...document.querySelectorAll("main button, main a[href], main select, main input:not([type=checkbox])")].flatMap(
      (part) => {
        // A line of a page is a text as any other, and hours are as high as they are long.
        if (part.closest(".cm-editor, .rail, .sr-only") || part.checkVisibility() === false) return [];
        const reach = getComputedStyle(part, "::after");
        const beyond = reach.position === "absolute" ? Number.parseFloat(reach.height) || 0 : 0;
        const { width, height } = part.getBoundingClientRect();
        if (width < 2 || Math.max(height, beyond) >= 40) return [];
        return `${part.getAttribute("aria-label") ?? part.textContent}: ${Math.round(height)}`;
      },
    ),
  );
}

test("on a phone what is pressed is as high as a thumb", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 780 });
  await open(page, { workspace: "demo" });
  for (const path of ["/gather", "/notes", "/back/reviews", "/help", "/goals", "/settings", "/"]) {
    await page.goto(path);
    await expect(page.locator("main h1").first()).toBeAttached();
    expect(await tooSmall(page), path).toEqual([]);
  }
  // The notes are a list there, or one of them, with the way back.
  await page.goto("/notes");
  await page.getByRole("link", { name: "Drone licence" }).click();
  await expect(page.getByRole("navigation", { name: "Notes" })).toBeHidden();
  await page.getByRole("link", { name: "All notes" }).click();
  await expect(page.getByRole("link", { name: "Drone licence" })).toBeVisible();
});

const rooms = [
  ...["/", "/plan", "/plan/calendar/month", "/plan/calendar/year", "/plan/calendar/agenda", "/plan/matrix"],
  ...["/plan/timeline", "/goals", "/back", "/back/reviews", "/gather", "/notes", "/registers/tasks", "/settings"],
  ...["/help", "/start"],
] as const;

test("text of twice the size runs over no side, and nothing moves for those who asked for that, in any room", async ({
  page,
}) => {
  // A window of 1280 pixels at 200 % is as wide as one of 640.
  await page.setViewportSize({ width: 640, height: 400 });
  await page.emulateMedia({ reducedMotion: "reduce" });
  await open(page, { workspace: "demo" });
  for (const path of rooms) {
    await page.goto(path);
    await expect(page.locator("h1").first()).toBeAttached();
    const { width, moves } = await page.evaluate(() => ({
      width: document.documentElement.scrollWidth,
      moves: [...document.querySelectorAll("*")]
        .map((element) => getComputedStyle(element))
        .some(({ animationName, transitionDuration }) => animationName !== "none" || !/^0s/.test(transitionDuration)),
    }));
    expect([path, width, moves]).toEqual([path, 640, false]);
  }
});

test("with the colours of the system, where one is and what is done is told by more than a fill", async ({ page }) => {
  await page.emulateMedia({ forcedColors: "active" });
  await open(page, { workspace: "demo" });
  const here = page.getByRole("link", { name: "Today", exact: true });
  await expect(here).toHaveCSS("text-decoration-line", "underline");
  const edge = (words: string) =>
    page
      .locator(".rail-item", { hasText: words })
      .evaluate((element) => [getComputedStyle(element).borderLeftStyle, getComputedStyle(element).borderTopWidth]);
  expect(await edge("Level the staff gauge")).toEqual(["double", "1px"]);
  expect(await edge("Lunch and a walk")).toEqual(["solid", "1px"]);
  const bar = page.locator(".load-bar > span").first();
  expect(await bar.evaluate((element) => getComputedStyle(element).forcedColorAdjust)).toBe("none");
});

test("the focus goes where a hand would go on, and comes back", async ({ page }) => {
  await open(page, { workspace: "demo" });
  const row = page.locator("[data-tray]", { hasText: "Sharpen the loppers" });
  await row.focus();
  await page.keyboard.press("Enter");
  const sheet = page.getByRole("complementary", { name: "Record" });
  await expect(sheet.getByRole("heading", { name: "Task", exact: true })).toBeFocused();
  await page.keyboard.press("Tab");
  await expect(sheet.getByRole("button", { name: "Close the record" })).toBeFocused();
  await page.keyboard.press("Tab");
  await expect(sheet.getByRole("textbox", { name: "Title" })).toBeFocused();
  await page.keyboard.press("Tab");
  await expect(sheet.getByRole("checkbox", { name: "Done" })).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(row).toBeFocused();
});
