import { expect, test } from "@playwright/test";
import { editor, line, open, ready, saved, trayRow } from "./helpers";

test("two tabs on the same page and record end the same, and no words are lost", async ({ page, context }) => {
  await open(page);
  await editor(page).click();
  await page.keyboard.type("- [ ] shared task\nfirst words");
  await expect(trayRow(page, "shared task")).toBeVisible();
  await saved(page);
  const other = await context.newPage();
  await other.goto("/");
  await ready(other);
  await expect(line(other, "first words")).toBeVisible();

  // Both write on the page at once, at its beginning and at its end.
  await editor(page).click();
  await page.keyboard.press("Control+Home");
  await editor(other).click();
  await other.keyboard.press("Control+End");
  await Promise.all([
    page.keyboard.type("from the left ", { delay: 12 }),
    other.keyboard.type(" and from the right", { delay: 9 }),
  ]);
  for (const tab of [page, other]) {
    await expect(line(tab, "from the left shared task")).toBeVisible();
    await expect(line(tab, "first words and from the right")).toBeVisible();
  }

  // Both change the one record: different fields both stand.
  await trayRow(page, "shared task").click();
  await trayRow(other, "shared task").click();
  const [left, right] = [page, other].map((tab) => tab.getByRole("complementary", { name: "Record" }));
  await Promise.all([left!.getByLabel("Estimate").fill("45 min"), right!.getByLabel("Priority").selectOption("vital")]);
  await left!.getByLabel("Estimate").press("Enter");
  for (const sheet of [left!, right!]) {
    await expect(sheet.getByLabel("Estimate")).toHaveValue("45 min");
    await expect(sheet.getByLabel("Priority")).toHaveValue("vital");
  }
  for (const tab of [page, other]) {
    await saved(tab);
    await expect(line(tab, "shared task")).toContainText("45 minvital");
  }
  const texts = await Promise.all([page, other].map((tab) => editor(tab).innerText()));
  expect(texts[0]).toBe(texts[1]);
});
