import { expect, test } from "@playwright/test";
import { editor, line, notice, railItem, ready, saved, trayRow } from "./helpers";

test.beforeEach(({ context }) =>
  context.addInitScript(() => Object.assign(globalThis, { pensumNow: "2026-11-24T11:07" })),
);

test("the first quarter of an hour in an empty workspace, by keyboard alone", async ({ page }) => {
  await page.goto("/");
  const focusOn = async (role: "button" | "textbox", name: string | RegExp) => {
    const wanted = page.getByRole(role, { name }).first();
    await wanted.waitFor();
    for (let presses = 0; presses < 80; presses++) {
      if (await wanted.evaluate((element) => element === document.activeElement)) return;
      await page.keyboard.press("Tab");
    }
    throw new Error(`The Tab key does not reach ${name}.`);
  };
  await focusOn("button", "Start my own workspace");
  await page.keyboard.press("Enter");
  await ready(page);

  await expect(page.getByRole("heading", { name: "What kinds of work do you do?" })).toBeVisible();
  await focusOn("textbox", "Name of the new theme");
  await page.keyboard.type("Writing");
  await page.keyboard.press("Enter");
  await focusOn("textbox", "Weekly target of Writing");
  await page.keyboard.type("10 h");
  await page.keyboard.press("Enter");
  await focusOn("button", "Next");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "When do you work?" })).toBeFocused();
  await focusOn("button", "Next");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "When do you have most energy?" })).toBeFocused();
  await page.keyboard.press("Tab");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("radio", { name: "first thing" })).toBeFocused();
  await page.keyboard.press("Space");
  await expect(page.getByRole("radio", { name: "first thing" })).toBeChecked();
  await focusOn("button", "Next");
  await page.keyboard.press("Enter");
  await focusOn("button", "Begin your first day");
  await page.keyboard.press("Enter");

  const band = page.getByRole("region", { name: "Your first day" });
  await expect(band.getByRole("listitem")).toHaveCount(4);
  await page.keyboard.press("n");
  for (const words of ["draft the opening 45 min #Writing", "order paper", "call Odile"]) {
    await page.keyboard.type(words);
    await page.keyboard.press("Enter");
  }
  await expect(band).toContainText("Add three things: press N and type (3 of 3), done");
  await page.keyboard.press("Escape");
  await trayRow(page, "draft the opening").focus();
  await page.keyboard.press("h");
  await page.keyboard.press("Enter");
  await expect(railItem(page, "draft the opening")).toHaveCount(1);
  await editor(page).focus();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("\n\nA quiet morning.\n");
  await expect(band).toContainText("Write a line on the page, done");
  await page.keyboard.press("Control+Home");
  await page.keyboard.press("Control+Enter");
  await expect(band.getByRole("heading", { name: "That is how a day works." })).toBeVisible();
  await page.keyboard.press("Escape");
  await focusOn("button", "Close");
  await page.keyboard.press("Enter");
  await expect(band).toHaveCount(0);

  // Nothing is left behind but what was done.
  await page.reload();
  await ready(page);
  await expect(band).toHaveCount(0);
  await expect(line(page, "A quiet morning.")).toBeVisible();
  await page.goto("/plan");
  await expect(page.getByTitle(/the tasks of Writing/).first()).toBeVisible();
});

