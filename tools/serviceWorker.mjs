// Makes the script that keeps the app in the browser, from the files that a build left.
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { join, relative, sep } from "node:path";
import { filesBelow, root } from "./setup.mjs";

const built = join(root, ".next");
export const serviceWorkerFile = join(built, "service-worker.js");
const hash = (content) => createHash("sha256").update(content).digest("hex").slice(0, 20);

/** Files of a build have their hash in their names; pages, icons and the manifest are known by what they hold. */
function versionFiles() {
  const chunks = [...filesBelow(join(built, "static"))].map((file) => ({
    url: `/_next/static/${relative(join(built, "static"), file).split(sep).join("/")}`,
    revision: null,
  }));
  const icons = [...filesBelow(join(root, "public"))].map((file) => ({
    url: `/${relative(join(root, "public"), file).split(sep).join("/")}`,
    revision: hash(readFileSync(file)),
  }));
  const version = readFileSync(join(built, "BUILD_ID"), "utf8");
  const pages = ["/", "/icon.svg", "/manifest.webmanifest"].map((url) => ({ url, revision: version }));
  return [...pages, ...icons, ...chunks];
}

export async function buildServiceWorker() {
  const { build } = await import("esbuild");
  await build({
    entryPoints: [join(root, "src", "workers", "serviceWorker.ts")],
    bundle: true,
    minify: true,
    format: "iife",
    outfile: serviceWorkerFile,
    define: {
      versionFiles: JSON.stringify(versionFiles()),
      builtAt: String(Date.now()),
      "process.env.NODE_ENV": '"production"',
    },
    logLevel: "error",
  });
}
