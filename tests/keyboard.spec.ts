import { expect, test } from "@playwright/test";
import { line, notice, open, railItem, ready, saved, trayRow } from "./helpers";

test("one day by keyboard alone", async ({ page }) => {
  await open(page);
  const key = (...keys: string[]) =>
    keys.reduce((before, one) => before.then(() => page.keyboard.press(one)), Promise.resolve());

  // Gather, from anywhere by one key.
  await key("n");
  await page.keyboard.type("order stakes 45 min");
  await key("Enter");
  await page.keyboard.type("call the mill");
  await key("Enter", "Escape");
  await expect(line(page, "call the mill")).toBeVisible();

  // From pane to pane.
  await expect(async () => {
    await key("F6");
    await expect(page.locator("[data-tray]").first()).toBeFocused({ timeout: 100 });
  }).toPass();
  await key("ArrowDown");
  await expect(trayRow(page, "call the mill")).toBeFocused();

  // Open and close: one is back where one was.
  await key("Enter");
  await expect(page.locator(".record-sheet")).toContainText("call the mill");
  await key("Escape");
  await expect(page.locator(".record-sheet")).toHaveCount(0);
  await expect(trayRow(page, "call the mill")).toBeFocused();
  await key("n", "Escape");
  await expect(trayRow(page, "call the mill")).toBeFocused();

  // Place on the hours: what it would do is said before it is done; Escape leaves it.
  await key("ArrowUp", "h");
  await expect(notice(page)).toContainText("Tue 11:10 to 11:55, day becomes 45 min of 8 h");
  await key("Escape");
  await expect(page.locator(".rail-item")).toHaveCount(0);
  await key("h", "ArrowDown", "Shift+ArrowDown", "Enter");
  await expect(railItem(page, "order stakes")).toContainText("12:15 to 13:00");

  // Move and stretch.
  await railItem(page, "order stakes").focus();
  await key("ArrowUp", "Shift+ArrowDown", "Control+ArrowUp");
  await expect(railItem(page, "order stakes")).toContainText("12:05 to 13:00");
  await key("Control+z");
  await expect(notice(page)).toContainText("Undone");
  await railItem(page, "order stakes").focus();
  await key("ArrowRight");
  await expect(page).toHaveURL(/\/day\/2026-11-25/);
  await expect(railItem(page, "order stakes")).toBeVisible();
  await key("Control+z", "Alt+Home");
  await expect(railItem(page, "order stakes")).toBeVisible();

  // Set an empty stretch aside.
  await page.getByRole("group", { name: /^Hours of/ }).focus();
  await key("ArrowDown", "Enter");
  await page.keyboard.type("lunch");
  await key("Enter");
  await expect(railItem(page, "lunch")).toBeVisible();
  await railItem(page, "lunch").focus();
  await key("Delete");
  await expect(railItem(page, "lunch")).toHaveCount(0);

  // On the page: go on with a list, nest, tick, give a day, place.
  await page.locator(".day-page :is(.cm-content, .plain-page)").focus();
  await key("Control+Home", "End", "Enter");
  await page.keyboard.type("ask for the key");
  await key("Tab", "Enter");
  await page.keyboard.type("walk the line");
  await key("Shift+Tab");
  await expect(line(page, "ask for the key")).toHaveClass(/cm-depth-1/);
  await expect(line(page, "walk the line")).toHaveClass(/cm-depth-0/);
  await key("Control+Enter");
  await expect(line(page, "walk the line").locator(".cm-circle-done")).toBeVisible();
  await key("Control+Enter", "Alt+g");
  await expect(page.getByRole("button", { name: /^Tuesday 24 November/ })).toBeFocused();
  await key("ArrowRight", "ArrowRight", "Enter");
  await expect(line(page, "walk the line")).toContainText("do Thu");
  await page.locator(".day-page :is(.cm-content, .plain-page)").focus();
  await key("Alt+h", "Enter");
  await expect(railItem(page, "walk the line")).toBeVisible();

  // The days: along the spine, and by Alt and an arrow.
  await key("Escape");
  await key("Alt+ArrowDown");
  await expect(page).toHaveURL(/\/day\/2026-11-25/);
  await page.locator("nav [data-date='2026-11-25']").focus();
  await key("ArrowDown");
  await expect(page.locator("nav [data-date='2026-11-26']")).toBeFocused();
  await key("Enter");
  await expect(page).toHaveURL(/\/day\/2026-11-26/);
  await key("Alt+Home");
  await expect(page).toHaveURL(/\/$/);
  await saved(page);
  await page.reload();
  await ready(page);
  await expect(railItem(page, "walk the line")).toBeVisible();
});

test("undo and redo go through acts of every sort, and say which", async ({ page }) => {
  await open(page);
  await page.locator(".day-page :is(.cm-content, .plain-page)").focus();
  await page.keyboard.type("- [ ] stakes");
  await expect(trayRow(page, "stakes")).toBeVisible();
  await trayRow(page, "stakes").focus();
  await page.keyboard.press("h");
  await page.keyboard.press("Enter");
  await expect(railItem(page, "stakes")).toBeVisible();
  await page.locator("h1").click();
  await page.keyboard.press("Control+z");
  await expect(notice(page)).toContainText("Undone: Placed “stakes”");
  await expect(railItem(page, "stakes")).toHaveCount(0);
  await page.keyboard.press("Control+z");
  await expect(line(page, "stakes")).toHaveCount(0);
  await page.keyboard.press("Control+Shift+z");
  await page.keyboard.press("Control+Shift+z");
  await expect(notice(page)).toContainText("Redone: Placed “stakes”");
  await expect(railItem(page, "stakes")).toBeVisible();
  await expect(line(page, "stakes")).toBeVisible();
});

test("Escape leaves what one writes in, and single letters are keys again", async ({ page }) => {
  await open(page);
  await page.keyboard.press("n");
  await page.keyboard.type("order stakes");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Escape");
  await page.waitForTimeout(150);
  await page.keyboard.press("/");
  const search = page.getByRole("dialog", { name: "Search everything" });
  await expect(search.locator("input")).toBeFocused();
  await page.keyboard.type("stak");
  await expect(search.getByText("order stakes").first()).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(search).toHaveCount(0);
  await page.locator(".day-page :is(.cm-content, .plain-page)").click();
  // The press of a pointer sets the cursor a moment later.
  await page.waitForTimeout(200);
  await page.keyboard.press("Escape");
  await page.waitForTimeout(150);
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: /Keyboard shortcuts/ })).toBeVisible();
});
