/**
 * What changes the code in small ways and asks whether a test notices. Run by `npm run mutants`, which says what is changed;
 * the tests are those of `vitest.mutants.config.ts`.
 */
export default {
  plugins: ["@stryker-mutator/vitest-runner"],
  testRunner: "vitest",
  vitest: { configFile: "vitest.mutants.config.ts", related: false },
  coverageAnalysis: "perTest",
  // The sentences that are said are read by people; a test of each would be the sentence again.
  mutator: { excludedMutations: ["StringLiteral"] },
  ignoreStatic: true,
  ignorePatterns: [".next", "docs", "public", "test-results", "src/rooms", "src/panels", "src/app", "bench", "bin"],
  incremental: true,
  incrementalFile: "test-results/mutants/incremental.json",
  tempDirName: "test-results/mutants/sandbox",
  reporters: ["clear-text", "json"],
  jsonReporter: { fileName: "test-results/mutants/report.json" },
  clearTextReporter: { allowColor: false, logTests: false, reportScoreTable: true },
  concurrency: 1,
  timeoutMS: 10_000,
  timeoutFactor: 2,
};
