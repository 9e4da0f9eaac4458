import { expect, test, type Page } from "@playwright/test";
import { capture, notice, open, saved, trayRow } from "./helpers";

const cell = (page: Page, row: string, column: number) =>
  page.locator(".table-row", { hasText: row }).locator("[data-column-at]").nth(column);
const dialog = (page: Page) => page.getByRole("dialog", { name: /field/ });

async function addField(page: Page, name: string, type: string, more?: () => Promise<unknown>): Promise<void> {
  await page.getByRole("button", { name: "Add a field" }).click();
  await dialog(page).getByRole("textbox", { name: "Name" }).fill(name);
  await dialog(page).getByRole("combobox", { name: "Type" }).selectOption(type);
  await more?.();
  await dialog(page).getByRole("button", { name: "Add field" }).click();
  await expect(dialog(page)).toHaveCount(0);
}

test("a register of one's own gets a formula that computes the next renewal, and goes on computing", async ({
  page,
}) => {
  await open(page, { path: "/registers" });
  await page.getByRole("button", { name: "New register" }).click();
  await page.getByRole("textbox", { name: "Name of the register" }).fill("Renewals");
  await page.keyboard.press("Enter");
  await expect(page.locator(".register-link.is-here")).toContainText("Renewals");
  await addField(page, "Last paid", "date");
  await addField(page, "Every n months", "number");
  await addField(page, "Next", "formula", async () => {
    const formula = dialog(page).getByRole("textbox", { name: "Formula" });
    await formula.click();
    await page.keyboard.type("last payed");
    await expect(dialog(page).getByText("There is no field “last payed” here.")).toBeVisible();
    await expect(dialog(page).getByRole("button", { name: "Add field" })).toBeDisabled();
    await page.keyboard.press("Control+a");
    await page.keyboard.type('last paid + duration("P" + string(every n months) + "M');
  });

  await page.getByRole("button", { name: "Add a renewal" }).click();
  for (const text of ["Van insurance", "2026-01-31", "1"]) {
    await page.keyboard.type(text);
    await page.keyboard.press("Tab");
  }
  await expect(cell(page, "Van insurance", 3)).toHaveText("Sat 28 Feb");
  await cell(page, "Van insurance", 2).click();
  await page.keyboard.type("soon");
  await page.keyboard.press("Enter");
  await expect(notice(page)).toContainText("“soon” is not a number");
  await page.keyboard.press("Escape");
  await page.keyboard.type("12");
  await page.keyboard.press("Enter");
  await expect(cell(page, "Van insurance", 3)).toHaveText("31 Jan 2027");
  await saved(page);
  await page.reload();
  await expect(cell(page, "Van insurance", 3)).toHaveText("31 Jan 2027");

  // A circle is refused by the names it goes through.
  await page.getByRole("button", { name: "Field Next" }).click();
  await page.getByRole("button", { name: "Edit field" }).click();
  await dialog(page).getByRole("textbox", { name: "Formula" }).click();
  await page.keyboard.press("Control+a");
  await page.keyboard.type('next + duration("P1D');
  await expect(dialog(page).getByRole("alert")).toContainText("This would be circular: Next needs Next");
});

test("a lens is built by its sentence, kept under an address, and what is added in a group gets its values", async ({
  page,
}) => {
  await open(page, { workspace: "demo", path: "/registers/tasks/all" });
  const part = (label: string) => page.getByRole("button", { name: new RegExp(`^${label}: `) });
  await part("Add a condition").click();
  await page.getByRole("button", { name: "Theme", exact: true }).click();
  await part("Condition").click();
  await page.getByRole("button", { name: "Reporting" }).click();
  await page.keyboard.press("Escape");
  await part("Grouped by").click();
  await page.getByRole("combobox", { name: "Group by" }).selectOption("goal");
  await page.keyboard.press("Escape");
  await expect(page.locator(".lens-sentence")).toHaveText(
    /Tasks that are open and theme is Reporting.*grouped by goal.*sorted by due, then title.*shown as a table/,
  );
  await page.getByRole("button", { name: "Save as a lens" }).click();
  await page.getByRole("textbox", { name: "Name of the lens" }).fill("Reporting now");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/registers\/tasks\/\w+$/);
  await expect(page.getByRole("link", { name: "Reporting now" })).toHaveAttribute("aria-current", "page");
  await expect(page.locator(".table-row").first()).toBeVisible();
  const themes = await page
    .locator(".table-row .diamond")
    .evaluateAll((all) => all.map((one) => one.getAttribute("data-dye")));
  expect(new Set(themes)).toEqual(new Set(["verdigris"]));

  await page.getByRole("button", { name: "Add to Grant claim, Q4" }).click();
  await page.keyboard.type("Photocopy the vouchers");
  await page.keyboard.press("Enter");
  await expect(page.locator(".table-row", { hasText: "Photocopy the vouchers" })).toContainText("Reporting");
  await page.reload();
  await expect(page.locator(".table-row", { hasText: "Photocopy the vouchers" })).toBeVisible();
  await expect(page.locator(".table-group", { hasText: "Grant claim, Q4" })).toContainText("5 tasks");
});

