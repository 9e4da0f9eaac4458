import { expect, test } from "@playwright/test";
import { capture, editor, notice, open } from "./helpers";

test("a note that 200 pages link to is renamed, and all of them lead to it still", async ({ page, context }) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await open(page);
  await capture(page, "note: Weir 9");
  const lines = Array.from({ length: 200 }, (_, at) => `note: walk ${at + 1} to [[Weir 9]]`).join("\n");
  await page.evaluate((text) => navigator.clipboard.writeText(text), lines);
  await page.getByRole("textbox", { name: "Add a task, event or note" }).click();
  await page.keyboard.press("Control+v");
  await page.getByRole("button", { name: "Add 200 records" }).click();
  await expect(notice(page)).toContainText("Added 200 records");
  await editor(page).click();
  await page.keyboard.type("Level at weir 9 falls.\nSee [[Weir 9|the weir]].");
  await page.goto("/registers/notes");
  const row = page.locator(".table-row").filter({ has: page.locator("[data-column-at='0']", { hasText: /^Weir 9$/ }) });
  await page.getByRole("grid").focus();
  await page.keyboard.press("Control+End");
  await row.hover();
  await row.getByRole("button", { name: "Open the record" }).click();
  const sheet = page.getByRole("complementary", { name: "Record" });
  await expect(sheet.getByRole("heading", { name: /Links here/ })).toContainText("200");
  await sheet.getByRole("textbox", { name: "Title" }).fill("Weir 9, upper");
  await page.keyboard.press("Enter");
  await expect(notice(page)).toContainText("Changed title of “Weir 9”");
  await expect(sheet.getByRole("heading", { name: /Links here/ })).toContainText("200");
  await page.goto("/");
  await expect(editor(page)).toContainText("Level at weir 9 falls.");
  await page.goto("/registers/notes");
  await expect(page.locator(".table-row", { hasText: "walk 1 to Weir 9, upper" }).first()).toBeVisible();
});

test("what names a note without linking to it is shown with its line, and can be linked", async ({ page }) => {
  await open(page);
  await capture(page, "note: Mill yard");
  await editor(page).click();
  await page.keyboard.type("Gate of the mill yard sticks.");
  await expect(page.locator(".status [role=status]")).toHaveText(/all saved/i);
  await page.goto("/registers/notes");
  await page.locator(".table-row", { hasText: "Mill yard" }).hover();
  await page.getByRole("button", { name: "Open the record" }).click();
  const sheet = page.getByRole("complementary", { name: "Record" });
  await expect(sheet.getByText("Gate of the mill yard sticks.")).toBeVisible();
  await sheet.getByRole("button", { name: "Link it" }).click();
  await expect(notice(page)).toContainText("Linked 1 mention of “Mill yard”");
  await expect(sheet.getByRole("heading", { name: /Links here/ })).toContainText("1");
  await page.goto("/");
  await expect(editor(page).locator(".cm-pagelink", { hasText: "mill yard" })).toBeVisible();
});

test("a search forgives a slip, shows the words around, and opens at the place", async ({ page }) => {
  await open(page, { workspace: "demo" });
  await page.keyboard.press("/");
  const field = page.getByRole("combobox", { name: "Search everything" });
  await expect(field).toBeFocused();
  await field.fill("voluntears stakes thursday");
  const hit = page.getByRole("listbox", { name: "Results" }).getByRole("option").first();
  await expect(hit).toContainText("24 Nov 2026");
  await expect(hit).toContainText("twelve volunteers if the stakes arrive");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(editor(page)).toBeFocused();
  expect(await page.evaluate(() => getSelection()?.toString())).toMatch(/volunteers|twelve/);
  // What was written a moment ago is found too.
  await page.keyboard.press("ArrowRight");
  await page.keyboard.type(" quagga mussel ");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Search everything" }).click();
  await field.fill("quaga muss");
  await expect(hit).toContainText("24 Nov 2026");
  await field.fill("zzzz");
  await expect(page.getByText("No results.")).toBeVisible();
});

test("a new note is written into at once, whether its editor is there already or not", async ({ page }) => {
  await open(page, { path: "/notes" });
  const words = page.locator(".day-page :is(.cm-content, .plain-page)");
  for (const title of ["Otter signs", "Sluice keys"]) {
    await page.getByRole("button", { name: "New note" }).click();
    await page.keyboard.type(title);
    await page.keyboard.press("Enter");
    await expect(page.locator(".day-page")).toHaveAccessibleName(title);
    await expect(words).toBeFocused();
    await page.keyboard.type(`about ${title}`);
    await expect(words).toContainText(`about ${title}`);
    await expect(page.getByRole("searchbox", { name: "Search notes" })).toHaveValue("");
  }
});
