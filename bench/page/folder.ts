import { demoRecords } from "../../demo/generate";
import { readFolder, unzip, writeFolder, zipOf } from "../../src/core/interop/folder";

const now = "2026-11-24T11:07";

/** A zip of Markdown of a workspace of about so many records, and how many it holds. */
export function archiveOf(size: number): { bytes: Uint8Array; records: number } {
  const records = demoRecords({ now, size, seed: 7 });
  const chunks = [...zipOf(writeFolder({ records, files: [] }))];
  return { bytes: Buffer.concat(chunks), records: records.length };
}

/** Reads it the way the app does, and gives how long that took, how many records came, and the most memory it had. */
export function readArchive(bytes: Uint8Array): {
  milliseconds: number;
  records: number;
  faults: number;
  megabytes: number;
} {
  const start = performance.now();
  let most = 0;
  const look = () => {
    most = Math.max(most, process.memoryUsage().rss);
  };
  const reading = readFolder(unzip(bytes), { base: [], held: [], now, titles: "fileName", progress: look });
  look();
  return {
    milliseconds: performance.now() - start,
    records: reading.changes.added.size,
    faults: reading.faults.length,
    megabytes: most / 1024 / 1024,
  };
}
