import { defineConfig } from "vitest/config";
import { BaseSequencer, type TestSpecification } from "vitest/node";

/** By name: what brings forty machines in comes after what counts sixteen. */
class ByName extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    return files.toSorted((a, b) => (a.moduleId < b.moduleId ? -1 : 1));
  }
}

export default defineConfig({
  test: {
    globalSetup: ["tests/journeys/set-up.ts"],
    include: ["tests/journeys/**/*.test.ts"],
    testTimeout: 300_000,
    hookTimeout: 180_000,
    fileParallelism: false,
    maxWorkers: 1,
    sequence: { sequencer: ByName },
  },
});
