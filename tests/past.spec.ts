import { expect, test } from "@playwright/test";
import { capture, editor, notice, open, openFound, ready, saved, storedRecords } from "./helpers";

test("the whole workspace is looked at as it was, changes nothing, and gives a record and a field back", async ({
  page,
}) => {
  const at = (moment: string) => page.addInitScript((now) => Object.assign(globalThis, { pensumNow: now }), moment);
  await open(page, { now: "2026-11-23T07:30" });
  for (const line of ["Level the gauge today 9:00 45 min", "Call the mill today 14:00 30 min"])
    await capture(page, line);
  await saved(page);
  await at("2026-11-24T11:07");
  await page.reload();
  await ready(page);
  // Tuesday: one is deleted, the other called something else and made longer.
  await page.goto("/registers/tasks/all");
  await ready(page);
  await openFound(page, "Call the mill");
  const sheet = page.getByRole("complementary", { name: "Record" });
  await sheet.getByRole("button", { name: /^Remove this task/ }).click();
  await openFound(page, "Level the gauge");
  await sheet.getByLabel("Estimate").fill("2 h");
  await page.keyboard.press("Enter");
  await saved(page);
  const before = JSON.stringify(await storedRecords(page));

  const goBack = async () => {
    await page.goto("/back/stood");
    await ready(page);
    await page.getByLabel("as it stood on").fill("2026-11-23T08:00");
    await page.getByRole("button", { name: "Look at everything as it was then" }).click();
    await expect(page.getByText("As it was on 23 Nov 2026, 8:00.")).toBeVisible();
  };
  await goBack();
  await expect(page.locator(".rail-item")).toHaveCount(2);
  // Nothing can be changed: not by typing, not by a tick, not by a captured line.
  await expect(editor(page)).toHaveAttribute("contenteditable", "false");
  await page.locator(".rail-item", { hasText: "Call the mill" }).focus();
  await page.keyboard.press("ArrowDown");
  await expect(notice(page)).toContainText("nothing can be changed here");
  await page.getByRole("textbox", { name: /Add/ }).first().fill("Something else");
  await page.keyboard.press("Enter");
  await expect(notice(page)).toContainText("nothing can be changed here");
  await page.getByRole("link", { name: "Settings" }).click();
  await expect(page.getByText("Settings are of the present.")).toBeVisible();
  await page.getByRole("button", { name: "Back to the present" }).click();
  expect(JSON.stringify(await storedRecords(page))).toBe(before);

  await goBack();
  // What is gone comes back as a whole, what is other by its field.
  await openFound(page, "Call the mill");
  await expect(sheet.getByRole("region", { name: "Since then" })).toContainText("This was deleted.");
  await sheet.getByRole("button", { name: "Fetch it back" }).click();
  await expect(sheet.getByRole("region", { name: "Since then" })).toContainText("Nothing of it was changed.");
  await openFound(page, "Level the gauge");
  await expect(sheet.getByRole("region", { name: "Since then" })).toContainText("Estimate: 45 min, now 2 h");
  await sheet.getByRole("button", { name: "Fetch estimate back" }).click();
  await page.getByRole("button", { name: "Back to the present" }).click();
  await expect(page.getByRole("button", { name: "Back to the present" })).toHaveCount(0);
  await openFound(page, "Level the gauge");
  await expect(sheet.getByLabel("Estimate")).toHaveValue("45 min");
  await openFound(page, "Call the mill");
  await expect(sheet).toContainText("Call the mill");
  await saved(page);
  await page.reload();
  await ready(page);
  await page.goto("/day/2026-11-23");
  await expect(page.locator(".rail-item")).toHaveCount(2);
});
