import { defineConfig } from "vitest/config";

const SETUP = ["tests/pages/setup.ts"];
const PAGES = ["tests/pages/**/*.test.tsx"];
const TABLET = ["floor*", "at-work", "check-in-run", "check-pass", "language", "tablet"].map((name) => `tests/pages/${name}.test.tsx`);

export default defineConfig({
  oxc: { jsx: { runtime: "automatic" } },
  test: {
    projects: [
      // What keeps no state between files shares its imports.
      {
        extends: true,
        test: { name: "unit", isolate: false, include: ["src/**/*.test.ts", "src/**/*.test.tsx", "tests/reference/**/*.test.ts"] },
      },
      { extends: true, test: { name: "ledger", include: ["tests/ledger/**/*.test.ts"] } },
      { extends: true, test: { name: "pages", isolate: false, setupFiles: SETUP, include: PAGES, exclude: TABLET } },
      // A tablet keeps its queue and its people in its own modules.
      { extends: true, test: { name: "tablet", setupFiles: SETUP, include: TABLET } },
    ],
    testTimeout: 240_000,
    hookTimeout: 120_000,
    fileParallelism: true,
    maxWorkers: 2,
  },
});
