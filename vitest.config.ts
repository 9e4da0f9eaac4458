import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: {
    alias: {
      "@": fileURLToPath(new URL("./src", import.meta.url)),
      "@demo": fileURLToPath(new URL("./demo", import.meta.url)),
    },
  },
  test: {
    // What is kept hangs on a store or is put back by each test: files share their modules, which are read once and not 150 times.
    isolate: false,
    // Components are drawn into a document; everything else needs none, and is quicker without.
    projects: [
      {
        extends: true,
        test: {
          name: "core",
          environment: "node",
          testTimeout: 20_000,
          include: ["src/**/*.test.ts", "demo/**/*.test.ts", "bin/**/*.test.ts"],
          setupFiles: ["temporal-polyfill/global"],
        },
      },
      {
        extends: true,
        test: {
          name: "screens",
          include: ["src/**/*.test.tsx"],
          environment: "happy-dom",
          testTimeout: 20_000,
          setupFiles: ["temporal-polyfill/global", "src/ui/testing/setup.ts"],
        },
      },
    ],
  },
});
