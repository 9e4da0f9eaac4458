import { expect, test, type Page } from "@playwright/test";
import { open, saved } from "./helpers";

async function choose(page: Page, part: RegExp, option: string): Promise<void> {
  await page.getByRole("button", { name: part }).click();
  await page.getByRole("dialog").getByRole("button", { name: option, exact: true }).click();
}

test("a lens stands as a chart, opens what is behind a mark, and is kept among one’s questions", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/registers/work/all" });
  await choose(page, /^Shown as/, "Chart");
  const chart = page.getByRole("region", { name: "All" });
  await expect(chart.getByRole("heading")).toContainText(/^Most in Week of .* of .* h/);
  await page.getByRole("button", { name: "Save as a lens" }).click();
  await page.getByRole("textbox", { name: "Name of the lens" }).fill("Hours a week");
  await page.keyboard.press("Enter");
  const kept = page.getByRole("region", { name: "Hours a week" });
  const answer = await kept.getByRole("heading").textContent();
  await kept.getByRole("button", { name: "Table" }).click();
  await expect(kept.getByRole("table")).toBeVisible();
  await saved(page);

  await page.goto("/back");
  const own = page.getByRole("region", { name: "Hours a week" });
  await expect(own.getByRole("heading")).toHaveText(answer!);
  await choose(page, /^Which questions/, "Hours a week");
  await page.keyboard.press("Escape");
  await expect(own).toHaveCount(0);
  await choose(page, /^Which questions/, "Hours a week");
  await page.keyboard.press("Escape");

  // A mark by keys: the last week, opened as just its entries.
  await own.locator("[data-mark='0']").focus();
  await page.keyboard.press("End");
  const said = await own.locator("[data-mark]:focus").getAttribute("aria-label");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/registers\/work\/all/);
  const total = /sum of length (.*)$/.exec(said!)![1]!;
  await expect(page.getByRole("grid").or(page.getByRole("table"))).toContainText(total);
});
