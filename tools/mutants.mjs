// Changes the code of core in small ways and asks whether its tests notice: `npm run mutants` takes a share of it, spread
// evenly over all floors; `npm run mutants -- plan src/core/store/overlay.ts` takes floors and files whole. `--turn 3` takes
// the third share, and so on. The table of what was noticed goes to docs/testing.md, what was not to test-results/mutants.
import { execFileSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync, mkdirSync } from "node:fs";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { format, resolveConfig } from "prettier";
import { ensurePackages, root } from "./setup.mjs";

const floors = ["store", "commands", "plan", "insight", "gestures", "register", "acts"];
/** Lines that are taken or left together: about a function. */
const stretch = 15;
/** One stretch of so many is taken. */
const share = 12;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { turn: { type: "string", default: "1" }, write: { type: "boolean", default: false } },
});

function sources(folder) {
  return readdirSync(join(root, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = `${folder}/${entry.name}`;
    if (entry.isDirectory()) return entry.name === "testing" ? [] : sources(path);
    return path.endsWith(".ts") && !path.endsWith(".test.ts") ? [path] : [];
  });
}

/** The files under a floor's name, a folder or a file. */
function filesOf(name) {
  const path = name.startsWith("src/") ? name : `src/core/${name}`;
  if (!existsSync(join(root, path))) throw new Error(`There is no ${path}.`);
  return statSync(join(root, path)).isDirectory() ? sources(path) : [path];
}

/** One stretch of lines in twelve, counted through all files one after the other. */
function shareOf(files, turn) {
  let count = 0;
  return files.flatMap((file) => {
    const lines = readFileSync(join(root, file), "utf8").split("\n").length;
    const taken = [];
    for (let from = 1; from <= lines; from += stretch)
      if (count++ % share === (turn - 1) % share) taken.push(`${file}:${from}-${Math.min(lines, from + stretch - 1)}`);
    return taken;
  });
}

const states = ["Killed", "Timeout", "Survived", "NoCoverage"];

/** How many mutants of each floor came to what, of a report as Stryker writes it. */
function countedByFloor(report) {
  const counts = new Map();
  for (const [file, { mutants }] of Object.entries(report.files)) {
    const floor = file.split("/")[2];
    const row = counts.get(floor) ?? Object.fromEntries(states.map((state) => [state, 0]));
    for (const { status } of mutants) if (status in row) row[status] += 1;
    counts.set(floor, row);
  }
  return counts;
}

function tableOf(counts) {
  const rows = floors.filter((floor) => counts.has(floor)).map((floor) => [floor, counts.get(floor)]);
  const total = Object.fromEntries(states.map((state) => [state, rows.reduce((sum, [, row]) => sum + row[state], 0)]));
  const line = ([floor, row]) => {
    const noticed = row.Killed + row.Timeout;
    const all = noticed + row.Survived + row.NoCoverage;
    return `| ${floor} | ${all} | ${noticed} | ${row.Survived} | ${row.NoCoverage} | ${all ? Math.round((100 * noticed) / all) : 100} % |`;
  };
  return [
    "| floor | mutants | noticed | not noticed | run by no test | share noticed |",
    "|---|---|---|---|---|---|",
    ...[...rows, ["all", total]].map(line),
  ].join("\n");
}

/** Puts the table where docs/testing.md holds it. */
async function writeTable(table) {
  const path = join(root, "docs/testing.md");
  const text = readFileSync(path, "utf8");
  const [open, close] = ["<!-- mutants -->", "<!-- end of mutants -->"];
  const [from, to] = [text.indexOf(open) + open.length, text.indexOf(close)];
  const written = `${text.slice(0, from)}\n\n${table}\n\n${text.slice(to)}`;
  writeFileSync(path, await format(written, { ...(await resolveConfig(path)), filepath: path }));
}

ensurePackages();
const turn = Number(values.turn);
const mutate = positionals.length ? positionals.flatMap(filesOf) : shareOf(floors.flatMap(filesOf), turn);
mkdirSync(join(root, "test-results/mutants"), { recursive: true });
execFileSync("npx", ["stryker", "run", "--mutate", mutate.join(",")], { cwd: root, stdio: "inherit" });

const report = JSON.parse(readFileSync(join(root, "test-results/mutants/report.json"), "utf8"));
const table = tableOf(countedByFloor(report));
console.log(`\n${table}`);
if (values.write) await writeTable(table);
