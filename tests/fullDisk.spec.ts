import { execFileSync } from "node:child_process";
import { closeSync, mkdtempSync, openSync, rmSync, writeSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { capture, editor, line, now, prepare, ready, saved, trayRow } from "./helpers";
import { address, kill, start } from "./ownBrowser";

/** A small disk of its own for a profile. Undefined where this machine lets nobody mount one. */
function smallDisk(megabytes: number): { path: string; remove: () => void } | undefined {
  const path = mkdtempSync(join(tmpdir(), "pensum-disk-"));
  try {
    execFileSync("mount", ["-t", "tmpfs", "-o", `size=${megabytes}m`, "tmpfs", path], { stdio: "ignore" });
  } catch {
    rmSync(path, { recursive: true });
    return undefined;
  }
  return {
    path,
    remove() {
      execFileSync("umount", ["-l", path], { stdio: "ignore" });
      rmSync(path, { recursive: true });
    },
  };
}

/** Fills a disk to its last byte. Returns what makes room again. */
function fill(path: string): () => void {
  const file = join(path, "filler");
  const to = openSync(file, "w");
  for (let size = 1 << 20; size >= 1;) {
    try {
      writeSync(to, Buffer.alloc(size, 1));
    } catch {
      size >>= 1;
    }
  }
  closeSync(to);
  return () => rmSync(file);
}

test("a disk that is really full: what was typed stays, is said not to be saved, and is saved when there is room", async () => {
  test.setTimeout(900_000);
  const disk = smallDisk(96);
  test.skip(disk === undefined, "No disk can be mounted here.");
  let running = await start(join(disk!.path, "profile"));
  const opened = async () => {
    const context = running.browser.contexts()[0]!;
    const page = context.pages()[0] ?? (await context.newPage());
    await prepare(context, "own", now);
    // An app that is half kept when the disk fills up is dropped by the browser, which makes room.
    await context.addInitScript(() =>
      Object.defineProperty(Navigator.prototype, "serviceWorker", { value: undefined }),
    );
    await page.goto(address);
    await ready(page);
    return page;
  };
  try {
    let page = await opened();
    await capture(page, "written while there was room");
    await saved(page);
    const makeRoom = fill(disk!.path);
    // More than whatever the browser holds in reserve.
    await editor(page).click();
    await page.keyboard.press("Control+End");
    const long = "the water stood at the third mark of the gauge ".repeat(8000);
    await page.keyboard.insertText(`\nbeyond the last byte\n${long}`);
    const status = page.locator(".status [role=status]");
    await expect(status).not.toHaveText(/all saved/i, { timeout: 30_000 });
    await capture(page, "and one thing more");
    await expect(page.getByRole("alert").filter({ hasText: "not saved" })).toBeVisible({ timeout: 30_000 });
    await expect(status).not.toHaveText(/all saved/i);
    await expect(line(page, "beyond the last byte")).toBeVisible();
    makeRoom();
    await expect(page.getByRole("alert").filter({ hasText: "not saved" })).toHaveCount(0, { timeout: 90_000 });
    await saved(page);
    await running.browser.close();
    await kill(running.child);
    running = await start(join(disk!.path, "profile"));
    page = await opened();
    await expect(line(page, "beyond the last byte")).toHaveCount(1);
    // What stands behind the long line is out of sight on the page.
    for (const words of ["written while there was room", "and one thing more"])
      await expect(trayRow(page, words)).toHaveCount(1);
  } finally {
    await running.browser.close().catch(() => {});
    await kill(running.child).catch(() => {});
    disk?.remove();
  }
});
