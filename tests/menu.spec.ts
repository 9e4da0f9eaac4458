import { expect, test, type Page } from "@playwright/test";
import { capture, notice, open, railItem, trayRow } from "./helpers";

const menu = (page: Page) => page.getByRole("menu");

/** Goes down a menu that is open, by keys, to an entry. */
async function reach(page: Page, name: string) {
  const entry = page.getByRole("menuitem", { name });
  await entry.waitFor();
  for (let step = 0; step < 15; step++) {
    if (await entry.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press("ArrowDown");
  }
  throw new Error(`The arrow keys do not reach “${name}”.`);
}

test("a right click or the key for menus opens one menu, and the focus goes back to what it was for", async ({
  page,
}) => {
  await open(page);
  for (const words of ["survey plan 45 min today", "order stakes 20 min today", "call Odile 15 min today"])
    await capture(page, words);
  await trayRow(page, "order stakes").click({ button: "right" });
  await expect(menu(page)).toContainText("order stakes");
  await page.getByRole("menuitem", { name: "Do tomorrow" }).click();
  await expect(notice(page)).toContainText("Set the day of “order stakes”");
  await expect(trayRow(page, "order stakes")).toHaveCount(0);
  await page.keyboard.press("Control+z");
  await expect(trayRow(page, "order stakes")).toBeVisible();

  // By keys: the menu, a choice in it, another day.
  await trayRow(page, "survey plan").focus();
  await page.keyboard.press("ContextMenu");
  await expect(menu(page)).toContainText("survey plan");
  await page.keyboard.press("Escape");
  await expect(menu(page)).toHaveCount(0);
  await expect(trayRow(page, "survey plan")).toBeFocused();
  await page.keyboard.press("Shift+F10");
  await reach(page, "Priority");
  await page.keyboard.press("ArrowRight");
  await reach(page, "Vital");
  await page.keyboard.press("Enter");
  await expect(notice(page)).toContainText("Changed priority of “survey plan”");
  await page.keyboard.press("Shift+F10");
  await reach(page, "Place where it fits");
  await page.keyboard.press("Enter");
  await expect(railItem(page, "survey plan")).toBeVisible();

  // Hours on the rail have the same menu.
  await railItem(page, "survey plan").click({ button: "right" });
  await page.getByRole("menuitem", { name: "Take off the hours" }).click();
  await expect(railItem(page, "survey plan")).toHaveCount(0);
});

test("Delete takes away what is chosen, one or several, and its undo brings it back", async ({ page }) => {
  await open(page);
  for (const words of ["first 10 min today", "second 10 min today", "third 10 min today"]) await capture(page, words);
  await trayRow(page, "first").focus();
  await page.keyboard.press("Shift+ArrowDown");
  await page.keyboard.press("Delete");
  await expect(notice(page)).toContainText("Deleted 2 records");
  await expect(page.locator("[data-tray]")).toHaveCount(1);
  await expect(trayRow(page, "third")).toBeFocused();
  await page.keyboard.press("Control+z");
  await expect(page.locator("[data-tray]")).toHaveCount(3);
});

test("in a table Shift Space chooses rows, which Delete takes away; cells alone are cleared", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/registers/projects" });
  const grid = page.getByRole("grid");
  await grid.focus();
  const rows = Number(await grid.getAttribute("aria-rowcount"));
  await page.keyboard.press("Shift+Space");
  await expect(page.getByRole("group", { name: "Selected records" })).toContainText("1 project chosen");
  await page.keyboard.press("Shift+ArrowDown");
  await expect(page.getByRole("group", { name: "Selected records" })).toContainText("2 projects chosen");
  await page.keyboard.press("Delete");
  await expect(notice(page)).toContainText("Deleted 2 records");
  await expect(grid).toHaveAttribute("aria-rowcount", String(rows - 2));
  await expect(grid).toBeFocused();
  await page.keyboard.press("Control+z");
  await expect(grid).toHaveAttribute("aria-rowcount", String(rows));
  // The menu of the row at the cursor.
  await page.keyboard.press("ContextMenu");
  await expect(menu(page)).toBeVisible();
});
