import { mkdirSync, writeFileSync } from "node:fs";
import { readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { unzipSync } from "fflate";
import { expect, test } from "@playwright/test";
import { notice, open, saved } from "./helpers";

test("a foreign folder of Markdown goes in after a preview, is worked with, and comes out with every byte that was not touched", async ({
  page,
}, info) => {
  const folder = info.outputPath("River notes");
  const files: Record<string, string> = {
    "Reaches/Reach 4.md":
      "---\ntags: [river]\nauthor: Odile\n---\n# The plan for reach four\r\n\n- [ ] count the stakes\n",
    "Reaches/Weir.md": "See [[Reach 4]]\n\n```\n- [ ] not a task\n```",
    "2026-11-20.md": "slept well\n- [x] stretch\n",
  };
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), text);
  }
  await open(page, { path: "/settings" });
  await page.locator("input[webkitdirectory]").setInputFiles(folder);
  const dialog = page.getByRole("dialog", { name: /River notes/ });
  await expect(dialog).toContainText("1 × day page, 2 × note, 2 × task");
  await dialog.getByRole("radio", { name: /first headings/ }).click();
  await dialog.getByRole("button", { name: "Import" }).click();
  await expect(notice(page)).toContainText("Imported “River notes”");
  await page.goto("/registers/notes");
  await expect(page.locator(".table-row", { hasText: "The plan for reach four" })).toContainText("Reaches");
  await page.goto("/registers/tasks");
  await expect(page.locator(".table-row", { hasText: "count the stakes" })).toBeVisible();
  await expect(page.locator(".table-row", { hasText: "not a task" })).toHaveCount(0);
  await saved(page);

  await page.goto("/settings");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Export as a zip" }).click(),
  ]);
  const out = unzipSync(readFileSync(await download.path()));
  for (const [path, text] of Object.entries(files)) expect(new TextDecoder().decode(out[path])).toBe(text);
});
