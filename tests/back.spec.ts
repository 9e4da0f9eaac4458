import { expect, test } from "@playwright/test";
import { capture, open, ready } from "./helpers";

const minutesIn = (words: string) => {
  const [, hours = "0", rest = "0"] = /^(?:(\d+) h)?\s*(?:(\d+)(?: min)?)?$/.exec(words.trim()) ?? [];
  return Number(hours) * 60 + Number(rest);
};

test("what was logged by hand is told by theme, opens as a lens, and is still so after a reload", async ({ page }) => {
  await open(page);
  await capture(page, "Write the minutes 1 h #reporting");
  await page.goto("/registers/work");
  await ready(page);
  await page.goto("/back");
  await expect(page.getByRole("heading", { name: "Nothing was logged in these days." }).first()).toBeVisible();
  await page.goto("/registers/tasks");
  await page.getByText("Write the minutes").first().waitFor();
  // A cell of the timesheet becomes an entry.
  await page.goto("/registers/work");
  await page.getByRole("button", { name: /^Shown as/ }).click();
  await page.getByRole("button", { name: "Timesheet" }).click();
  await page.getByRole("combobox", { name: "Another row" }).fill("Write the minutes");
  await page
    .getByRole("option", { name: /Write the minutes/ })
    .first()
    .click();
  const cell = page.getByRole("textbox", { name: "Write the minutes, Mon 23 Nov" });
  await cell.fill("1.5");
  await cell.press("Enter");
  await page.getByRole("link", { name: "Look back" }).click();
  await page.getByRole("button", { name: /^Which days/ }).click();
  await page.getByRole("button", { name: "this week", exact: true }).click();
  await page.keyboard.press("Escape");
  const hours = page.getByRole("region", { name: "What took most" });
  await expect(hours.getByRole("heading")).toHaveText("Write the minutes alone took 100% of your hours.");
  await page.reload();
  await ready(page);
  await hours.getByRole("button", { name: /^Write the minutes/ }).click();
  await expect(page.getByRole("button", { name: "Condition: this one" })).toBeVisible();
  await expect(page.getByRole("row", { name: /Write the minutes/ })).toHaveCount(1);
});

test("the hours of a week are the same in the timesheet, by theme and by day", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/registers/work" });
  await page.getByRole("button", { name: /^Shown as/ }).click();
  await page.getByRole("button", { name: "Timesheet" }).click();
  await page.getByRole("button", { name: "The week before" }).click();
  const sum = minutesIn((await page.locator(".timesheet tfoot td").last().textContent()) ?? "");
  expect(sum).toBeGreaterThan(300);
  await page.goto("/back");
  const tableSum = async (name: string, column: number) => {
    const chart = page.getByRole("region", { name, exact: true });
    await chart.getByRole("button", { name: "Table" }).click();
    const cells = await chart.locator(`tbody tr td:nth-of-type(${column})`).allTextContents();
    return cells.reduce((all, words) => all + minutesIn(words), 0);
  };
  expect(await tableSum("Where the hours went", 1)).toBe(sum);
  expect(await tableSum("Set aside and worked", 2)).toBe(sum);
  expect(await tableSum("Set aside and worked by hour", 2)).toBe(sum);
  expect(await tableSum("Sittings", 1)).toBe(sum);
});

test("at phone width nothing runs over the side", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 780 });
  await open(page, { workspace: "demo", path: "/back" });
  await expect(page.getByRole("region", { name: "Habits" })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  expect(await page.locator(".look-back").evaluate((room) => room.scrollWidth - room.clientWidth)).toBeLessThanOrEqual(
    0,
  );
});
