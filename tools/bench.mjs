// Measures every question in bench/ side by side in one run, prints the table and writes docs/benchmarks.md.
// `npm run bench -- --json` prints one object a row; further words choose questions by name.
import { writeFileSync } from "node:fs";
import { cpus } from "node:os";
import { join } from "node:path";
import { ensureBuild, ensureChromium, ensurePackages, freePort, root, startApp } from "./setup.mjs";

ensurePackages();
ensureChromium();
ensureBuild();
const json = process.argv.includes("--json");
const wanted = process.argv.slice(2).filter((word) => !word.startsWith("--"));
// Storage comes last: the disk goes on working for a while after a hundred thousand rows.
const questions = {
  reconcile: (await import("../bench/reconcile.mjs")).reconcile,
  keystroke: (await import("../bench/keystroke.mjs")).keystroke,
  dragging: (await import("../bench/dragging.mjs")).dragging,
  lens: (await import("../bench/lens.mjs")).lens,
  estimates: (await import("../bench/estimates.mjs")).estimates,
  planning: (await import("../bench/planning.mjs")).planning,
  clock: (await import("../bench/clock.mjs")).clock,
  insight: (await import("../bench/insight.mjs")).insight,
  past: (await import("../bench/past.mjs")).past,
  review: (await import("../bench/review.mjs")).review,
  branch: (await import("../bench/branch.mjs")).branch,
  search: (await import("../bench/search.mjs")).search,
  folder: (await import("../bench/folder.mjs")).folder,
  heap: (await import("../bench/heap.mjs")).heap,
  table: (await import("../bench/table.mjs")).table,
  calendar: (await import("../bench/calendar.mjs")).calendar,
  welcome: (await import("../bench/welcome.mjs")).welcome,
  firstLoad: (await import("../bench/firstLoad.mjs")).firstLoad,
  storage: (await import("../bench/storage.mjs")).storage,
};
// A shared machine is not equally fast for long: it is measured before and after each question.
const { judged, machineRows, measureMachine, middleOf } = await import("../bench/machine.mjs");
const app = await startApp({ port: await freePort() });
const machines = [await measureMachine()];
const rows = [];
try {
  for (const [name, ask] of Object.entries(questions)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    const answers = await ask(app);
    machines.push(await measureMachine());
    for (const row of answers.map((one) => judged(one, middleOf(machines.slice(-2))))) {
      rows.push(row);
      if (json) console.log(JSON.stringify(row));
    }
  }
} finally {
  app.stop();
}
rows.unshift(...machineRows(middleOf(machines)));
const cell = (value) => (value === null || value === undefined ? "" : String(value));
const table = [
  "| question | ours | divided | peer | unit | ratio | target | holds |",
  "|---|---|---|---|---|---|---|---|",
  ...rows.map(
    (row) =>
      `| ${row.question} | ${cell(row.ours)} | ${cell(row.divided)} | ${cell(row.peer)} | ${row.unit} | ${cell(row.ratio)} | ${row.target} | ${row.holds ? "yes" : "no"} |`,
  ),
].join("\n");
if (!json) console.log(table);
if (wanted.length === 0)
  writeFileSync(
    join(root, "docs", "benchmarks.md"),
    `# Benchmarks\n\nMeasured by \`npm run bench\`, each question and its peer in the same run, on ${cpus().length} cores with Node ${process.version} and Debian’s Chromium. Machines differ and are noisy: the ratios count, not the times. The first rows measure the machine itself, with work that has none of our code in it; their ratio is how much slower it is than the one on which the limits were set (its times stand as the peer). Below, *divided* is what each time comes to there, by what the machine was before and after that question, and it is what has to keep its limit. What a hand feels (its target says so) has to keep it also on a machine half as fast as that one.\n\n${table}\n`,
  );
process.exitCode = rows.every((row) => row.holds) ? 0 : 1;
