import { expect, test, type Page } from "@playwright/test";
import { capture, editor, line, notice, open, railItem, saved, trayRow } from "./helpers";

async function paste(page: Page, selector: string, make: string) {
  await page.locator(selector).first().click();
  await page.evaluate(
    ([where, code]) => {
      const data = new DataTransfer();
      // The text is made in the page: five megabytes need not travel there.
      const [unit, times] = JSON.parse(code as string) as [string, number];
      data.setData("text/plain", unit.repeat(times));
      document
        .querySelector(where as string)!
        .dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
    },
    [selector, make],
  );
}

test("five megabytes pasted on a page are refused with the reason; in the top field they become a note", async ({
  page,
}) => {
  await open(page);
  const five = JSON.stringify(["a line of fifty characters, more or less, as it is\n", 100_000]);
  await editor(page).click();
  await page.locator(".day-page .cm-content").waitFor();
  await paste(page, ".day-page .cm-content", five);
  await expect(notice(page)).toContainText("the limit is 1,000,000");
  await expect(editor(page)).toContainText("Write here");
  await paste(page, "[data-pane=capture]", five);
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText("100,000 lines pasted");
  await expect(dialog).toContainText("can only be added as one note");
  await dialog.getByRole("button", { name: "Add as one note" }).click();
  await expect(notice(page)).toContainText("Added");
  await saved(page);
});

test("several pasted lines become several records after one question", async ({ page }) => {
  await open(page);
  await paste(page, "[data-pane=capture]", JSON.stringify(["- [ ] gauge tomorrow\n- letter 20 min\n", 2]));
  await page.getByRole("button", { name: "Add 4 records" }).click();
  await expect(notice(page)).toContainText("Added 4 records");
  await expect(line(page, "letter")).toHaveCount(2);
  await notice(page).getByRole("button", { name: "Undo" }).click();
  await expect(line(page, "letter")).toHaveCount(0);
});

test("odd words stay words: scripts, other writing systems, long lines, dates that do not exist", async ({ page }) => {
  const asked: string[] = [];
  page.on("request", (request) => {
    if (!/^(blob:|data:|http:\/\/localhost)/.test(request.url())) asked.push(request.url());
  });
  page.on("dialog", () => asked.push("a script ran"));
  await open(page);
  await editor(page).click();
  await page.keyboard.insertText(
    [
      "<script>alert(1)</script><img src=x onerror=alert(2)>",
      "[press me](javascript:alert(3)) and ![far](https://example.org/a.png)",
      "- [ ] שלום עולם 🌱🏳️‍🌈 مرحبا",
      `- [ ] ${"long ".repeat(2000)}`,
    ].join("\n"),
  );
  await expect(trayRow(page, "שלום")).toBeVisible();
  await page.locator("h1").click();
  await expect(
    page.locator(".day-page script, .day-page img:not(.cm-widgetBuffer), [data-address^='javascript']"),
  ).toHaveCount(0);
  await expect(line(page, "stored elsewhere and not loaded")).toBeVisible();
  await line(page, "press me").click();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1280);
  await page.keyboard.press("Escape");
  await capture(page, "<b>bold</b> pay rent 31 February #<i>");
  await expect(trayRow(page, "pay rent 31 February")).toContainText("<b>bold</b>");
  await page.goto("/day/2026-02-31");
  await expect(page.getByRole("heading", { name: "This day does not exist" })).toBeVisible();
  expect(asked).toEqual([]);
});

test("hours over midnight lie on both days, and over the clock change count as they pass", async ({ page }) => {
  await open(page, { path: "/day/2026-10-24" });
  await editor(page).click();
  await page.keyboard.type("- 23:00-05:00 night watch #Fieldwork\n- 14:00-13:00 slip");
  await expect(railItem(page, "night watch")).toHaveAttribute("aria-label", /23:00 to 24:00.*into the next day/);
  await expect(railItem(page, "slip")).toHaveCount(0);
  await page.locator("nav [data-date='2026-10-25']").click();
  await expect(railItem(page, "night watch")).toHaveAttribute("aria-label", /0:00 to 5:00.*from the previous day/);
  await expect(page.getByText("The clocks go back by 1 h on this day.")).toBeVisible();
});

test("an end before a start is refused in the sheet, and nothing changes", async ({ page }) => {
  await open(page);
  await editor(page).click();
  await page.keyboard.type("12:00-13:00 lunch");
  await railItem(page, "lunch").click();
  const sheet = page.getByRole("complementary", { name: "Record" });
  await sheet.getByRole("button", { name: "End" }).click();
  await page.getByRole("textbox", { name: "Time" }).fill("11:00");
  await page.getByRole("textbox", { name: "Time" }).press("Enter");
  await expect(notice(page)).toContainText("The end must be after the start");
  await expect(railItem(page, "lunch")).toHaveAttribute("aria-label", /12:00 to 13:00/);
});