test("cells are copied, pasted as a block, filled down and cleared by keyboard, each in one step that undoes", async ({
  page,
  context,
}) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await open(page, { workspace: "demo", path: "/registers/tasks/all" });
  const rows = page.locator(".table-row");
  const title = (at: number) => rows.nth(at).locator("[data-column-at]").nth(0);
  const state = (at: number) => rows.nth(at).locator("[data-column-at]").nth(1);
  const estimate = (at: number) => rows.nth(at).locator("[data-column-at]").nth(5);
  await estimate(0).click();
  await page.evaluate(() => navigator.clipboard.writeText("1 h 10\n25\n2 h"));
  await page.keyboard.press("Control+v");
  await expect(estimate(0)).toHaveText("70 min");
  await expect(estimate(1)).toHaveText("25 min");
  await expect(estimate(2)).toHaveText("2 h");
  await page.keyboard.press("Shift+ArrowDown");
  await page.keyboard.press("Shift+ArrowDown");
  await expect(page.getByText("3 tasks chosen")).toBeVisible();
  await page.keyboard.press("Control+d");
  await expect(estimate(2)).toHaveText("70 min");
  await page.keyboard.press("Control+c");
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe("1 h 10\n1 h 10\n1 h 10\n");
  await page.keyboard.press("Control+z");
  await expect(estimate(2)).toHaveText("2 h");
  // A text that a field cannot hold refuses the whole block.
  await page.evaluate(() => navigator.clipboard.writeText("5\nlong"));
  await page.keyboard.press("Control+v");
  await expect(notice(page)).toContainText("“long” is not a length of time");
  await expect(estimate(0)).toHaveText("70 min");
  // Done is out of an open lens at once.
  const first = await title(0).textContent();
  await state(0).click();
  await page.keyboard.type("don");
  await page.keyboard.press("Enter");
  await expect(title(0)).not.toHaveText(first!);
  await page.keyboard.press("Control+z");
  await expect(title(0)).toHaveText(first!);
});

test("a card of a board moves by keyboard and by pointer, and a week has seven columns", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/registers/tasks" });
  await page.getByRole("link", { name: "The week as a board" }).click();
  const columns = page.locator("[data-column]");
  await expect(columns).toHaveCount(7);
  const card = page.locator("[data-card]", { hasText: "Rating curve rerun" });
  await expect(columns.nth(3).locator("[data-card]", { hasText: "Rating curve rerun" })).toBeVisible();
  await card.focus();
  await page.keyboard.press("Alt+ArrowRight");
  await expect(columns.nth(4).locator("[data-card]", { hasText: "Rating curve rerun" })).toBeVisible();
  const from = (await card.boundingBox())!;
  const to = (await columns.nth(2).locator("header").boundingBox())!;
  await page.mouse.move(from.x + 20, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(to.x + 40, to.y + 60, { steps: 6 });
  await page.mouse.up();
  const first = columns.nth(2).locator("[data-card]").first();
  await expect(columns.nth(2).locator("[data-card]", { hasText: "Rating curve rerun" })).toBeVisible();
  await expect(first).toContainText("Rating curve rerun");

  // The days at the side take a card as they take a line of a tray, and say beforehand what comes of it.
  const on = (await page.locator(".spine [data-date='2026-11-27']").boundingBox())!;
  const lies = (await card.boundingBox())!;
  await page.mouse.move(lies.x + 20, lies.y + 10);
  await page.mouse.down();
  await page.mouse.move(on.x + 20, on.y + 10, { steps: 6 });
  await expect(page.locator(".drag-label")).toContainText(/Rating curve rerun.*Fri 27 Nov, day becomes/);
  await page.mouse.up();
  await expect(columns.nth(4).locator("[data-card]", { hasText: "Rating curve rerun" })).toBeVisible();
});

