// What the questions share: a browser, bundles of our own code, a page to run them in, and the numbers.
import "temporal-polyfill/global";
import { execFileSync } from "node:child_process";
import { existsSync } from "node:fs";
import { createServer } from "node:http";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { build } from "esbuild";
import { chromium } from "@playwright/test";
import { chromiumFlags, chromiumPath, root } from "../tools/setup.mjs";

/** The value below which a share of the numbers lie. */
export function quantile(numbers, share) {
  const sorted = [...numbers].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
}

export function bundle(entry, options = {}) {
  const file = join(root, "node_modules", ".pensum", entry.replace(/\W+/g, "-") + ".mjs");
  const alias = { "@": join(root, "src"), "@demo": join(root, "demo") };
  return build({
    entryPoints: [join(root, entry)],
    bundle: true,
    format: "esm",
    outfile: file,
    alias,
    minify: process.env.PLAIN ? false : true,
    logLevel: "error",
    define: { "process.env.NODE_ENV": '"production"' },
    ...options,
  }).then(() => file);
}

/** A peer that is too large for everybody to install: it is, from `bench/peers`, when it is first measured. */
export function largePeer(name, entry) {
  const folder = join(root, "bench", "peers");
  if (!existsSync(join(folder, "node_modules", name))) execFileSync("npm", ["ci"], { cwd: folder, stdio: "ignore" });
  const require = createRequire(join(folder, "package.json"));
  const path = require.resolve(`${name}/${entry}`);
  return { api: require(path), file: (beside) => join(dirname(path), beside) };
}

export function launch() {
  return chromium.launch({ executablePath: chromiumPath, args: chromiumFlags });
}

/** Runs `work` in a page that has loaded a bundle from an origin of its own. */
export async function inPage(entry, work) {
  const { readFileSync } = await import("node:fs");
  const script = readFileSync(await bundle(entry));
  const server = createServer((request, response) => {
    const isScript = request.url === "/bundle.mjs";
    response.setHeader("content-type", isScript ? "text/javascript" : "text/html");
    response.end(isScript ? script : '<!doctype html><script type="module" src="/bundle.mjs"></script>');
  });
  await new Promise((resolve) => server.listen(0, "127.0.0.1", resolve));
  const browser = await launch();
  try {
    const page = await browser.newPage();
    await page.goto(`http://localhost:${server.address().port}/`);
    await page.waitForFunction(() => "benchStorage" in globalThis);
    return await work(page);
  } finally {
    await browser.close();
    server.close();
  }
}

/** A page in a workspace, as a person in Berlin has it, at the moment of the pictures. */
export async function freshPage(browser, workspace, size, more = {}) {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    timezoneId: "Europe/Berlin",
    serviceWorkers: "block",
    ...more,
  });
  const page = await context.newPage();
  await page.addInitScript(
    ([name, records]) => {
      localStorage.setItem("pensum-workspace", name);
      globalThis.pensumNow = "2026-11-24T11:07";
      if (records) globalThis.pensumDemoSize = records;
    },
    [workspace, size],
  );
  return page;
}

/** Opens the app on a day of an empty workspace. */
export async function openApp(browser, address) {
  const page = await freshPage(browser, "own");
  await page.goto(address);
  await page.locator(".top-bar").waitFor();
  return page;
}

/** Opens the demo with a hundred thousand records at an address of the app. */
export async function openLargeDemo(browser, address) {
  const page = await freshPage(browser, "demo", 103_000);
  await page.goto(address);
  return page;
}

/** Waits until all that was done is on the disk. */
export function saved(page) {
  return page.waitForFunction(() =>
    /all saved/i.test(document.querySelector(".status [role=status]")?.textContent ?? ""),
  );
}

/** A day page of so many lines, with so many tasks among headings and paragraphs. */
export function longPage(lines, tasks) {
  const every = Math.floor(lines / tasks);
  return Array.from({ length: lines }, (_, at) => {
    if (at % every === 1) return `- [ ] task number ${at} for the work at [[Reach 4]]`;
    if (at % 50 === 0) return `## Heading ${at}`;
    return at % every === 0 || at % every === 2
      ? ""
      : `Gauge reads ${at} mm high since the flood, and *so it was noted* in every level.`;
  }).join("\n");
}

const round = (value) => (typeof value === "number" ? Number(value.toPrecision(3)) : value);

/** A row whose target is a ratio or a fact of its own. A ratio is ours to the peer's in the direction that the target asks for. */
export function row(question, { ours, peer = null, unit, target, holds, ratio = null }) {
  return { question, ours: round(ours), peer: round(peer), unit, ratio: round(ratio), target, holds };
}

/** A row that is told and has no target. */
export function told(question, ours, { peer = null, unit = "ms", on = "script" } = {}) {
  return { ...row(question, { ours, peer, unit, target: "none set", holds: true }), on };
}

/**
 * A row with an absolute limit, in its unit. What it leans on (`script`, `paint`, `store`, or null for what no machine makes faster)
 * is the part of the machine that its number is divided by; what a hand feels holds even on a machine half as fast (see `machine.mjs`).
 */
export function atMost(
  question,
  ours,
  limit,
  { unit = "ms", on = "script", felt = false, peer = null, ratio = null } = {},
) {
  return { ...row(question, { ours, peer, unit, ratio, target: `${limit} ${unit}`, holds: null }), limit, on, felt };
}

/** What the browser did meanwhile, as the events of its trace that took time. */
export async function traced(page, act) {
  const client = await page.context().newCDPSession(page);
  const events = [];
  client.on("Tracing.dataCollected", ({ value }) => events.push(...value));
  const complete = new Promise((resolve) => client.once("Tracing.tracingComplete", resolve));
  await client.send("Tracing.start", {
    transferMode: "ReportEvents",
    traceConfig: { includedCategories: ["devtools.timeline", "cc"] },
  });
  await act();
  await client.send("Tracing.end");
  await complete;
  await client.detach();
  return events.filter(({ ph, dur }) => ph === "X" && dur).sort((a, b) => a.ts - b.ts);
}
