// The machine itself, measured with work that has none of our code in it: what a row of another machine is compared by.
import { createServer } from "node:http";
import { launch, quantile, row, traced } from "./harness.mjs";

/**
 * Milliseconds of the same work on the machine on which the limits were set (the one where SQLite answers the question of
 * `lens.mjs` in 283 ms): script, layout and paint, IndexedDB.
 */
export const reference = { script: 65, paint: 145, store: 260 };

/** The share of a felt limit's machine: what a hand feels holds on a machine that is this much slower. */
export const slower = 2;

const rounds = 5;

/** Milliseconds of a fixed piece of script, of layout and paint, and of IndexedDB; the middle of some rounds each. */
export async function measureMachine() {
  const server = createServer((request, response) => {
    response.setHeader("content-type", "text/html");
    response.end("<!doctype html><title>machine</title><body></body>");
  });
  await new Promise((resolve) => server.listen(0, "127.0.0.1", resolve));
  const browser = await launch();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`http://localhost:${server.address().port}/`);
    const middle = async (measure) => {
      const times = [];
      for (let round = 0; round < rounds; round++) times.push(await measure());
      return quantile(times, 0.5);
    };
    return {
      script: await middle(() => page.evaluate(script)),
      paint: await middle(() => paint(page)),
      store: await middle(() => page.evaluate(store)),
    };
  } finally {
    await browser.close();
    server.close();
  }
}

/** The middle of what the machine was at several times. */
export function middleOf(times) {
  return Object.fromEntries(
    Object.keys(reference).map((part) => [
      part,
      quantile(
        times.map((one) => one[part]),
        0.5,
      ),
    ]),
  );
}

/** The rows that say what machine this is: its times, and how much slower it is than the one on which the limits were set. */
export function machineRows(machine) {
  const words = {
    script: "the machine: 60,000 objects made, grouped, sorted, written and read by plain script",
    paint: "the machine: layout and paint of 12 frames in which 300 boxes change",
    store: "the machine: 5,000 rows through IndexedDB, and 20 that wait for the disk",
  };
  return Object.entries(words).map(([part, question]) =>
    row(question, {
      ours: machine[part],
      peer: reference[part],
      unit: "ms",
      ratio: machine[part] / reference[part],
      target: "none set",
      holds: true,
    }),
  );
}

/** A row with its time divided by how slow this machine is, and whether it holds. */
export function judged(row, machine) {
  if (!row.on || !/^(ms|s|µs)$/.test(row.unit))
    return row.limit === undefined ? row : { ...row, holds: row.ours <= row.limit };
  const divided = row.ours / (machine[row.on] / reference[row.on]);
  if (row.limit === undefined) return { ...row, divided: Number(divided.toPrecision(3)) };
  const limit = row.felt ? row.limit / slower : row.limit;
  return {
    ...row,
    divided: Number(divided.toPrecision(3)),
    target: row.felt ? `${row.target}, felt` : row.target,
    holds: divided <= limit,
  };
}

/** Objects made, grouped by a word, sorted by two of their values, written and read: what programs like ours do all day. */
function script() {
  let seed = 7;
  const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
  const start = performance.now();
  const things = Array.from({ length: 60_000 }, (_, at) => ({
    id: `thing${at}`,
    title: `${random().toString(36).slice(2, 8)} of the week`,
    size: Math.floor(random() * 240),
    group: `group ${Math.floor(random() * 40)}`,
  }));
  const groups = new Map();
  for (const thing of things) {
    const group = groups.get(thing.group);
    if (group) group.push(thing);
    else groups.set(thing.group, [thing]);
  }
  let sum = 0;
  for (const group of groups.values()) {
    group.sort((one, other) => one.size - other.size || (one.title < other.title ? -1 : 1));
    sum += group[0].size;
  }
  sum += JSON.parse(JSON.stringify(things.slice(0, 20_000))).length;
  if (sum === 0) throw new Error("Nothing was done.");
  return performance.now() - start;
}

/** The main thread's work for 12 frames in which 300 boxes with words move and widen. */
async function paint(page) {
  await page.evaluate(() => {
    document.body.innerHTML = "";
    for (let at = 0; at < 300; at++) {
      const box = document.createElement("div");
      box.style.cssText = `position:absolute;left:${(at % 20) * 62}px;top:${Math.floor(at / 20) * 26}px;width:60px;height:24px;border:1px solid #888;border-radius:4px;font:12px sans-serif;overflow:hidden`;
      box.textContent = `Item ${at} of the week that is shown`;
      document.body.append(box);
    }
  });
  const events = await traced(page, () =>
    page.evaluate(async () => {
      for (let frame = 0; frame < 12; frame++) {
        for (const box of document.body.children) box.style.width = `${56 + (frame % 8)}px`;
        await new Promise((resolve) => requestAnimationFrame(resolve));
      }
    }),
  );
  return events
    .filter(({ name }) => name === "ProxyMain::BeginMainFrame")
    .reduce((sum, { dur }) => sum + dur / 1000, 0);
}

/** 5,000 rows written in one transaction and read again, then 20 that wait for the disk, one after the other. */
async function store() {
  const asked = (request) =>
    new Promise((resolve, reject) => {
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => reject(request.error);
    });
  const done = (transaction) =>
    new Promise((resolve, reject) => {
      transaction.oncomplete = resolve;
      transaction.onerror = () => reject(transaction.error);
    });
  await asked(indexedDB.deleteDatabase("machine"));
  const opening = indexedDB.open("machine", 1);
  opening.onupgradeneeded = () => opening.result.createObjectStore("rows", { keyPath: "id" });
  const database = await asked(opening);
  const start = performance.now();
  const many = database.transaction("rows", "readwrite");
  for (let at = 0; at < 5000; at++) many.objectStore("rows").put({ id: at, words: `row ${at} `.repeat(6) });
  await done(many);
  await asked(database.transaction("rows").objectStore("rows").getAll());
  for (let at = 0; at < 20; at++) {
    const one = database.transaction("rows", "readwrite", { durability: "strict" });
    one.objectStore("rows").put({ id: at, words: "again" });
    await done(one);
  }
  const taken = performance.now() - start;
  database.close();
  return taken;
}
