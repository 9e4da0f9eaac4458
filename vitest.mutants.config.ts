import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

/**
 * The tests that changed code is held against: those of core that answer within a second or two. What goes through thousands
 * of random histories takes half a minute each, and would be asked once for every change that nothing else notices.
 */
export default defineConfig({
  resolve: {
    alias: {
      "@": fileURLToPath(new URL("./src", import.meta.url)),
      "@demo": fileURLToPath(new URL("./demo", import.meta.url)),
    },
  },
  test: {
    environment: "node",
    isolate: false,
    testTimeout: 60_000,
    include: ["src/core/**/*.test.ts"],
    exclude: [
      "src/core/workspace/{branch,everyCommand,openStore,tracked,twoTabs}.test.ts",
      "src/core/acts/calls.test.ts",
      "src/core/interop/**",
      "src/core/time/repeat/**",
      "src/core/formula/**",
      "src/core/capture/lines.test.ts",
      "src/core/insight/goals/forecast.test.ts",
    ],
    setupFiles: ["temporal-polyfill/global", "fake-indexeddb/auto"],
  },
});