test("the help is searched, its examples can be tried, and acts and rooms are found by words", async ({ page }) => {
  await page.addInitScript(() => localStorage.setItem("pensum-workspace", "own"));
  await page.goto("/help");
  await ready(page);
  await page.getByRole("searchbox", { name: "Search the help" }).fill("duration");
  await expect(page.getByRole("heading", { name: "Dates and lengths of time" })).toBeVisible();
  await expect(page.getByRole("heading", { name: "Writing", exact: true })).toHaveCount(0);
  const trial = page.getByRole("textbox", { name: /^Try: duration/ });
  await expect(trial.locator("xpath=following-sibling::output")).toHaveText("4.5");
  await trial.fill("1 +");
  await expect(trial.locator("xpath=following-sibling::output")).toContainText("Something is missing");

  await page.keyboard.press("Control+k");
  await page.keyboard.type("month");
  await page.getByRole("option", { name: "Plan: month" }).waitFor();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/plan\/calendar\/month/);
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 780 }, hasTouch: true });

  test("a day is worked by thumb: added, given hours, ticked off, and every room reached from the bar", async ({
    page,
  }) => {
    await page.addInitScript(() => localStorage.setItem("pensum-workspace", "own"));
    await page.goto("/");
    await ready(page);
    const bar = page.getByRole("navigation", { name: "Rooms" });
    const field = page.getByRole("textbox", { name: "Add a task, event or note" });
    await expect(field).toBeHidden();
    await bar.getByRole("button", { name: "Add", exact: true }).tap();
    await expect(field).toBeFocused();
    await page.keyboard.type("order stakes today 20 min");
    await page.getByRole("list", { name: "Recognised" }).waitFor();
    await page.getByRole("button", { name: "Add", exact: true }).first().tap();
    await expect(line(page, "order stakes")).toBeVisible();
    // So does the button at the foot, where the thumb is.
    await expect(field).toBeFocused();
    await page.keyboard.type("oil the hinges today");
    await bar.getByRole("button", { name: "Add", exact: true }).tap();
    await expect(line(page, "oil the hinges")).toBeVisible();
    await expect(field).toHaveValue("");
    await expect(field).toBeFocused();
    await page.getByRole("button", { name: "Cancel" }).tap();
    await expect(field).toBeHidden();

    await page.getByRole("tab", { name: "Not placed" }).tap();
    await trayRow(page, "order stakes").tap();
    await page.getByRole("complementary", { name: "Record" }).getByRole("button", { name: "Close the record" }).tap();

    // The strip goes by weeks under a finger, and leads to a day.
    const days = page.getByRole("navigation", { name: "Days" });
    await expect(days.getByRole("link")).toHaveCount(7);
    const box = (await days.boundingBox())!;
    const finger = (type: string, x: number) =>
      days.dispatchEvent(type, { clientX: x, clientY: box.y + 20, pointerId: 7, pointerType: "touch", bubbles: true });
    await finger("pointerdown", 300);
    await finger("pointerup", 120);
    await days.getByRole("link", { name: /^Wednesday 2 December/ }).tap();
    await expect(page).toHaveURL(/\/day\/2026-12-02/);

    for (const [label, sign] of [
      ["Gather", "Gather"],
      ["Goals", "Goals"],
      ["Registers", "Tasks"],
      ["Settings", "Settings"],
      ["Help", "Help"],
    ] as const) {
      await bar.getByRole("button", { name: /^More/ }).tap();
      await page.getByRole("dialog", { name: "More" }).getByRole("button", { name: label }).tap();
      await expect(page.getByRole("heading", { level: 1, name: sign })).toHaveCount(1);
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    }
    await bar.getByRole("link", { name: "Plan" }).tap();
    await expect(page.getByRole("group", { name: /^Hours from/ })).toBeVisible();
  });

  test("a swipe goes to the pane beside, and what is pulled itself is not swiped over", async ({ page }) => {
    await page.addInitScript(() => localStorage.setItem("pensum-workspace", "demo"));
    await page.goto("/");
    await ready(page);
    const touch = await page.context().newCDPSession(page);
    const swipe = async (from: { x: number; y: number }, across: number) => {
      const point = (x: number) => ({ touchPoints: [{ x, y: from.y }] });
      await touch.send("Input.dispatchTouchEvent", { type: "touchStart", ...point(from.x) });
      await touch.send("Input.dispatchTouchEvent", { type: "touchMove", ...point(from.x + across) });
      await touch.send("Input.dispatchTouchEvent", { type: "touchEnd", touchPoints: [] });
    };
    const tab = (name: string) => page.getByRole("tab", { name });
    await expect(tab("Page")).toHaveAttribute("aria-selected", "true");
    await swipe({ x: 300, y: 560 }, -160);
    await expect(tab("Not placed")).toHaveAttribute("aria-selected", "true");
    await swipe({ x: 80, y: 560 }, 160);
    await expect(tab("Page")).toHaveAttribute("aria-selected", "true");
    await swipe({ x: 80, y: 560 }, 40);
    await expect(tab("Page")).toHaveAttribute("aria-selected", "true");
    await swipe({ x: 80, y: 560 }, 160);
    await expect(tab("Hours")).toHaveAttribute("aria-selected", "true");
    await expect(page.locator(".rail-item").first()).toBeVisible();
  });

  test("a finger that rests on a task carries it to a day, and on a block to another hour; one that moves scrolls", async ({
    page,
  }) => {
    await page.addInitScript(() => localStorage.setItem("pensum-workspace", "demo"));
    await page.goto("/");
    await ready(page);
    const client = await page.context().newCDPSession(page);
    const touch = (type: string, x: number, y: number) =>
      client.send("Input.dispatchTouchEvent", { type, touchPoints: type === "touchEnd" ? [] : [{ x, y }] } as never);
    const pull = async (
      from: { x: number; y: number; width: number; height: number },
      to: { x: number; y: number },
      rest: number,
    ) => {
      const [x, y] = [from.x + from.width / 2, from.y + from.height / 2];
      await touch("touchStart", x, y);
      await page.waitForTimeout(rest);
      for (let step = 1; step <= 6; step++)
        await touch("touchMove", x + ((to.x - x) * step) / 6, y + ((to.y - y) * step) / 6);
      await page.waitForTimeout(100);
      await touch("touchEnd", to.x, to.y);
    };
    await page.getByRole("tab", { name: "Not placed" }).tap();
    const row = page.locator("[data-tray]").nth(1);
    const title = (await row.getAttribute("aria-label"))!.split(",")[0]!;
    const friday = page.getByRole("navigation", { name: "Days" }).locator('[data-date="2026-11-27"]');
    const day = (await friday.boundingBox())!;
    const middle = { x: day.x + day.width / 2, y: day.y + day.height / 2 };
    // Moved at once, it is where it was.
    await pull((await row.boundingBox())!, middle, 0);
    await expect(row).toHaveAttribute("aria-label", new RegExp(`^${title}`));
    await row.evaluate((element) => element.scrollIntoView({ block: "center" }));
    await pull((await row.boundingBox())!, middle, 500);
    await expect(notice(page)).toContainText(`Set the day of “${title}” to Fri 27 Nov`);
    // It was no swipe.
    await expect(page.getByRole("tab", { name: "Not placed" })).toHaveAttribute("aria-selected", "true");

    await page.getByRole("tab", { name: "Hours" }).tap();
    const block = page.locator(".rail-item", { hasText: "Settle the culvert" });
    await block.scrollIntoViewIfNeeded();
    const before = await block.getAttribute("aria-label");
    const box = (await block.boundingBox())!;
    const above = { x: box.x + box.width / 2, y: box.y + box.height / 2 - 60 };
    await pull(box, above, 0);
    await expect(block).toHaveAttribute("aria-label", before!);
    await block.scrollIntoViewIfNeeded();
    const again = (await block.boundingBox())!;
    await pull(again, { x: again.x + again.width / 2, y: again.y + again.height / 2 - 60 }, 500);
    await expect(block).not.toHaveAttribute("aria-label", before!);
  });
});

