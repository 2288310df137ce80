import { defineConfig } from "vitest/config";
import { BaseSequencer, type TestSpecification } from "vitest/node";

/** What brings machines in comes after what counts sixteen: all share one house. A new build ends the old one's server. */
const LAST = ["shop.test.ts", "each-routine.test.ts", "new-build.test.ts"];

/** By name, but for the last ones. */
class ByName extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification) => LAST.findIndex((name) => moduleId.endsWith(`/${name}`));
    return files.toSorted((a, b) => rank(a) - rank(b) || (a.moduleId < b.moduleId ? -1 : 1));
  }
}

export default defineConfig({
  test: {
    globalSetup: ["tests/journeys/set-up.ts"],
    include: ["tests/journeys/**/*.test.ts"],
    testTimeout: 600_000,
    hookTimeout: 180_000,
    fileParallelism: false,
    maxWorkers: 1,
    sequence: { sequencer: ByName },
  },
});
