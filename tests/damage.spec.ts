import { expect, test, type Page } from "@playwright/test";
import { capture, open, ready, saved, trayRow } from "./helpers";

/** Spoils something in the database of the own workspace. */
const spoil = (page: Page, store: "log" | "snapshots", how: "garbage" | "clear") =>
  page.evaluate(
    ([name, way]) =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open("pensum-own");
        opening.onerror = () => reject(new Error("no database"));
        opening.onsuccess = () => {
          const database = opening.result;
          const transaction = database.transaction(name!, "readwrite");
          const rows = transaction.objectStore(name!);
          if (way === "clear") rows.clear();
          else
            rows.openCursor(null, "prev").onsuccess = ({ target }) => {
              const cursor = (target as IDBRequest<IDBCursorWithValue>).result;
              cursor.update({ ...cursor.value, changes: "garbage{{", text: "garbage{{" });
            };
          transaction.oncomplete = () => {
            database.close();
            resolve();
          };
        };
      }),
    [store, how] as const,
  );

test("a workspace of which an entry is damaged opens with all of it, and says what was mended from where", async ({
  page,
}) => {
  await open(page);
  for (const line of ["order stakes", "call the mill"]) await capture(page, line);
  await saved(page);
  await spoil(page, "log", "garbage");
  await page.reload();
  await ready(page);
  const told = page.getByRole("dialog", { name: "This workspace was damaged, and was mended" });
  await expect(told).toContainText("Nothing is missing.");
  await expect(told).toContainText("from the second copy");
  await told.getByRole("button", { name: "Close" }).first().click();
  await expect(trayRow(page, "order stakes")).toBeVisible();
  await expect(trayRow(page, "call the mill")).toBeVisible();
  await capture(page, "walk the line");
  await saved(page);
  await page.reload();
  await ready(page);
  await expect(trayRow(page, "walk the line")).toBeVisible();
  await expect(told).toHaveCount(0);
  await page.goto("/settings");
  await ready(page);
  await page.getByRole("button", { name: "Check my data" }).click();
  await expect(page.getByText(/rows? on the disk held against/)).toBeVisible();
});

test("a workspace of which nothing whole is left offers its copies and a backup, and deletes nothing", async ({
  page,
}) => {
  await open(page);
  await capture(page, "order stakes");
  await saved(page);
  await page.evaluate(async () => {
    const root = await navigator.storage.getDirectory();
    const folder = await root.getDirectoryHandle("pensum-own");
    // The log of the tab that is open is in use; it is spoiled by another name being all that can be read.
    for await (const name of (folder as unknown as { keys(): AsyncIterable<string> }).keys())
      await folder.removeEntry(name).catch(() => {});
  });
  await page.goto("about:blank");
  await page.goto("/nothing-here.txt");
  await page.evaluate(async () => {
    const root = await navigator.storage.getDirectory();
    await root.removeEntry("pensum-own", { recursive: true }).catch(() => {});
  });
  await spoil(page, "log", "garbage");
  await page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const opening = indexedDB.open("pensum-own");
        opening.onsuccess = () => {
          const database = opening.result;
          const transaction = database.transaction("log", "readwrite");
          const log = transaction.objectStore("log");
          log.openCursor().onsuccess = ({ target }) => {
            const cursor = (target as IDBRequest<IDBCursorWithValue | null>).result;
            if (!cursor) return;
            cursor.update({ ...cursor.value, changes: "[[" });
            cursor.continue();
          };
          transaction.oncomplete = () => {
            database.close();
            resolve();
          };
        };
      }),
  );
  await page.goto("/");
  await expect(page.getByRole("heading", { name: "This workspace cannot be read" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Restore from a backup" })).toBeVisible();
  const [saving] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Save the stored data as a file" }).click(),
  ]);
  expect(saving.suggestedFilename()).toBe("pensum-own-stored.jsonl");
});
