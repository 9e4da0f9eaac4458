import { defineConfig } from "@playwright/test";

/** What takes minutes begins first, so that nothing is waited for at the end. */
const long = ["durability.spec.ts", "sittings.spec.ts", "monkey.spec.ts"];

/** `tools/test.mjs` starts the app and says where in PENSUM_ADDRESS. */
export default defineConfig({
  testDir: "tests",
  timeout: 150_000,
  expect: { timeout: 20_000 },
  workers: 2,
  fullyParallel: false,
  retries: 1,
  projects: [
    { name: "long", testMatch: long },
    { name: "rooms", testIgnore: long },
  ],
  reporter: [["list"], ["json", { outputFile: "test-results/report.json" }]],
  use: {
    screenshot: "only-on-failure",
    actionTimeout: 15_000,
    baseURL: process.env.PENSUM_ADDRESS ?? "http://localhost:3210",
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    timezoneId: "Europe/Berlin",
    reducedMotion: "reduce",
    // Only what tests the kept app has it; elsewhere a fault of the network must reach the page.
    serviceWorkers: "block",
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});
