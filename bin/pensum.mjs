#!/usr/bin/env node
// `npm run pensum -- help`: the same core as the app, over a backup file.
import { existsSync, statSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { ensurePackages, filesBelow, root } from "../tools/setup.mjs";

ensurePackages();
const bundle = join(root, "node_modules", ".pensum", "pensum.mjs");
const sources = [...filesBelow(join(root, "src", "core")), ...filesBelow(join(root, "bin"))];
const isFresh = existsSync(bundle) && sources.every((file) => statSync(file).mtimeMs < statSync(bundle).mtimeMs);
if (!isFresh) {
  const { build } = await import("esbuild");
  await build({
    entryPoints: [join(root, "bin", "main.ts")],
    bundle: true,
    platform: "node",
    format: "esm",
    outfile: bundle,
    alias: { "@": join(root, "src") },
    define: { "process.env.NODE_ENV": '"production"' },
    // Named so that no package in the bundle can have imported the same.
    banner: {
      js: 'import { createRequire as pensumRequire } from "node:module"; const require = pensumRequire(import.meta.url);',
    },
    logLevel: "error",
  });
}
// npm runs its scripts in the project's folder; paths are meant from where the person stands.
if (process.env.INIT_CWD) process.chdir(process.env.INIT_CWD);
// A reader that has seen enough, as `head` has, is no failure.
process.stdout.on("error", (error) => process.exit(error.code === "EPIPE" ? 0 : 3));
const { main } = await import(pathToFileURL(bundle).href);
process.exitCode = await main(process.argv.slice(2));
