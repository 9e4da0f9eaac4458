import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { atMost, bundle } from "./harness.mjs";

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
      atMost(
        `read a folder of Markdown (zip) of ${records.toLocaleString("en")} records`,
        read.milliseconds / 1000,
        20,
        { unit: "s" },
      ),
      atMost("the most memory that takes, with the runtime's own", read.megabytes, 500, { unit: "MB", on: null }),
    ];
  } finally {
    rmSync(place, { recursive: true });
  }
}
