import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { bundle, row } from "./harness.mjs";

const count = 100_000;

/** Reading a zip of Markdown of 100,000 records, in a process of its own so that its memory can be told. */
export async function folder() {
  const ours = await bundle("bench/page/folder.ts", {
    platform: "node",
    banner: {
      js: 'import { createRequire as makeRequire } from "node:module"; const require = makeRequire(import.meta.url);',
    },
  });
  const place = mkdtempSync(join(tmpdir(), "pensum-bench-"));
  try {
    const { archiveOf } = await import(ours);
    const { bytes, records } = archiveOf(count);
    const file = join(place, "workspace.zip");
    writeFileSync(file, bytes);
    const script = `import { readFileSync } from "node:fs"; import { readArchive } from ${JSON.stringify(ours)}; console.log(JSON.stringify(readArchive(readFileSync(${JSON.stringify(file)}))));`;
    const read = JSON.parse(
      execFileSync(process.execPath, ["--input-type=module", "-e", script], { encoding: "utf8" }),
    );
    if (read.records !== records || read.faults > 0) throw new Error("The folder does not give back what was written.");
    return [
      row(`read a folder of Markdown (zip) of ${records.toLocaleString("en")} records`, {
        ours: read.milliseconds / 1000,
        unit: "s",
        target: "20 s",
        holds: read.milliseconds <= 20_000,
      }),
      row("the most memory that takes, with the runtime's own", {
        ours: read.megabytes,
        unit: "MB",
        target: "500 MB",
        holds: read.megabytes <= 500,
      }),
    ];
  } finally {
    rmSync(place, { recursive: true });
  }
}
