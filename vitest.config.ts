import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

/** What puts others in the place of timers and of the browser's files: a module that was loaded before may hold on to the real ones. */
const alone = ["src/data/copyFiles.test.ts"];

export default defineConfig({
  resolve: {
    alias: {
      "@": fileURLToPath(new URL("./src", import.meta.url)),
      "@demo": fileURLToPath(new URL("./demo", import.meta.url)),
    },
  },
  test: {
    // One fewer than there are cores is what runs by itself: on two of them, half the time is lost so.
    maxWorkers: 2,
    // Components are drawn into a document; everything else needs none, and is quicker without.
    projects: [
      {
        extends: true,
        test: {
          name: "core",
          environment: "node",
          // What core keeps hangs on a store: files share their modules, which are read once and not a hundred times. Those
          // that draw do not: one document would be left to the next as the one before it left it.
          isolate: false,
          testTimeout: 60_000,
          include: ["src/**/*.test.ts", "demo/**/*.test.ts", "bin/**/*.test.ts"],
          exclude: alone,
          // The database is there before any file asks for it: what shares its modules looks for it once.
          setupFiles: ["temporal-polyfill/global", "fake-indexeddb/auto", "src/core/testing/guardPuts.ts"],
        },
      },
      {
        extends: true,
        test: {
          name: "alone",
          environment: "node",
          testTimeout: 60_000,
          include: alone,
          setupFiles: ["temporal-polyfill/global", "fake-indexeddb/auto", "src/core/testing/guardPuts.ts"],
        },
      },
      {
        extends: true,
        test: {
          name: "screens",
          include: ["src/**/*.test.tsx"],
          environment: "happy-dom",
          testTimeout: 60_000,
          setupFiles: ["temporal-polyfill/global", "src/core/testing/guardPuts.ts", "src/ui/testing/setup.ts"],
        },
      },
    ],
  },
});
