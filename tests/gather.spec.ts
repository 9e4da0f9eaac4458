import { expect, test } from "@playwright/test";
import { capture, notice, open } from "./helpers";

test("the inbox is emptied by keyboard alone", async ({ page }) => {
  await open(page);
  for (const words of [
    "plant the alder cuttings",
    "crew supper",
    "reeds and their roots",
    "open the reach",
    "nothing at all",
    "pump and hose",
  ])
    await capture(page, words);
  await capture(page, "note: Planting");
  await capture(page, "order stakes 45 min tomorrow");
  await page.getByRole("link", { name: /^Gather/ }).click();
  const list = page.getByRole("listbox", { name: "Gathered" });
  await expect(list).toBeFocused();
  await expect(list.getByRole("option")).toHaveCount(6);
  await expect(page.getByRole("heading", { level: 2 })).toHaveText("plant the alder cuttings");

  // A task: how long, which day, and what that day becomes.
  await page.keyboard.press("l");
  await page.keyboard.type("1 h 30");
  await page.keyboard.press("Enter");
  await page.keyboard.press("d");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Enter");
  await expect(page.getByText("day becomes 2 h 15 of")).toBeVisible();
  await page.keyboard.press("p");
  await page.keyboard.type("hi");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  await expect(notice(page)).toContainText("Clarified “plant the alder cuttings”");
  // An event, a note, a goal, nothing.
  for (const [key, said] of [
    ["2", "Turned “crew supper” into an event"],
    ["3", "Turned “reeds and their roots” into a note"],
    ["4", "Turned “open the reach” into a goal"],
  ] as const) {
    await page.keyboard.press(key);
    await page.keyboard.press("Enter");
    await expect(notice(page)).toContainText(said);
  }
  await page.keyboard.press("5");
  await expect(notice(page)).toContainText("Discarded “nothing at all”");
  // Split into two, and one of them merged into a note.
  await page.keyboard.press("s");
  await page.keyboard.press("Control+a");
  await page.keyboard.type("pump\nhose");
  await page.keyboard.press("Control+Enter");
  await expect(list.getByRole("option")).toHaveCount(2);
  await page.keyboard.press("m");
  await page.keyboard.type("planting");
  await page.keyboard.press("Enter");
  await expect(notice(page)).toContainText(/Merged “(pump|hose)” into “Planting”/);
  await page.keyboard.press("Enter");
  await expect(page.getByText("The inbox is empty.")).toBeVisible();
  // Undo goes back step by step, and the task has what was said of it.
  await page.keyboard.press("Control+z");
  await expect(list.getByRole("option")).toHaveCount(1);
  await page.goto("/registers/tasks");
  const row = page.locator(".table-row", { hasText: "plant the alder cuttings" });
  await expect(row).toContainText("High");
  await expect(row).toContainText("90 min");
});
