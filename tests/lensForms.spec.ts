import { expect, test } from "@playwright/test";
import { capture, middle, notice, open, pull } from "./helpers";

test("a lens stands as a matrix, where cards are pulled and stepped to other values", async ({ page }) => {
  await open(page);
  for (const words of ["order stakes due fri", "survey report due 4 dec"]) await capture(page, words);
  await page.getByRole("link", { name: "Registers", exact: true }).click();
  await page.getByRole("button", { name: /^Shown as/ }).click();
  await page.getByRole("button", { name: "Matrix" }).click();
  const stakes = page.locator("[data-card]", { hasText: "order stakes" });
  await page.getByRole("button", { name: /^Horizontal axis/ }).click();
  await page.getByRole("button", { name: "Due", exact: true }).click();
  await expect(stakes).toHaveAttribute("aria-label", "order stakes, priority no priority, due Fri 27 Nov");
  await stakes.focus();
  await page.keyboard.press("ArrowUp");
  await expect(notice(page)).toContainText("Priority Normal");
  await stakes.focus();
  await page.keyboard.press("ArrowRight");
  await expect(stakes).toHaveAttribute("aria-label", "order stakes, priority Normal, due Sat 28 Nov");
  const report = page.locator("[data-card]", { hasText: "survey report" });
  const from = await middle(report);
  await pull(page, from, { x: from.x, y: (await middle(stakes)).y });
  await expect(report).toHaveAttribute("aria-label", /priority Normal, due Fri 4 Dec/);
  await page.keyboard.press("Control+z");
  await expect(report).toHaveAttribute("aria-label", /no priority/);
});

test("a bar is drawn on the timeline by keys and by pointer", async ({ page }) => {
  await open(page);
  await capture(page, "survey report fri 2 h");
  await page.goto("/plan/timeline");
  const canvas = page.getByRole("application");
  await expect(canvas).toHaveAttribute("aria-label", /1 bars in/);
  await canvas.focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Insert");
  await page.getByRole("form", { name: "New bar" }).getByRole("textbox").fill("Read it again");
  await page.keyboard.press("Enter");
  await expect(canvas).toHaveAttribute("aria-label", /2 bars in/);
  await expect(page.locator("#timeline-current")).toContainText("Read it again, Sat 8:00 to");

  const box = (await canvas.boundingBox())!;
  const [x, y] = [box.x + 700, box.y + 60];
  await page.keyboard.down("Shift");
  await pull(page, { x, y }, { x: x + 84, y });
  await page.keyboard.up("Shift");
  await page.getByRole("form", { name: "New bar" }).getByRole("textbox").fill("Field week");
  await page.keyboard.press("Enter");
  await expect(canvas).toHaveAttribute("aria-label", /3 bars in/);
  await page.keyboard.press("Control+z");
  await expect(canvas).toHaveAttribute("aria-label", /2 bars in/);
});
