import { readFileSync, writeFileSync } from "node:fs";
import { expect, test, type Page } from "@playwright/test";
import { capture, line, open, ready, trayRow } from "./helpers";

async function writeBackup(page: Page): Promise<string> {
  await page.goto("/settings");
  await ready(page);
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Export a backup" }).click(),
  ]);
  return download.path();
}

async function readBackup(page: Page, path: string): Promise<void> {
  await page.getByLabel("Backup file").setInputFiles(path);
  await page.getByRole("dialog").getByRole("button", { name: "Replace" }).click();
}

test("a backup read into an empty workspace gives the same workspace and the same bytes", async ({
  page,
  browser,
}, info) => {
  await open(page);
  await capture(page, "order stakes 45 min due Fri vital");
  await capture(page, "note: gate code");
  const first = await writeBackup(page);
  const path = info.outputPath("first.pensum");
  writeFileSync(path, readFileSync(first));

  const fresh = await browser.newContext();
  const other = await fresh.newPage();
  await open(other, { path: "/settings" });
  await readBackup(other, path);
  await expect(other.getByText(/own workspace, with [1-9]/)).toBeVisible();
  const again = await writeBackup(other);
  expect(readFileSync(again).equals(readFileSync(path))).toBe(true);
  await other.goto("/");
  await expect(trayRow(other, "order stakes")).toContainText("due Fri, vital");

  // A damaged file is refused with the reason, and nothing changes.
  const bytes = readFileSync(path);
  const damaged = info.outputPath("damaged.pensum");
  writeFileSync(damaged, bytes.subarray(0, bytes.length - 20));
  await other.goto("/settings");
  await ready(other);
  await readBackup(other, damaged);
  await expect(other.getByRole("status").filter({ hasText: "Nothing was changed" })).toBeVisible();
  await other.goto("/");
  await expect(line(other, "order stakes")).toBeVisible();
  await fresh.close();
});

test("the demo and one's own workspace do not touch each other", async ({ page }) => {
  await page.addInitScript(() => ((globalThis as { pensumNow?: unknown }).pensumNow = "2026-11-24T11:07"));
  await page.goto("/");
  await page.getByRole("button", { name: "Start my own workspace" }).click();
  await ready(page);
  await page.getByRole("button", { name: "Skip all of this" }).click();
  await capture(page, "my own line");
  await expect(line(page, "my own line")).toBeVisible();
  await page.getByRole("link", { name: "Settings" }).click();
  await page.getByRole("button", { name: "Try the demo" }).click();
  await expect(trayRow(page, "Order 400 willow stakes")).toBeVisible({ timeout: 30_000 });
  await expect(line(page, "my own line")).toHaveCount(0);
  await page.getByRole("link", { name: "Settings" }).click();
  await page.getByRole("button", { name: "Switch to my workspace" }).click();
  await expect(line(page, "my own line")).toBeVisible();
  await expect(trayRow(page, "Order 400 willow stakes")).toHaveCount(0);
});

test("settings take effect at once and are found again", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/settings" });
  await page.getByRole("radiogroup", { name: "Clock" }).getByRole("radio", { name: "12 hours" }).click();
  await page.getByRole("radiogroup", { name: "Week starts on" }).getByRole("radio", { name: "Sunday" }).click();
  await page.getByRole("radiogroup", { name: "Week numbers" }).getByRole("radio", { name: "not shown" }).click();
  await page.getByRole("textbox", { name: "Tuesday, capacity" }).fill("4 h");
  await page.getByRole("textbox", { name: "Tuesday, capacity" }).press("Enter");
  await page.getByRole("textbox", { name: "Level 1", exact: true }).fill("Heart");
  await page.getByRole("textbox", { name: "Level 1", exact: true }).press("Enter");
  await page.getByRole("radiogroup", { name: "On this device" }).getByRole("radio", { name: "dark" }).click();
  await page.getByRole("link", { name: "Today", exact: true }).click();
  await expect(page.locator(".rail-item", { hasText: "Settle the culvert" })).toContainText("2:00 to 3:00 pm");
  await expect(page.getByRole("region", { name: "Hours" })).toContainText("5 h 25 of 4 h");
  await expect(page.locator("nav[aria-label=Days]")).not.toContainText("Week");
  await expect(trayRow(page, "Order 400 willow stakes")).toContainText("heart");
  await page.reload();
  await ready(page);
  await expect(page.locator("html")).toHaveAttribute("data-appearance", "dark");
  await expect(page.locator(".rail-item", { hasText: "Settle the culvert" })).toContainText("2:00 to 3:00 pm");
});

test("a copy of each day is kept by itself, and a record that is gone is fetched back from it", async ({ page }) => {
  await open(page);
  await capture(page, "order stakes 45 min vital");
  await page.goto("/settings");
  const copies = page.getByRole("list", { name: "Daily copies" }).getByRole("listitem");
  await expect(copies).toHaveCount(1, { timeout: 30_000 });
  await expect(copies).toContainText("Tue 24 Nov");
  await page.goto("/");
  await trayRow(page, "order stakes").click();
  await page.getByRole("button", { name: "Remove this task" }).click();
  await expect(trayRow(page, "order stakes")).toHaveCount(0);
  await page.goto("/settings");
  await copies.getByRole("button", { name: "Open" }).click();
  const gone = page
    .getByRole("list", { name: "Differences" })
    .getByRole("listitem")
    .filter({ hasText: "order stakes" });
  await expect(gone).toContainText("task, gone");
  await gone.getByRole("button", { name: "Restore" }).click();
  // It has no line on the day's page any more, and so is otherwise than it was.
  await expect(gone).toContainText("changed since");
  await page.keyboard.press("Escape");
  await page.goto("/");
  await expect(trayRow(page, "order stakes")).toContainText("vital");
});
