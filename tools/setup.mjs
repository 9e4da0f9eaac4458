// What a fresh machine with Node needs before anything else runs. Each step is skipped where it was done before.
import { execFileSync, spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const cache = join(root, "node_modules", ".pensum");
const quiet = { ...process.env, NEXT_TELEMETRY_DISABLED: "1" };

export const chromiumPath = "/usr/bin/chromium";
export const chromiumFlags = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

const hash = (text) => createHash("sha256").update(text).digest("hex").slice(0, 20);

function stamp(name, value) {
  const file = join(cache, name);
  if (value === undefined) return existsSync(file) ? readFileSync(file, "utf8") : "";
  mkdirSync(cache, { recursive: true });
  writeFileSync(file, value);
  return value;
}

/** Installs the npm packages that the lock file names. */
export function ensurePackages() {
  const lock = hash(readFileSync(join(root, "package-lock.json")));
  if (stamp("packages") === lock && existsSync(join(root, "node_modules", "next"))) return;
  console.log("Installing packages");
  execFileSync("npm", ["ci", "--no-audit", "--no-fund"], { cwd: root, stdio: "inherit" });
  stamp("packages", lock);
}

/** Installs Chromium from the system's packages where it is missing. */
export function ensureChromium() {
  if (existsSync(chromiumPath)) return;
  console.log("Installing Chromium");
  const sudo = process.getuid?.() === 0 ? [] : ["sudo"];
  const run = (...words) => {
    const [command, ...rest] = [...sudo, ...words];
    execFileSync(command, rest, {
      stdio: ["ignore", "ignore", "inherit"],
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    });
  };
  try {
    run("apt-get", "install", "-y", "--no-install-recommends", "chromium");
  } catch {
    run("apt-get", "update");
    run("apt-get", "install", "-y", "--no-install-recommends", "chromium");
  }
}

export function* filesBelow(folder) {
  for (const name of readdirSync(folder).sort()) {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) yield* filesBelow(path);
    else yield path;
  }
}

/** Builds the app for production where its sources changed since it was last built. */
export function ensureBuild() {
  const sources = ["src", "demo", "public"].map((name) => join(root, name)).filter((path) => existsSync(path));
  const files = [
    ...sources.flatMap((folder) => [...filesBelow(folder)]),
    ...[
      "package-lock.json",
      "next.config.ts",
      "tsconfig.json",
      "postcss.config.mjs",
      "tools/build.mjs",
      "tools/serviceWorker.mjs",
    ].map((name) => join(root, name)),
  ];
  const state = hash(
    files
      .filter((file) => !/\.test\.tsx?$/.test(file))
      .map((file) => file + hash(readFileSync(file)))
      .join("\n"),
  );
  if (stamp("build") === state && existsSync(join(root, ".next", "service-worker.js"))) return;
  console.log("Building");
  execFileSync(process.execPath, [join(root, "tools", "build.mjs"), "pipe"], {
    cwd: root,
    stdio: "inherit",
    env: quiet,
  });
  stamp("build", state);
}

/** A port that nobody uses. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once("error", reject);
    server.listen(0, "127.0.0.1", () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
}

/** Starts the built app. Gives its address and how to stop it. */
export async function startApp({ port, stdio = "ignore" }) {
  const child = spawn(process.execPath, [join(root, "tools/server.mjs")], {
    cwd: root,
    stdio,
    env: { ...quiet, NODE_ENV: "production", PORT: String(port) },
  });
  const address = `http://localhost:${port}`;
  for (let tries = 0; ; tries++) {
    if (child.exitCode !== null) throw new Error(`The app ended with code ${child.exitCode}; is port ${port} taken?`);
    try {
      if ((await fetch(`${address}/health`)).ok) break;
    } catch {
      if (tries > 150) throw new Error("The app did not start within 30 seconds.");
    }
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  return { address, child, stop: () => child.kill() };
}
