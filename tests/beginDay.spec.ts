import { expect, test } from "@playwright/test";
import { editor, line, open, ready, saved } from "./helpers";

test("a template of lines begins every day by itself, once, in whatever tab", async ({ page, context }) => {
  await open(page, { path: "/registers/templates" });
  await page.getByRole("button", { name: "New template" }).click();
  await page.keyboard.type("Mornings");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "a note" }).click();
  await page.getByRole("button", { name: "Lines on the page of a day" }).click();
  await page.locator(":is(.cm-content, .plain-page)").click();
  await page.keyboard.type("- [ ] water the plants");
  await saved(page);
  await page.getByRole("checkbox", { name: /Begins every day/ }).check();
  await page.getByRole("link", { name: "Today", exact: true }).click();
  await expect(line(page, "water the plants")).toHaveCount(1);
  await page.keyboard.press("Control+z");
  await expect(line(page, "water the plants")).toHaveCount(0);
  await saved(page);

  // The next day, in two tabs that are opened at once.
  await context.addInitScript(() => Object.assign(globalThis, { pensumNow: "2026-11-25T08:30" }));
  const other = await context.newPage();
  await Promise.all([page.goto("/"), other.goto("/")]);
  await Promise.all([ready(page), ready(other)]);
  for (const tab of [page, other]) {
    await expect(line(tab, "water the plants")).toHaveCount(1);
    await expect(editor(tab)).toContainText("water the plants");
  }
  await other.close();
  await page.reload();
  await expect(line(page, "water the plants")).toHaveCount(1);
});
