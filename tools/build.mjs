// Builds the app for production, and the script that keeps it in the browser.
import { execFileSync } from "node:child_process";
import { ensurePackages, root } from "./setup.mjs";
import { buildServiceWorker } from "./serviceWorker.mjs";

ensurePackages();
execFileSync("npx", ["next", "build"], { cwd: root, stdio: ["ignore", process.argv[2] ?? "inherit", "inherit"] });
await buildServiceWorker();
