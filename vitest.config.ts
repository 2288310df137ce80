import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["src/**/*.test.ts", "tests/reference/**/*.test.ts", "tests/ledger/**/*.test.ts"],
    testTimeout: 240_000,
    hookTimeout: 120_000,
    fileParallelism: true,
    maxWorkers: 2,
  },
});
