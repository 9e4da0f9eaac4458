import { expect, type BrowserContext, type Locator, type Page } from "@playwright/test";

export const now = "2026-11-24T11:07";
export const today = "2026-11-24";

interface OpenOptions {
  workspace?: "own" | "demo";
  now?: string;
  path?: string;
}

/** Opens the app in a workspace, at a moment, and waits until it can be used. */
export async function open(
  page: Page,
  { workspace = "own", now: moment = now, path = "/" }: OpenOptions = {},
): Promise<void> {
  await prepare(page.context(), workspace, moment);
  await page.goto(path);
  await ready(page);
}

export async function prepare(context: BrowserContext, workspace: "own" | "demo", moment = now): Promise<void> {
  await context.addInitScript(
    ([name, present]) => {
      try {
        localStorage.setItem("pensum-workspace", name as string);
      } catch {
        // A page without an origin of its own has no storage, and no app either.
      }
      (globalThis as { pensumNow?: unknown }).pensumNow = present;
    },
    [workspace, moment],
  );
}

export async function ready(page: Page): Promise<void> {
  await expect(page.locator(".top-bar")).toBeVisible({ timeout: 30_000 });
}

/** Adds a line through the field in the top bar. */
export async function capture(page: Page, line: string): Promise<void> {
  const field = page.getByRole("textbox", { name: "Add a task, event or note" });
  await field.click();
  await field.fill(line);
  await field.press("Enter");
  await expect(field).toHaveValue("");
  await field.press("Escape");
}

export const editor = (page: Page): Locator => page.locator(".day-page :is(.cm-content, .plain-page)");
export const line = (page: Page, words: string): Locator => page.locator(".day-page .cm-line", { hasText: words });
export const railItem = (page: Page, words: string | RegExp): Locator => page.locator(".rail-item", { hasText: words });
export const trayRow = (page: Page, words: string): Locator => page.locator("[data-tray]", { hasText: words });
export const notice = (page: Page): Locator => page.locator("[data-notice]");

/** Waits until everything done so far is on the disk. */
export async function saved(page: Page): Promise<void> {
  await expect(page.locator(".status [role=status]")).toHaveText(/all saved/i);
}

/** Where a minute of the day is on the screen, scrolled into sight. */
export async function pointOnRail(page: Page, minute: number): Promise<{ x: number; y: number }> {
  const hours = page.getByRole("group", { name: /^Hours of/ });
  await hours.evaluate((canvas, at) => {
    const scroller = canvas.parentElement as HTMLElement;
    scroller.scrollTop = (at / 60) * 63 - scroller.clientHeight / 2;
  }, minute);
  const box = (await hours.boundingBox())!;
  return { x: box.x + 150, y: box.y + (minute / 60) * 63 };
}

/** Pulls something to a point on the screen, slowly enough to be seen, and lets it go there. */
export async function pull(page: Page, from: { x: number; y: number }, to: { x: number; y: number }): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 });
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.waitForTimeout(60);
  await page.mouse.up();
}

/** Pulls something to a minute of the day. Both must fit into the rail's height. */
export async function pullToRail(page: Page, locator: Locator, minute: number): Promise<void> {
  const to = await pointOnRail(page, minute);
  const box = (await locator.boundingBox())!;
  await pull(page, { x: box.x + Math.min(60, box.width / 2), y: box.y + box.height / 2 }, to);
}

export async function middle(locator: Locator): Promise<{ x: number; y: number }> {
  await locator.scrollIntoViewIfNeeded();
  const box = (await locator.boundingBox())!;
  return { x: box.x + Math.min(60, box.width / 2), y: box.y + box.height / 2 };
}

interface StoredRecord {
  id: string;
  kind: string;
  [field: string]: unknown;
}

/** All records, as the database has them: what a restart would find. */
export async function storedRecords(page: Page, workspace = "own"): Promise<StoredRecord[]> {
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    (async () => {
      await page.getByRole("link", { name: "Settings" }).click();
      await page.getByRole("button", { name: "Export a backup" }).click();
    })(),
  ]);
  expect(download.suggestedFilename()).toContain(workspace);
  const { readFileSync } = await import("node:fs");
  const lines = readFileSync(await download.path(), "utf8")
    .trim()
    .split("\n");
  return lines.flatMap((text) => (JSON.parse(text) as { record?: StoredRecord }).record ?? []);
}

/** Opens a record by its title, through the search. */
export async function openFound(page: Page, title: string): Promise<void> {
  await page.getByRole("button", { name: "Search" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("combobox").or(dialog.getByRole("searchbox")).first().fill(title);
  await dialog.getByText(title).first().click();
}
