import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    globalSetup: ["tests/journeys/set-up.ts"],
    include: ["tests/journeys/**/*.test.ts"],
    testTimeout: 180_000,
    hookTimeout: 180_000,
    fileParallelism: false,
    maxWorkers: 1,
  },
});
