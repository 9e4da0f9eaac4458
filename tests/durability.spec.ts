import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test, type Page } from "@playwright/test";
import { capture, editor, line, notice, now, open, prepare, ready, saved } from "./helpers";
import { address, kill, start } from "./ownBrowser";

const kills = 50;

test(`a browser killed ${kills} times in bursts of acts loses nothing that was acknowledged`, async () => {
  // It ends what hangs, and nothing else: fifty starts take long on a busy machine.
  test.setTimeout(1_800_000);
  const profile = mkdtempSync(join(tmpdir(), "pensum-kill-"));
  const acknowledged = new Set<string>();
  let written = 0;
  let unacknowledged = 0;
  try {
    for (let round = 0; round <= kills; round++) {
      const { browser, child } = await start(profile);
      const context = browser.contexts()[0]!;
      const page = context.pages()[0] ?? (await context.newPage());
      await page.exposeFunction("acknowledge", (titles: string[]) =>
        titles.forEach((title) => acknowledged.add(title)),
      );
      await prepare(context, "own", now);
      await page.goto(address);
      await ready(page);
      const found = await page.evaluate(() => document.querySelectorAll("[data-tray]").length);
      const titles = await allTitles(page);
      for (const title of acknowledged) expect(titles, `lost after kill ${round}`).toContain(title);
      unacknowledged = titles.length - acknowledged.size;
      // It opens as a workspace too: what was added stands where it is looked for.
      expect(found).toBeGreaterThanOrEqual(Math.min(1, acknowledged.size));
      if (round === kills) {
        await kill(child);
        break;
      }
      // What reads lines is there before the first, so that a line has been added when the field is empty again.
      const field = page.getByRole("textbox", { name: "Add a task, event or note" });
      await field.fill("warm up 5 min");
      await expect(page.getByRole("list", { name: "Recognised" })).toBeVisible();
      await field.fill("");
      // Bursts of one to six lines, each burst noted when the app says that all is saved; killed in one of the later ones.
      const known = acknowledged.size;
      page.evaluate(addInBursts, { from: written, count: linesARound }).catch(() => {});
      written += linesARound;
      await expect
        .poll(() => acknowledged.size, { intervals: [5], timeout: 20_000 })
        .toBeGreaterThan(known + (round % 7));
      await new Promise((resolve) => setTimeout(resolve, (round * 13) % 60));
      await kill(child);
    }
  } finally {
    rmSync(profile, { recursive: true, force: true });
  }
  // Some kills came between a line's being written and its being acknowledged: in the middle of a burst.
  expect(unacknowledged).toBeGreaterThan(0);
});

const linesARound = 400;

/** In the page: adds lines in bursts, and acknowledges those of a burst once all is said to be saved. */
async function addInBursts({ from, count }: { from: number; count: number }) {
  const pause = () => new Promise((resolve) => setTimeout(resolve, 1));
  const field = document.querySelector<HTMLInputElement>("[data-pane=capture]")!;
  const status = document.querySelector(".status [role=status]")!;
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!;
  const { acknowledge } = globalThis as unknown as { acknowledge(titles: string[]): Promise<void> };
  field.focus();
  for (let at = from, burst = 1; at < from + count; burst = (burst % 6) + 1) {
    const titles: string[] = [];
    for (let line = 0; line < burst; line++, at++) {
      set.call(field, `burst line number${at}x`);
      field.dispatchEvent(new Event("input", { bubbles: true }));
      await pause();
      field.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true }));
      // The field is empty again only after the act was done and the status no longer speaks of the acts before it.
      while (field.value !== "") await pause();
      titles.push(`burst line number${at}x`);
    }
    while (!/all saved/i.test(status.textContent ?? "")) await pause();
    await acknowledge(titles);
  }
}

/** The titles of all tasks, straight from the page of the day. */
async function allTitles(page: Page): Promise<string[]> {
  return page.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve, reject) => {
      const request = indexedDB.open("pensum-own");
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => reject(request.error as DOMException);
    });
    const all = (store: string) =>
      new Promise<unknown[]>((resolve) => {
        const request = database.transaction(store).objectStore(store).getAll();
        request.onsuccess = () => resolve(request.result as unknown[]);
      });
    const text = JSON.stringify([await all("log"), await all("snapshots")]);
    database.close();
    return [...new Set(text.match(/burst line number\d+x/g) ?? [])];
  });
}

test("a database that the browser has lost comes back from the second copy", async ({ page }) => {
  const lose = async () => {
    await page.goto("/health");
    await page.evaluate(
      () =>
        new Promise((resolve) => {
          indexedDB.deleteDatabase("pensum-own").onsuccess = resolve;
        }),
    );
    await page.goto("/");
    await ready(page);
  };
  await open(page);
  await capture(page, "order stakes");
  await saved(page);
  await lose();
  await expect(notice(page)).toContainText("restored from the second copy");
  await expect(line(page, "order stakes")).toBeVisible();
  await capture(page, "ask for the yard key");
  await saved(page);
  await lose();
  await expect(line(page, "order stakes")).toBeVisible();
  await expect(line(page, "ask for the yard key")).toBeVisible();
});

test("a full disk is said, what was typed stays, can be kept as a file, and is written when there is room", async ({
  page,
}) => {
  await page.addInitScript(() => {
    const add = IDBObjectStore.prototype.add;
    IDBObjectStore.prototype.add = function (this: IDBObjectStore, ...words: Parameters<typeof add>) {
      if ((globalThis as { diskFull?: boolean }).diskFull)
        throw new DOMException("No space left on the device", "QuotaExceededError");
      return add.apply(this, words);
    };
  });
  await open(page);
  await page.evaluate(() => ((globalThis as { diskFull?: boolean }).diskFull = true));
  await capture(page, "written on a full disk");
  const alert = page.getByRole("alert").filter({ hasText: "not saved" });
  await expect(alert).toContainText("The disk is full");
  await expect(line(page, "written on a full disk")).toBeVisible();
  await capture(page, "and one more");
  await expect(alert).toContainText("2 changes are not saved yet");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    alert.getByRole("button", { name: "Save everything as a file" }).click(),
  ]);
  const { readFileSync } = await import("node:fs");
  expect(readFileSync(await download.path(), "utf8")).toContain("written on a full disk");
  // In one task, since Pensum also tries again by itself and the button may go at any moment.
  await alert.getByRole("button", { name: "Try again" }).evaluate((button: HTMLButtonElement) => {
    (globalThis as { diskFull?: boolean }).diskFull = false;
    button.click();
  });
  await expect(alert).toHaveCount(0);
  await page.reload();
  await ready(page);
  await expect(line(page, "and one more")).toBeVisible();
});

test("without a database the day can be worked on, and it is said that nothing is kept", async ({ page }) => {
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException("The user denied access", "SecurityError");
    };
  });
  await open(page);
  await expect(page.getByRole("alert").filter({ hasText: "Nothing is being saved" })).toBeVisible();
  await editor(page).click();
  await page.keyboard.type("- [ ] still here");
  await expect(page.locator("[data-tray]", { hasText: "still here" })).toBeVisible();
});
