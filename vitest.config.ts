import { defineConfig } from "vitest/config";

export default defineConfig({
  oxc: { jsx: { runtime: "automatic" } },
  test: {
    projects: [
      // What keeps no state between files shares its imports.
      {
        extends: true,
        test: { name: "unit", isolate: false, include: ["src/**/*.test.ts", "src/**/*.test.tsx", "tests/reference/**/*.test.ts"] },
      },
      { extends: true, test: { name: "rooms", include: ["tests/ledger/**/*.test.ts", "tests/pages/**/*.test.tsx"] } },
    ],
    testTimeout: 240_000,
    hookTimeout: 120_000,
    fileParallelism: true,
    maxWorkers: 2,
    coverage: { provider: "v8", reporter: ["json-summary"], reportsDirectory: ".zesty/coverage", include: ["src/**/*.{ts,tsx}"] },
  },
});
