import { expect, test } from "@playwright/test";
import { editor, line, notice, open, railItem, ready, saved, storedRecords, trayRow } from "./helpers";

test("the words of a task line are understood while they are typed, and can be kept as words", async ({ page }) => {
  await open(page);
  await editor(page).click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("- [ ] call the mill tomorrow 9:30 for 1 h");
  const recognised = editor(page).getByRole("group", { name: "Recognised" });
  await expect(recognised).toContainText("Time Wed 25 Nov 9:30");
  await expect(recognised).toContainText("Length 60 min");
  await page.keyboard.press("Enter");
  await expect(notice(page)).toContainText("Set the hours and length of “call the mill”");
  await expect(line(page, "call the mill")).toContainText("tomorrow, 9:30 to 10:30");
  await expect(line(page, "call the mill")).not.toContainText("9:30 for");

  // By the pointer one of them stays words, by a key another; undo brings all words back, and they stay words then.
  await page.keyboard.type("write chapter 2 on Friday, 2 h, high");
  await recognised.getByRole("button", { name: /Ignore day/ }).click();
  await expect(recognised).not.toContainText("Day");
  await page.keyboard.press("Alt+u");
  await expect(recognised).not.toContainText("Priority");
  await page.keyboard.press("ArrowUp");
  await expect(line(page, "write chapter 2 on Friday, high")).toContainText("2 h");
  await page.keyboard.press("Control+z");
  await expect(line(page, "write chapter 2 on Friday, 2 h, high")).toBeVisible();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowUp");
  await expect(line(page, "write chapter 2 on Friday, 2 h, high")).toBeVisible();

  // A line that stood there before is not read again, only what is typed into it; leaving the page is leaving the line.
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("End");
  await page.keyboard.type(" 25 min");
  await page.getByRole("textbox", { name: "Add a task, event or note" }).focus();
  await expect(line(page, "write chapter 2 on Friday, 2 h, high")).toContainText("25 min");
  await expect(notice(page)).toContainText("Set the length of “write chapter 2");
  await saved(page);
  await page.reload();
  const tasks = await storedRecords(page);
  expect(tasks).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ title: "call the mill", doDay: "2026-11-25", estimateMinutes: 60 }),
      expect.objectContaining({ title: "write chapter 2 on Friday, 2 h, high", estimateMinutes: 25 }),
    ]),
  );
});

test("several lines are placed, ticked, carried and undone at once, by keys and by the bar", async ({ page }) => {
  await open(page);
  await editor(page).click();
  await page.keyboard.press("Control+End");
  // An empty item ends the list.
  await page.keyboard.type("## Field\n- [ ] oil the winch\nwind the tape\n\n## Desk\n- [ ] sort the slides");
  await expect(trayRow(page, "sort the slides")).toBeVisible();
  await expect(line(page, "Field")).toContainText("2 tasks");
  await page.keyboard.press("Control+a");
  const bar = page.getByRole("toolbar", { name: "Formatting" });
  await expect(bar).toContainText("3 tasks");
  await page.keyboard.press("Alt+h");
  await expect(notice(page)).toContainText("Placed 3 tasks");
  await expect(railItem(page, "oil the winch")).toHaveAttribute("aria-label", /11:10 to 11:40/);
  await expect(railItem(page, "sort the slides")).toHaveAttribute("aria-label", /12:10 to 12:40/);
  await expect(line(page, "oil the winch")).toContainText("11:10 to 11:40");
  await page.keyboard.press("Control+z");
  await expect(page.locator(".rail-item")).toHaveCount(0);

  // A heading folds what is below it, by a press and by keys, and is so after a reload.
  await page.getByRole("button", { name: "Fold Field" }).click();
  await expect(line(page, "oil the winch")).toHaveCount(0);
  await expect(line(page, "sort the slides")).toBeVisible();
  await page.reload();
  await expect(line(page, "sort the slides")).toBeVisible();
  await expect(line(page, "oil the winch")).toHaveCount(0);
  await line(page, "Field").click();
  await page.keyboard.press("Alt+Shift+ArrowRight");
  await expect(line(page, "oil the winch")).toBeVisible();

  await page.keyboard.press("Control+a");
  await page.keyboard.press("Control+Enter");
  await expect(page.locator(".day-page .cm-circle-done")).toHaveCount(3);
  await expect(line(page, "Field")).toContainText("2 of 2 tasks done");
  await page.keyboard.press("Control+z");
  await expect(page.locator(".day-page .cm-circle-done")).toHaveCount(0);
  await page.keyboard.press("Control+a");
  await bar.getByRole("button", { name: "Carry to tomorrow" }).click();
  await expect(line(page, "oil the winch")).toContainText("carried to tomorrow");
  await expect(line(page, "sort the slides")).toContainText("carried to tomorrow");
});

test("a note has the hours of today beside it, and its lines are placed there", async ({ page }) => {
  await open(page, { path: "/notes" });
  await page.getByRole("button", { name: "New note" }).click();
  await page.keyboard.type("Mill race");
  await page.keyboard.press("Enter");
  await page.getByRole("checkbox", { name: "Today’s hours" }).check();
  const words = page.locator(".day-page :is(.cm-content, .plain-page)");
  await words.click();
  await page.keyboard.type("- [ ] measure the sluice 45 min\nask for the old plans");
  await expect(words.getByText("45 min")).toBeVisible();
  await page.keyboard.press("Alt+h");
  await page.keyboard.press("Enter");
  await expect(railItem(page, "ask for the old plans")).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Export", exact: true }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("Mill race.md");
  const { readFileSync } = await import("node:fs");
  expect(readFileSync(await download.path(), "utf8")).toBe(
    "# Mill race\n\n- [ ] measure the sluice\n- [ ] ask for the old plans\n",
  );
});

test("an added line is sent under the heading where the cursor last was, by a key that is remembered", async ({
  page,
}) => {
  await open(page);
  await editor(page).click();
  await page.keyboard.type("## Field\noil the winch\n\n## Desk\nsort the slides");
  await line(page, "oil the winch").click();
  const field = page.getByRole("textbox", { name: "Add a task, event or note" });
  const add = async (words: string, turn = false) => {
    await field.click();
    await page.keyboard.type(words);
    await page.getByText("Put it").first().waitFor();
    if (turn) await page.keyboard.press("Alt+j");
    await page.keyboard.press("Enter");
    await expect(field).toHaveValue("");
  };
  await add("wind the tape", true);
  await add("count the stakes");
  const words = (await editor(page).innerText()).replace(/[\s▾]+/g, " ");
  expect(words).toMatch(/oil the winch.*wind the tape.*count the stakes.*Desk.*sort the slides/);
  await page.keyboard.press("Escape");
  await page.keyboard.press("Control+z");
  await expect(line(page, "count the stakes")).toHaveCount(0);
  // The heading is still known after a reload.
  await saved(page);
  await page.reload();
  await ready(page);
  await add("grease the hinge");
  await expect(editor(page)).toContainText(/wind the tape[\s\S]*grease the hinge[\s\S]*Desk/);
});
