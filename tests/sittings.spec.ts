import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test, type Page } from "@playwright/test";
import { capture, prepare, ready, saved } from "./helpers";
import { address, kill, start } from "./ownBrowser";

const kills = 50;

interface Sitting {
  readonly id: string;
  readonly task?: string;
  readonly start: string;
  readonly end?: string;
}

/** What the disk says: the entries of the log, and which of them the clock runs on. */
async function onDisk(page: Page) {
  const rows = await page.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve, reject) => {
      const request = indexedDB.open("pensum-own");
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => reject(request.error as DOMException);
    });
    const all = await new Promise<Row[]>((resolve) => {
      const request = database.transaction("log").objectStore("log").getAll();
      request.onsuccess = () => resolve(request.result as Row[]);
    });
    database.close();
    return all;
  });
  // The log is short and whole here: it is put together from its first entry on.
  const records = new Map<string, Record<string, unknown>>();
  for (const { changes } of rows) {
    const { added = [], removed = [], updated = {} } = JSON.parse(changes) as Changes;
    for (const record of added) records.set(record.id as string, { ...record });
    for (const record of removed) records.delete(record.id as string);
    for (const [id, fields] of Object.entries(updated))
      for (const [field, [, to]] of Object.entries(fields)) {
        const record = records.get(id);
        if (record && to === null) delete record[field];
        else if (record) record[field] = to;
      }
  }
  const sittings = [...records.values()].filter(({ kind }) => kind === "work") as unknown as Sitting[];
  return { sittings, run: (records.get("clock") as { run?: { phase: string; entry?: string } } | undefined)?.run };
}

interface Row {
  readonly changes: string;
}
interface Changes {
  readonly added?: readonly Record<string, unknown>[];
  readonly removed?: readonly Record<string, unknown>[];
  readonly updated?: Readonly<Record<string, Readonly<Record<string, readonly [unknown, unknown]>>>>;
}

test(`a browser killed ${kills} times in sittings goes on with each, and loses none that was acknowledged`, async () => {
  // It ends what hangs, and nothing else: fifty starts take long on a busy machine.
  test.setTimeout(1_800_000);
  const profile = mkdtempSync(join(tmpdir(), "pensum-sittings-"));
  let acknowledged: readonly Sitting[] = [];
  let wentOn = 0;
  try {
    for (let round = 0; round <= kills; round++) {
      const { browser, child } = await start(profile);
      const context = browser.contexts()[0]!;
      const page = context.pages()[0] ?? (await context.newPage());
      // Seven minutes pass from one start to the next: not long enough to be asked about.
      const minute = 480 + round * 7;
      const clock = `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
      await prepare(context, "own", `2026-11-24T${clock}`);
      await page.setViewportSize({ width: 1280, height: 800 });
      await page.goto(address);
      await ready(page);
      const { sittings, run } = await onDisk(page);
      for (const one of acknowledged) {
        const found = sittings.find(({ id }) => id === one.id);
        expect(found, `lost after kill ${round}`).toMatchObject({ ...one });
      }
      const open = sittings.filter(({ end }) => end === undefined);
      expect(open.map(({ id }) => id)).toEqual(run?.phase === "work" ? [run.entry] : []);
      if (run?.phase === "work") {
        wentOn++;
        await expect(page.getByRole("timer").first()).toBeVisible();
      }
      if (round === kills) {
        await kill(child);
        break;
      }
      if (round === 0) {
        await capture(page, "alpha today 90 min");
        await capture(page, "beta today 60 min");
      }
      // The clock is started, switched or paused, and what the app says is saved counts from then on.
      const act = async (at: number) => {
        const pause = page.getByRole("button", { name: "Pause", exact: true }).first();
        if (at % 3 === 2 && (await pause.isVisible())) return pause.click();
        await page
          .locator("[data-tray]")
          .nth(at % 2)
          .focus();
        await page.keyboard.press("w");
      };
      await act(round);
      await page.waitForTimeout(60);
      await saved(page);
      const now = await onDisk(page);
      // A sitting of this very minute may be gone with the next act: under a minute nothing is kept.
      acknowledged = now.sittings
        .filter(({ start: from, end }) => end !== undefined || !from.endsWith(clock))
        .map(({ id, start: from, end }) => (end === undefined ? { id, start: from } : { id, start: from, end }));
      // One more, in the middle of which it is killed.
      await act(round + 1);
      await new Promise((resolve) => setTimeout(resolve, (round * 11) % 40));
      await kill(child);
    }
  } finally {
    rmSync(profile, { recursive: true, force: true });
  }
  expect(wentOn).toBeGreaterThan(kills / 4);
});
