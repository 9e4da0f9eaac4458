import { inPage, quantile, row } from "./harness.mjs";

const count = 100_000;
const starts = 7;

/** Writing and reading a hundred thousand records, and one act until it is durable, against IndexedDB used plainly. */
export async function storage() {
  return inPage("bench/page/storage.ts", async (page) => {
    const write = await page.evaluate((n) => globalThis.benchStorage.write(n), count);
    // Each start is one of a page that was just loaded: what an earlier one left to be collected is not its business.
    const start = { ours: [], peer: [] };
    for (let at = 0; at < starts; at++) {
      start.peer.push(await inFreshPage(page, () => globalThis.benchStorage.startFromRows()));
      start.ours.push(await inFreshPage(page, () => globalThis.benchStorage.start()));
    }
    const [ours, peer] = [quantile(start.ours, 0.5), quantile(start.peer, 0.5)];
    const durable = async (what) => {
      const acts = await page.evaluate((name) => globalThis.benchStorage.act(400, name), what);
      return { ours: quantile(acts.ours, 0.95), peer: quantile(acts.peer, 0.95) };
    };
    const act = await durable("tick");
    const clock = await durable("clock");
    return [
      row("write 100,000 records, peer: one Dexie row each", {
        ...write,
        unit: "ms",
        ratio: write.peer / write.ours,
        target: "40 times faster",
        holds: write.peer / write.ours >= 40,
      }),
      row("start with 100,000 records until the store answers, peer: reading one row each", {
        ours,
        peer,
        unit: "ms",
        ratio: peer / ours,
        target: "5 times faster",
        holds: peer / ours >= 5,
      }),
      row("one act until it is durable, p95, peer: a bare strict put", {
        ...act,
        unit: "ms",
        ratio: act.ours / act.peer,
        target: "within 2 times",
        holds: act.ours / act.peer <= 2,
      }),
      row("starting or stopping the clock until it is durable, p95, peer: a bare strict put", {
        ...clock,
        unit: "ms",
        ratio: clock.ours / clock.peer,
        target: "within 2 times",
        holds: clock.ours / clock.peer <= 2,
      }),
    ];
  });
}

async function inFreshPage(page, work) {
  await page.reload();
  await page.waitForFunction(() => "benchStorage" in globalThis);
  return page.evaluate(work);
}
