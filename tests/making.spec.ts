import { expect, test } from "@playwright/test";
import { editor, line, notice, open, saved } from "./helpers";

test("a meeting is made from a template with its places filled, and is brought up to date when the template changes", async ({
  page,
}) => {
  await open(page, { path: "/registers/templates" });
  await page.getByRole("button", { name: "New template" }).click();
  await page.getByRole("textbox", { name: "Name of the template" }).fill("Meeting");
  await page.keyboard.press("Enter");
  const text = page.getByRole("textbox", { name: "Text of the template Meeting" });
  await text.click();
  await page.keyboard.type("With {{Who}} on {{today}}\n- [ ] send notes to {{who}}\n");
  await expect(page.locator(".lens-sentence")).toContainText("and asks for Title and Who");
  await page.getByRole("link", { name: "Notes", exact: true }).first().click();
  await page.getByRole("button", { name: "From a template" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Title").fill("Culvert");
  await dialog.getByLabel("Who").fill("Yusuf");
  await dialog.getByRole("button", { name: "Add" }).click();
  const note = page.getByRole("textbox", { name: "Page of Culvert" });
  await expect(note).toContainText("With Yusuf on 2026-11-24");
  await note.click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("He has the drawings.");

  await page.goto("/registers/templates");
  await text.click();
  await page.keyboard.press("Control+Home");
  await page.keyboard.type("# Agenda\n");
  const behind = page.getByRole("region", { name: "Records added before the template changed" });
  await behind.getByRole("button", { name: "Show the changes" }).click();
  await expect(behind.locator("ins")).toHaveText("# Agenda");
  await behind.getByRole("button", { name: "Update 1" }).click();
  await expect(notice(page)).toContainText("Updated 1 record to match");
  await page.goto("/notes");
  await page.getByRole("navigation", { name: "Notes" }).getByRole("link", { name: "Culvert" }).click();
  await expect(note).toContainText("Agenda");
  await expect(note).toContainText("He has the drawings.");
  await page.goto("/registers/tasks");
  await expect(page.locator(".table-row", { hasText: "send notes to Yusuf" })).toHaveCount(1);
});

test("a standing order is said as a sentence, tried, carried out when its time comes, and taken back", async ({
  page,
}) => {
  await open(page, { workspace: "demo", path: "/registers/standing-orders" });
  await page.getByRole("button", { name: "New standing order" }).click();
  await page.getByRole("textbox", { name: "Name of the standing order" }).last().fill("Vital is today");
  await page.keyboard.press("Enter");
  const order = page.getByRole("listitem", { name: "Vital is today" });
  const part = (label: string) => order.getByRole("button", { name: new RegExp(`^${label}: `) });
  await part("When").click();
  await page.getByRole("button", { name: "its priority changes" }).click();
  await part("Add a condition").click();
  await page.getByRole("button", { name: "Priority", exact: true }).click();
  await part("Condition").click();
  await page.getByRole("button", { name: "Vital", exact: true }).click();
  await page.keyboard.press("Escape");
  await part("Add an action").click();
  await page.getByRole("button", { name: "Add it to the page of the day", exact: true }).click();
  await order.getByRole("button", { name: "Try it" }).click();
  await expect(order.getByRole("status")).toContainText("This is only a trial.");
  await order.getByRole("checkbox").check();

  await page.goto("/registers/tasks/all");
  const row = page.locator(".table-row").nth(2);
  const title = (await row.locator("[data-column-at]").nth(0).textContent())!;
  await row.locator("[data-column-at]").nth(2).click();
  await page.keyboard.type("vital");
  await page.keyboard.press("Enter");
  await expect(notice(page)).toContainText(`Standing order “Vital is today”: “${title}”`);
  await saved(page);
  await page.goto("/registers/standing-orders");
  await order.getByRole("button", { name: "Show runs" }).click();
  await expect(order.getByRole("list", { name: "Past runs" })).toContainText(title);
  await order.getByRole("button", { name: "Undo" }).click();
  await expect(order.getByText("undone", { exact: true })).toBeVisible();
  // Switched off it does nothing, and nothing goes round in a circle meanwhile.
  await expect(order.getByRole("list", { name: "Past runs" }).getByRole("listitem")).toHaveCount(1);
});

test("a file is dropped on a page, shows its size, is saved from there, and one that is too large is refused", async ({
  page,
}) => {
  await open(page);
  await editor(page).click();
  await page.locator(".day-page .cm-content").waitFor();
  const paste = (name: string, size: number) =>
    editor(page).evaluate(
      (target, [called, length]) => {
        const data = new DataTransfer();
        data.items.add(new File([new Uint8Array(length as number)], called as string, { type: "application/pdf" }));
        target.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
      },
      [name, size] as const,
    );
  await paste("survey.pdf", 26_000_000);
  await expect(notice(page)).toContainText("“survey.pdf” is too large (26 MB). The limit is 25 MB");
  await paste("plan.pdf", 123_000);
  await page.keyboard.press("Control+End");
  await page.keyboard.press("Enter");
  const file = line(page, "plan.pdf").getByRole("link", { name: /plan\.pdf/ });
  await expect(file).toContainText("123 kB");
  const [download] = await Promise.all([page.waitForEvent("download"), file.click()]);
  expect(download.suggestedFilename()).toBe("plan.pdf");
});

test("a field holds files: put there with the record open, named in the table, saved by a press", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/registers" });
  await page.getByRole("link", { name: "Permits" }).click();
  await expect(page.locator(".table-row").first()).toBeVisible();
  await page.getByRole("button", { name: "Add a field" }).click();
  const dialog = page.getByRole("dialog", { name: /field/ });
  await dialog.getByRole("textbox", { name: "Name" }).fill("Papers");
  await dialog.getByRole("combobox", { name: "Type" }).selectOption("files");
  await dialog.getByRole("button", { name: "Add field" }).click();
  const row = page.locator(".table-row").first();
  await row.getByRole("button").first().click();
  const sheet = page.getByRole("complementary", { name: "Record" });
  await sheet
    .getByLabel("Add a file to Papers")
    .setInputFiles({ name: "consent.pdf", mimeType: "application/pdf", buffer: Buffer.from("made up") });
  await expect(row).toContainText("consent.pdf");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    sheet.getByRole("button", { name: "consent.pdf", exact: true }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("consent.pdf");
  await sheet.getByRole("button", { name: "Remove consent.pdf" }).click();
  await expect(row).not.toContainText("consent.pdf");
});
