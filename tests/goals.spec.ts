import { expect, test } from "@playwright/test";
import { notice, open, ready } from "./helpers";

test("a goal is made, gets a step and hours, and stands on the day, in the plan and as done after a reload", async ({
  page,
}) => {
  await open(page, { path: "/goals" });
  await page.getByRole("button", { name: "Add a goal", exact: true }).click();
  await page.keyboard.type("Bridge inspected");
  await page.keyboard.press("Enter");
  const sheet = page.getByRole("complementary", { name: "Record" });
  await expect(sheet.getByRole("combobox", { name: "Span" })).toHaveValue("Quarter");
  await sheet.getByRole("combobox", { name: "Span" }).click();
  await page.getByRole("option", { name: "Week" }).click();
  await sheet.getByRole("textbox", { name: "Next step" }).fill("Photograph the piers");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: /^Bridge inspected, week, 0 of 1 task/ })).toBeVisible();
  await page.getByRole("button", { name: "Plan something for Bridge inspected" }).click();
  await expect(notice(page)).toContainText("Placed “Photograph the piers”");
  await page.getByRole("link", { name: "Plan", exact: true }).click();
  await expect(page.getByRole("region", { name: /Goals of the week/ })).toContainText("This week: Bridge inspected");
  await expect(page.locator(".rail-item", { hasText: "Photograph the piers" })).toBeVisible();
  await page.getByRole("navigation", { name: "Rooms" }).getByRole("link", { name: "Today" }).click();
  await expect(page.getByRole("region", { name: /Goals of the week/ })).toContainText("Bridge inspected");
  await page.reload();
  await ready(page);
  await page.getByRole("link", { name: "Goals", exact: true }).click();
  await expect(page.getByRole("button", { name: /^Bridge inspected, week, 0 of 1 task/ })).toBeVisible();
});

test("the demo’s goals say when they will likely end, and at phone width nothing runs over the side", async ({
  page,
}) => {
  await open(page, { workspace: "demo", path: "/goals" });
  await expect(page.getByRole("button", { name: /^Reach 5 rewetted, year, .* likely end: \d/ })).toBeVisible();
  await page.setViewportSize({ width: 390, height: 780 });
  expect(await page.locator("main.goals").evaluate((room) => room.scrollWidth - room.clientWidth)).toBeLessThanOrEqual(
    0,
  );
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
