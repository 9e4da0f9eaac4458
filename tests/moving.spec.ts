import { expect, test, type Page } from "@playwright/test";
import { capture, editor, line, middle, open, pull, railItem, saved, storedRecords, trayRow } from "./helpers";

/** A page with a placed task, another one, and a heading. */
async function pageWithTasks(page: Page) {
  await page.context().grantPermissions(["clipboard-read", "clipboard-write"]);
  await open(page);
  await capture(page, "Order stakes 45 min high 14:00");
  await capture(page, "Call the mill");
  await editor(page).click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("\n## Later\n");
  await expect(railItem(page, "Order stakes")).toHaveCount(1);
}

const texts = (page: Page) =>
  page
    .locator(".day-page .cm-line")
    .evaluateAll((lines) =>
      lines.map((one) => one.textContent?.replace(/[\u200b-\u2060\ufeff]/g, "").trim() ?? "").filter(Boolean),
    );

/** What is stored of the task, once all is saved: it is one task, with all that it had. */
async function isWhole(page: Page) {
  await saved(page);
  const records = await storedRecords(page);
  const tasks = records.filter(({ kind, title }) => kind === "task" && title === "Order stakes");
  expect(tasks).toHaveLength(1);
  expect(tasks[0]).toMatchObject({ estimateMinutes: 45, priority: "high", state: "open" });
  expect(records.filter(({ kind, task }) => kind === "block" && task === tasks[0]!.id)).toMatchObject([
    { start: "2026-11-24T14:00" },
  ]);
  return { task: tasks[0]!, records };
}

for (const [how, select] of [
  ["with its line break, from the words on", ["Home", "Shift+ArrowDown"]],
  ["from the words to the end of the line", ["Home", "Shift+End"]],
  ["from the end back to the words", ["End", "Shift+Home"]],
] as const)
  test(`a task line that is cut ${how}, and pasted under a heading, is the same task`, async ({ page }) => {
    await pageWithTasks(page);
    await line(page, "Order stakes").click();
    for (const key of select) await page.keyboard.press(key);
    await page.keyboard.press("Control+x");
    await page.waitForTimeout(700);
    await page.keyboard.press("Control+End");
    await page.keyboard.press("Control+v");
    await expect(railItem(page, "Order stakes")).toHaveCount(1);
    const all = await texts(page);
    expect(all.findIndex((text) => text.includes("Order stakes"))).toBeGreaterThan(all.indexOf("Later"));
    expect(all.filter((text) => text.includes("Order stakes"))).toHaveLength(1);
    await isWhole(page);
  });

test("lines are moved by keys and by a pull, with what is nested in them, and keep their records", async ({ page }) => {
  await pageWithTasks(page);
  await line(page, "Call the mill").click();
  await page.keyboard.press("End");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Tab");
  await page.keyboard.type("find the number");
  await line(page, "Call the mill").click();
  await page.keyboard.press("Alt+Shift+ArrowUp");
  const stepped = await texts(page);
  expect(stepped.slice(0, 2)).toEqual(["Call the mill", "find the number"]);
  expect(stepped[2]).toContain("Order stakes");
  await page.keyboard.press("Alt+Shift+ArrowDown");
  await page.keyboard.press("Alt+Shift+ArrowDown");
  await page.keyboard.press("Alt+Shift+ArrowDown");
  const moved = await texts(page);
  expect(moved.indexOf("Call the mill")).toBeGreaterThan(moved.indexOf("Later"));
  expect(moved[moved.indexOf("Call the mill") + 1]).toBe("find the number");
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  // And by its grip, under the heading.
  await line(page, "Order stakes").hover();
  const grip = page.locator(".grip");
  await pull(page, await middle(grip), await middle(line(page, "Later")).then(({ x, y }) => ({ x, y: y + 9 })));
  await expect
    .poll(async () => {
      const all = await texts(page);
      return all.findIndex((text) => text.includes("Order stakes")) > all.indexOf("Later");
    })
    .toBe(true);
  await isWhole(page);
});

test("a task line goes to another page and to another tab with all it had, and undo brings the very state back", async ({
  page,
  context,
}) => {
  await pageWithTasks(page);
  await line(page, "Order stakes").click();
  await page.keyboard.press("Home");
  await page.keyboard.press("Shift+ArrowDown");
  await page.keyboard.press("Control+x");
  await page.waitForTimeout(700);
  await saved(page);
  const other = await context.newPage();
  await open(other, { path: "/day/2026-11-26" });
  // The page is empty, and its editor is still on its way.
  let letIn = (): void => {};
  const isLetIn = new Promise<void>((resolve) => (letIn = resolve));
  await other.route(/chunks\/.*\.js/, async (route) => {
    await isLetIn;
    await route.continue();
  });
  await editor(other).click();
  await other.keyboard.press("Control+End");
  await other.keyboard.press("Control+v");
  await expect(other.locator(".day-page .cm-content")).toHaveCount(0);
  letIn();
  await expect(line(other, "Order stakes")).toHaveCount(1);
  await other.waitForTimeout(700);
  const { task } = await isWhole(other);
  expect(task).toMatchObject({ doDay: "2026-11-26", page: "day-2026-11-26" });
});

test("undo reaches back over a reload and a restart, for what was done here", async ({ page, context }) => {
  await open(page);
  await capture(page, "Order stakes 45 min");
  await capture(page, "Call the mill");
  await saved(page);
  await page.reload();
  await expect(trayRow(page, "Call the mill")).toHaveCount(1);
  await page.locator("h1").first().click();
  await page.keyboard.press("Control+z");
  await expect(trayRow(page, "Call the mill")).toHaveCount(0);
  await saved(page);
  // Another tab, as after a restart of the browser.
  await page.close();
  const again = await context.newPage();
  await open(again);
  await again.locator("h1").first().click();
  await again.keyboard.press("Control+Shift+z");
  await expect(trayRow(again, "Call the mill")).toHaveCount(1);
  await again.keyboard.press("Control+z");
  await again.keyboard.press("Control+z");
  await expect(trayRow(again, "Order stakes")).toHaveCount(0);
  await again.keyboard.press("Control+z");
  await expect(again.locator("[data-notice]")).toContainText("There is nothing to undo");
});