test("a row of a list is dragged to a day at the side, and a press on it still opens it", async ({ page }) => {
  await open(page, { path: "/registers/tasks/all" });
  for (const words of ["Order stakes", "Oil the hinges"]) await capture(page, words);
  await page.getByRole("button", { name: /^Shown as/ }).click();
  await page.getByRole("dialog").getByRole("button", { name: "List" }).click();
  const row = page.getByRole("option", { name: /Oil the hinges/ });
  const from = (await row.boundingBox())!;
  const day = page.locator(".spine [data-date='2026-11-26']");
  const to = (await day.boundingBox())!;
  await page.mouse.move(from.x + 90, from.y + 16);
  await page.mouse.down();
  await page.mouse.move(to.x + 30, to.y + 12, { steps: 6 });
  await page.mouse.up();
  await expect(notice(page)).toContainText("Oil the hinges");
  await expect(page.getByRole("complementary", { name: "Record" })).toHaveCount(0);
  await day.click();
  await expect(trayRow(page, "Oil the hinges")).toBeVisible();
  await expect(trayRow(page, "Order stakes")).toHaveCount(0);
  await page.locator("body").press("Control+z");
  await expect(trayRow(page, "Oil the hinges")).toHaveCount(0);
  await page.goBack();
  await row.click();
  await expect(page.getByRole("complementary", { name: "Record" })).toBeVisible();
});

test("several cards are chosen and moved together, in one step that undoes", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/registers/tasks" });
  await page.getByRole("link", { name: "The week as a board" }).click();
  const column = (at: number) => page.locator("[data-column]").nth(at).locator("[data-card]");
  const cards = column(1);
  await expect(cards.nth(1)).toBeVisible();
  const [before, there] = [await cards.count(), await column(4).count()];
  await cards.nth(0).focus();
  await page.keyboard.press("Space");
  await cards.nth(1).click({ modifiers: ["ControlOrMeta"] });
  await expect(page.getByText("2 tasks chosen")).toBeVisible();
  await cards.nth(0).focus();
  for (let step = 0; step < 3; step++) {
    await page.keyboard.press("Alt+ArrowRight");
    await page.locator("[data-card][aria-pressed=true]").first().focus();
  }
  await expect(column(4)).toHaveCount(there + 2);
  await expect(cards).toHaveCount(before - 2);
  await page.locator("body").press("Control+z");
  await expect(column(3)).not.toHaveCount(0);
  await expect(column(4)).toHaveCount(there);
});

test("a CSV with five kinds of bad rows goes in but for those, after a preview, and undoes in one step", async ({
  page,
}) => {
  await open(page, { workspace: "demo", path: "/registers" });
  await page.getByRole("link", { name: "Renewals" }).click();
  await expect(page.locator(".register-link.is-here")).toContainText("Renewals");
  await expect(page.locator(".table-row").first()).toBeVisible();
  const text = [
    "Title;Last paid;Every n months;Cost;Supplier",
    "Lab account;3/4/2026;12;1.240,00;Mill Lab",
    "Bad date;31/31/2026;12;5;x",
    "Bad number;4/4/2026;often;5;x",
    ";4/4/2026;12;5;no title",
    "Too long;4/4/2026;12;5;x;and more",
    "Bad cost;4/4/2026;12;five;x",
    "Hosting;5/6/2026;1;9,50;Cloudless",
  ].join("\n");
  await page
    .getByLabel("CSV or TSV file")
    .setInputFiles({ name: "renewals.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  const dialog = page.getByRole("dialog", { name: /renewals\.csv/ });
  const faults = dialog.getByRole("list", { name: "Skipped rows" }).getByRole("listitem");
  await expect(faults).toHaveCount(5);
  await expect(faults.first()).toContainText("Line 3“31/31/2026” is not a valid date");
  await expect(dialog.getByRole("button", { name: "Import 2 rows" })).toBeDisabled();
  await dialog.getByRole("radio", { name: "3 April" }).check();
  await expect(dialog.getByText("2 records will be added.")).toBeVisible();
  await dialog.getByRole("button", { name: "Import 2 rows" }).click();
  await expect(notice(page)).toContainText("Read 2 records into Renewals");
  const row = page.locator(".table-row", { hasText: "Lab account" });
  await expect(row).toContainText("Fri 3 Apr");
  await expect(row).toContainText("1,240.00 €");
  await expect(row).toContainText("3 Apr 2027");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    (async () => {
      await page.getByRole("button", { name: "Import and export" }).click();
      await page.getByRole("button", { name: "Export this lens as CSV" }).click();
    })(),
  ]);
  const { readFileSync } = await import("node:fs");
  expect(readFileSync(await download.path(), "utf8")).toContain("Lab account,2026-04-03,12,1240,2027-04-03");
  await notice(page).getByRole("button", { name: "Undo" }).click();
  await expect(row).toHaveCount(0);
});

