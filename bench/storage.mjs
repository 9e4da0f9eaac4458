import { inPage, quantile, row } from "./harness.mjs";

const count = 100_000;

/** Writing and reading a hundred thousand records, and one act until it is durable, against IndexedDB used plainly. */
export async function storage() {
  return inPage("bench/page/storage.ts", async (page) => {
    const write = await page.evaluate((n) => globalThis.benchStorage.write(n), count);
    await page.reload();
    await page.waitForFunction(() => "benchStorage" in globalThis);
    const starts = [];
    for (let at = 0; at < 3; at++) starts.push(await page.evaluate(() => globalThis.benchStorage.start()));
    const start = {
      ours: quantile(
        starts.map((one) => one.ours),
        0.5,
      ),
      peer: quantile(
        starts.map((one) => one.peer),
        0.5,
      ),
    };
    const acts = await page.evaluate(() => globalThis.benchStorage.act(400));
    const act = { ours: quantile(acts.ours, 0.95), peer: quantile(acts.peer, 0.95) };
    return [
      row("write 100,000 records, peer: one Dexie row each", {
        ...write,
        unit: "ms",
        ratio: write.peer / write.ours,
        target: "40 times faster",
        holds: write.peer / write.ours >= 40,
      }),
      row("start with 100,000 records until the store answers, peer: reading one row each", {
        ...start,
        unit: "ms",
        ratio: start.peer / start.ours,
        target: "4 times faster",
        holds: start.peer / start.ours >= 4,
      }),
      row("one act until it is durable, p95, peer: a bare strict put", {
        ...act,
        unit: "ms",
        ratio: act.ours / act.peer,
        target: "within 2 times",
        holds: act.ours / act.peer <= 2,
      }),
    ];
  });
}
