import { expect, test } from "@playwright/test";
import { editor, line, railItem, ready, trayRow } from "./helpers";

test.beforeEach(({ context }) =>
  context.addInitScript(() => Object.assign(globalThis, { pensumNow: "2026-11-24T11:07" })),
);

test("the first quarter of an hour in an empty workspace, by keyboard alone", async ({ page }) => {
  await page.goto("/");
  const focusOn = async (role: "button" | "textbox", name: string | RegExp) => {
    const wanted = page.getByRole(role, { name }).first();
    await wanted.waitFor();
    for (let presses = 0; presses < 80; presses++) {
      if (await wanted.evaluate((element) => element === document.activeElement)) return;
      await page.keyboard.press("Tab");
    }
    throw new Error(`The Tab key does not reach ${name}.`);
  };
  await focusOn("button", "Start my own workspace");
  await page.keyboard.press("Enter");
  await ready(page);

  await expect(page.getByRole("heading", { name: "What kinds of work do you do?" })).toBeVisible();
  await focusOn("textbox", "Name of the new theme");
  await page.keyboard.type("Writing");
  await page.keyboard.press("Enter");
  await focusOn("textbox", "Weekly target of Writing");
  await page.keyboard.type("10 h");
  await page.keyboard.press("Enter");
  await focusOn("button", "Next");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "When do you work?" })).toBeFocused();
  await focusOn("button", "Next");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "When do you have most energy?" })).toBeFocused();
  await page.keyboard.press("Tab");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("radio", { name: "first thing" })).toBeFocused();
  await page.keyboard.press("Space");
  await expect(page.getByRole("radio", { name: "first thing" })).toBeChecked();
  await focusOn("button", "Next");
  await page.keyboard.press("Enter");
  await focusOn("button", "Begin your first day");
  await page.keyboard.press("Enter");

  const band = page.getByRole("region", { name: "Your first day" });
  await expect(band.getByRole("listitem")).toHaveCount(4);
  await page.keyboard.press("n");
  for (const words of ["draft the opening 45 min #Writing", "order paper", "call Odile"]) {
    await page.keyboard.type(words);
    await page.keyboard.press("Enter");
  }
  await expect(band).toContainText("Add three things: press N and type (3 of 3), done");
  await page.keyboard.press("Escape");
  await trayRow(page, "draft the opening").focus();
  await page.keyboard.press("h");
  await page.keyboard.press("Enter");
  await expect(railItem(page, "draft the opening")).toHaveCount(1);
  await editor(page).focus();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("\n\nA quiet morning.\n");
  await expect(band).toContainText("Write a line on the page, done");
  await page.keyboard.press("Control+Home");
  await page.keyboard.press("Control+Enter");
  await expect(band.getByRole("heading", { name: "That is how a day works." })).toBeVisible();
  await page.keyboard.press("Escape");
  await focusOn("button", "Close");
  await page.keyboard.press("Enter");
  await expect(band).toHaveCount(0);

  // Nothing is left behind but what was done.
  await page.reload();
  await ready(page);
  await expect(band).toHaveCount(0);
  await expect(line(page, "A quiet morning.")).toBeVisible();
  await page.goto("/plan");
  await expect(page.getByText("Writing").first()).toBeVisible();
});

test("the help is searched, its examples can be tried, and acts and rooms are found by words", async ({ page }) => {
  await page.addInitScript(() => localStorage.setItem("pensum-workspace", "own"));
  await page.goto("/help");
  await ready(page);
  await page.getByRole("searchbox", { name: "Search the help" }).fill("duration");
  await expect(page.getByRole("heading", { name: "Dates and lengths of time" })).toBeVisible();
  await expect(page.getByRole("heading", { name: "Writing", exact: true })).toHaveCount(0);
  const trial = page.getByRole("textbox", { name: /^Try: duration/ });
  await expect(trial.locator("xpath=following-sibling::output")).toHaveText("4.5");
  await trial.fill("1 +");
  await expect(trial.locator("xpath=following-sibling::output")).toContainText("Something is missing");

  await page.keyboard.press("Control+k");
  await page.keyboard.type("month");
  await page.getByRole("option", { name: "Plan: month" }).waitFor();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/plan\/calendar\/month/);
});
