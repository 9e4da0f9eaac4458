import { expect, test, type Page } from "@playwright/test";
import { open } from "./helpers";

const field = (page: Page) => page.getByRole("combobox", { name: "Search everything" });

/** Types into the search of acts, and takes the first that it offers of that name. */
async function take(page: Page, words: string, name: RegExp) {
  await page.keyboard.press("Control+k");
  await field(page).fill(words);
  await expect(page.getByRole("option", { name }).first()).toBeVisible();
  for (let step = 0; step < 8; step++) {
    if (/true/.test((await page.getByRole("option", { name }).first().getAttribute("aria-selected")) ?? "")) break;
    await page.keyboard.press("ArrowDown");
  }
  await page.keyboard.press("Enter");
}

test("everyday words lead to settings, days, weeks and the help, and the focus is on what was found", async ({
  page,
}) => {
  await open(page, { workspace: "demo" });
  await take(page, "dark mode", /Light or dark/);
  await expect(page.getByRole("heading", { name: "Appearance" })).toBeFocused();
  await page.keyboard.press("Tab");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(page.locator("html")).toHaveAttribute("data-appearance", "dark");

  await take(page, "week 50", /^Week 50/);
  await expect(page).toHaveURL(/\/plan\/calendar\/7\/2026-12-07$/);
  await take(page, "next friday", /Friday 4 December/);
  await expect(page).toHaveURL(/\/day\/2026-12-04$/);
  await take(page, "reminder", /^A reminder/);
  await expect(page.getByRole("heading", { name: "A reminder" })).toBeFocused();
  // What is not there is said, with what is there instead.
  await page.keyboard.press("Control+k");
  await field(page).fill("share");
  await expect(page.getByRole("option", { name: /Not in Pensum. Pensum is for one person/ })).toBeVisible();
});

test("the settings have their contents beside them, and are searched", async ({ page }) => {
  await open(page, { path: "/settings" });
  const contents = page.getByRole("navigation", { name: "Contents of the settings" });
  await contents.getByRole("button", { name: "iCalendar" }).click();
  await expect(page.getByRole("heading", { name: "iCalendar" })).toBeFocused();
  await expect(page.getByRole("heading", { name: "iCalendar" })).toBeInViewport();
  const search = page.getByRole("searchbox", { name: "Search the settings" });
  await search.fill("pomodoro");
  await expect(page.getByRole("region", { name: "Working", exact: true })).toBeVisible();
  await expect(page.getByRole("region", { name: "Appearance" })).toBeHidden();
  await search.fill("xylophone");
  await page.getByRole("button", { name: "Show all" }).click();
  await expect(page.getByRole("region", { name: "Appearance" })).toBeVisible();
});

test("the list of keys is filtered by what one wants to do, and leads into the help", async ({ page }) => {
  await open(page);
  await page.locator("body").press("?");
  const filter = page.getByRole("searchbox", { name: "Filter the keys" });
  await expect(filter).toBeFocused();
  await page.keyboard.type("snooze");
  await page.getByRole("button", { name: "Put off, or out of sight" }).click();
  await expect(page.getByRole("heading", { name: "Put off, or out of sight" })).toBeFocused();
});