test("a cell of a date says what words are taken for while they are typed, and takes them", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/registers/tasks" });
  await page.getByRole("link", { name: "Permits" }).click();
  const row = page.locator(".table-row", { hasText: "Abstraction, reach 5" });
  await row.locator("[data-column-at='3']").click();
  await page.keyboard.type("next friday");
  const meaning = page.locator(".cell-meaning");
  await expect(meaning).toHaveText("Fri 4 Dec");
  // It stands over the row below, and can be read.
  const box = (await meaning.boundingBox())!;
  const onTop = await page.evaluate(
    ([x, y]) => document.elementFromPoint(x as number, y as number)?.className,
    [box.x + 8, box.y + box.height - 4],
  );
  expect(onTop).toBe("cell-meaning");
  await page.keyboard.press("Enter");
  await expect(row.locator("[data-column-at='3']")).toHaveText("Fri 4 Dec");
  await page.keyboard.press("Control+z");
  await expect(row.locator("[data-column-at='3']")).toHaveText("Wed 2 Dec");
});

test("in a table that is wider than the screen the cell that is gone to comes into sight, beside the titles", async ({
  page,
}) => {
  await open(page, { path: "/registers/goals" });
  for (const title of ["Walk 100 km", "Read more"]) {
    await page.getByRole("button", { name: /^Add (a )?goal$/ }).click();
    await page.keyboard.type(title);
    await page.keyboard.press("Enter");
  }
  const grid = page.getByRole("grid");
  await grid.focus();
  const active = grid.locator("[data-active]");
  const titles = grid.locator(".table-row [data-column-at='0']");
  await page.keyboard.press("Home");
  for (let column = 0; column < 8; column++) await page.keyboard.press("ArrowRight");
  await expect(active).toHaveAttribute("data-column-at", "7");
  await expect(active).toBeInViewport({ ratio: 1 });
  for (const title of await titles.all()) await expect(title).toBeInViewport({ ratio: 1 });
  for (let column = 7; column > 1; column--) await page.keyboard.press("ArrowLeft");
  const [cell, title] = [await active.boundingBox(), await titles.first().boundingBox()];
  expect(cell!.x).toBeGreaterThanOrEqual(title!.x + title!.width - 1);
  await page.keyboard.press("Home");
  expect(await grid.evaluate(({ scrollLeft }) => scrollLeft)).toBe(0);
});

test("a table that brings its own fields into a new register is seen with all of them", async ({ page, context }) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await open(page, { path: "/registers" });
  await page.getByRole("button", { name: "New register" }).click();
  await page.keyboard.type("Parts");
  await page.keyboard.press("Enter");
  await expect(page.locator(".register-link.is-here")).toContainText("Parts");
  await page.getByLabel("CSV or TSV file").setInputFiles({
    name: "parts.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("Title,City,Fee\nKern,Leipzig,12\nOakfield,Leeds,13\n"),
  });
  await page.getByRole("button", { name: "Import 2 rows" }).click();
  const row = page.locator(".table-row", { hasText: "Oakfield" });
  await expect(row).toContainText("Leeds");
  await expect(row).toContainText("13");
  await expect(page.getByRole("columnheader", { name: /City/ })).toBeVisible();

  // Pasted from a spreadsheet with a column that has no field, it is read in as a file is: none is dropped.
  await page.evaluate(() => navigator.clipboard.writeText("Title\tCity\tFee\tFloor\nMoor Lane\tYork\t20\t3\n"));
  await page.getByRole("grid").focus();
  await page.keyboard.press("Control+v");
  await page.getByRole("button", { name: "Import 1 row" }).click();
  await expect(page.locator(".table-row", { hasText: "Moor Lane" })).toContainText("York");
  await expect(page.getByRole("columnheader", { name: /Floor/ })).toBeVisible();
});