test("every place has a title, one main heading, and no more width than 320 pixels; the first key skips to its content", async ({
  page,
}) => {
  await page.addInitScript(() => localStorage.setItem("pensum-workspace", "own"));
  await page.setViewportSize({ width: 320, height: 640 });
  const titles = new Set<string>();
  const paths = [
    "/",
    "/gather",
    "/plan",
    "/plan/calendar/agenda",
    "/plan/timeline",
    "/plan/matrix",
    "/goals",
    "/notes",
  ];
  for (const path of [...paths, "/registers/tasks", "/registers/templates", "/back", "/settings", "/start", "/help"]) {
    await page.goto(path);
    await ready(page);
    await expect(page.locator("h1")).toHaveCount(1);
    titles.add(await page.title());
    expect([path, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([path, 320]);
  }
  expect(titles.size).toBeGreaterThanOrEqual(11);
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("main")).toBeFocused();
});

test("the first words on an empty page wait for nothing: its editor comes while one writes, or not at all", async ({
  page,
}) => {
  await page.addInitScript(() => localStorage.setItem("pensum-workspace", "own"));
  let letIn = (): void => {};
  const isLetIn = new Promise<void>((resolve) => (letIn = resolve));
  await page.goto("/");
  await ready(page);
  const words = editor(page);
  await expect(words).toHaveAttribute("placeholder", /Write here/);
  await page.route(/chunks\/.*\.js/, async (route) => {
    await isLetIn;
    await route.continue();
  });
  await words.click();
  await page.keyboard.type("- [ ] order stakes\ncall the mill");
  await expect(page.locator(".day-page .cm-content")).toHaveCount(0);
  letIn();
  await expect(line(page, "call the mill")).toBeVisible();
  await page.keyboard.type(" on friday");
  await saved(page);
  await page.reload();
  await ready(page);
  await expect(line(page, "order stakes")).toHaveCount(1);
  await expect(line(page, "call the mill on friday").locator(".cm-circle")).toHaveCount(1);

  await page.goto("/day/2026-11-25");
  await ready(page);
  await page.unrouteAll();
  await page.route(/chunks\/.*\.js/, (route) => route.abort());
  await words.click();
  await page.keyboard.type("water the plants");
  await expect(page.getByText("This part could not be loaded")).toBeVisible();
  await page.getByRole("heading", { name: "Wednesday 25 November" }).click();
  await saved(page);
  await page.unrouteAll();
  await page.getByRole("button", { name: /Try again|Reload/ }).click();
  await expect(line(page, "water the plants")).toBeVisible();
});

test("the address of the demo opens it, whatever was open here before", async ({ page, context }) => {
  await context.addInitScript(() =>
    localStorage.setItem("pensum-workspace", localStorage.getItem("pensum-workspace") ?? "own"),
  );
  await page.goto("/");
  await ready(page);
  await page.goto("/demo");
  await ready(page);
  await expect(page.locator(".status [role=status]")).toHaveText(/^Demo/);
  await expect(page).toHaveURL(/\/$/);
});
