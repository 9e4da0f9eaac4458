import { expect, test } from "@playwright/test";
import { capture, editor, line, open, saved } from "./helpers";

test("nothing is asked of another origin, and the strict policy holds wherever one goes", async ({ page, baseURL }) => {
  const asked: string[] = [];
  const broken: string[] = [];
  page.on("request", (request) => {
    const url = new URL(request.url());
    if (!["blob:", "data:"].includes(url.protocol) && url.origin !== baseURL) asked.push(request.url());
  });
  page.on("console", (message) => {
    if (/Content Security Policy/i.test(message.text())) broken.push(message.text());
  });
  page.on("pageerror", (error) => broken.push(error.message));

  await open(page, { workspace: "demo" });
  const policy = (await page.request.get("/")).headers()["content-security-policy"]!;
  expect(policy).toContain("default-src 'none'");
  expect(policy).not.toMatch(/unsafe-(?:inline|eval)|https?:/);

  await editor(page).click();
  await page.keyboard.press("Control+End");
  await page.keyboard.insertText(
    "\n![map](https://example.org/map.png) <img src=https://example.org/x.png> [site](https://example.org)\n",
  );
  await expect(page.getByText("stored elsewhere and not loaded")).toBeVisible();
  await page.locator("h1").click();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keyboard shortcuts" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /left over/ }).click();
  await page.getByRole("button", { name: "Another day" }).first().click();
  await expect(page.getByRole("group", { name: "Days" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.locator(".rail-item").first().click();
  await expect(page.locator(".record-sheet")).toContainText("Took");
  await capture(page, "call the mill tomorrow 9:30 @Ines #desk");
  await page.getByRole("link", { name: "Settings" }).click();
  await expect(page.getByRole("heading", { name: "Settings" })).toBeVisible();
  await saved(page);

  expect(asked).toEqual([]);
  expect(broken).toEqual([]);
});

test("a pasted picture is kept, shown again after a restart, and goes along in the backup", async ({ page }) => {
  await open(page);
  await editor(page).click();
  await page.keyboard.type("Staff gauge: ");
  await page.locator(".day-page .cm-content").waitFor();
  await editor(page).evaluate((target) => {
    const canvas = Object.assign(document.createElement("canvas"), { width: 40, height: 30 });
    const bytes = Uint8Array.from(atob(canvas.toDataURL("image/png").split(",")[1]!), (letter) => letter.charCodeAt(0));
    const data = new DataTransfer();
    data.items.add(new File([bytes], "gauge.png", { type: "image/png" }));
    target.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect(line(page, "Staff gauge")).toContainText("gauge.png");
  await page.keyboard.press("Control+End");
  await page.keyboard.press("Enter");
  const picture = page.getByRole("img", { name: "gauge.png" });
  const width = () => picture.evaluate((image: HTMLImageElement) => image.naturalWidth);
  await expect.poll(width).toBe(40);
  await saved(page);
  await page.reload();
  await expect.poll(width).toBe(40);
  await expect(line(page, "Staff gauge")).toBeVisible();
  await page.getByRole("link", { name: "Settings" }).click();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Export a backup" }).click(),
  ]);
  const { readFileSync } = await import("node:fs");
  expect(readFileSync(await download.path(), "utf8")).toContain('"name":"gauge.png"');
});
