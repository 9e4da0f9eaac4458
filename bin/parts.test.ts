import { mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, expect, it } from "vitest";
import { addRecord } from "@/core/commands";
import { writeBackup } from "@/core/interop";
import { standingClock } from "@/core/time";
import { openFile, saveFile } from "./workspace";

const folder = mkdtempSync(join(tmpdir(), "pensum-parts-"));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

it("takes away what a killed command left beside the file it was writing, and nothing else", async () => {
  const path = join(folder, "b.pensum");
  const chunks: Uint8Array[] = [];
  for await (const chunk of writeBackup({ records: [], log: [], files: [] })) chunks.push(chunk);
  writeFileSync(path, Buffer.concat(chunks));
  // Of a process that is gone, of this very one, of another file, and of no process at all.
  for (const name of [
    "b.pensum.999999999.part",
    `b.pensum.${process.pid}.part.md`,
    "c.pensum.999999999.part",
    "b.pensum.part",
  ])
    writeFileSync(join(folder, name), "x");
  const file = await openFile(path, standingClock("2026-11-24T11:07"));
  file.store.act(addRecord, { kind: "note", title: "A" });
  await saveFile(file);
  expect(readdirSync(folder).sort()).toEqual([
    "b.pensum",
    `b.pensum.${process.pid}.part.md`,
    "b.pensum.part",
    "c.pensum.999999999.part",
  ]);
  const again = await openFile(path, standingClock("2026-11-24T11:07"));
  expect([...again.store.records()]).toMatchObject([{ title: "A" }]);
});
