// Everything that must hold: format and lint, types, unit tests, production build, end-to-end tests. Sets itself up on
// a fresh machine, goes on after a failure to say all that is wrong, and ends with "N passed, N failed".
import { spawn } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { ensureBuild, ensureChromium, ensurePackages, freePort, root, startApp } from "./setup.mjs";

ensurePackages();
ensureChromium();
let passed = 0;
let failed = 0;
/** What failed, to be said once more at the end: in a long run the first lines are the first to be lost. */
const wrong = [];
const reports = join(root, "test-results");
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });

/** Runs a step that passes or fails as a whole, prints what it prints, and keeps the end of that. */
function step(name, command, words, options = {}) {
  console.log(`\n${name}`);
  return new Promise((resolve) => {
    const child = spawn(command, words, { cwd: root, stdio: ["ignore", "pipe", "pipe"], ...options });
    let end = "";
    for (const [from, to] of [
      [child.stdout, process.stdout],
      [child.stderr, process.stderr],
    ])
      from.on("data", (part) => {
        to.write(part);
        end = (end + part).slice(-8_000);
      });
    child.on("error", (error) => resolve({ ok: false, end: error.message }));
    child.on("close", (status) => resolve({ ok: status === 0, end }));
  });
}

/** Runs a step beside others, and keeps what it prints. */
function quietly([, command, words]) {
  return new Promise((resolve) => {
    const child = spawn(command, words, { cwd: root });
    let output = "";
    for (const stream of [child.stdout, child.stderr]) stream.on("data", (part) => (output += part));
    child.on("error", (error) => resolve({ ok: false, output: error.message }));
    child.on("close", (status) => resolve({ ok: status === 0, output }));
  });
}

function count(ok, name, output = "") {
  if (ok) {
    passed++;
    return;
  }
  failed++;
  wrong.push(`${name}\n${output}`);
}

function report(name) {
  const file = join(reports, name);
  return existsSync(file) ? JSON.parse(readFileSync(file, "utf8")) : undefined;
}

// None of these uses more than one core, and none waits for another.
const checks = [
  ["Format", "npx", ["prettier", "--check", "--log-level", "warn", "."]],
  ["Lint", "npx", ["eslint", "."]],
  ["Types", "npx", ["tsc", "--noEmit"]],
];
for (const [name, { ok, output }] of await Promise.all(checks.map(async (check) => [check[0], await quietly(check)]))) {
  console.log(`\n${name}\n${output}`);
  count(ok, name, output);
}

const unitsRan = await step("Unit tests", "npx", [
  "vitest",
  "run",
  "--reporter=default",
  "--reporter=json",
  "--outputFile.json=test-results/unit.json",
]);
const units = report("unit.json");
passed += units?.numPassedTests ?? 0;
failed += units?.numFailedTests ?? 0;
// What no test caught, or a file that cannot be read, is not among the tests that failed.
if (!unitsRan.ok && !units?.numFailedTests) count(false, "Unit tests", unitsRan.end);
for (const file of units?.testResults ?? [])
  for (const one of file.assertionResults)
    if (one.status === "failed") wrong.push(`${file.name}\n${one.fullName}\n${one.failureMessages.join("\n")}`);

console.log("\nBuild");
let built = true;
try {
  ensureBuild();
  count(true, "Build");
} catch (error) {
  console.error(error.message);
  built = false;
  count(false, "Build", error.message);
}

if (built) {
  const app = await startApp({ port: await freePort() });
  const ran = await step("End-to-end tests", "npx", ["playwright", "test", ...process.argv.slice(2)], {
    env: { ...process.env, PENSUM_ADDRESS: app.address },
  });
  app.stop();
  const stats = report("report.json")?.stats;
  passed += stats?.expected ?? 0;
  failed += stats?.unexpected ?? 0;
  if (!ran.ok && !stats?.unexpected) count(false, "End-to-end tests");
  // A machine that stands still for seconds fails a test now and then. One that passes the second time is still said.
  if (stats?.flaky) {
    passed += stats.flaky;
    console.log(`\n${stats.flaky} passed only the second time: see "flaky" above`);
  }
}

if (wrong.length > 0) console.log(`\nWhat failed before the end-to-end tests:\n\n${wrong.join("\n\n")}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
