import { expect, test } from "vitest";
import { FIRST_LOADS, firstLoad } from "../../commands/bench/page-bench.ts";
import { cookieOf, FIRST } from "./browser.ts";

test.for(FIRST_LOADS)("the scripts of a first load of %s are at most %d kB of brotli", async ([path, budget]) => {
  const { bytes, files } = await firstLoad(FIRST, path, await cookieOf("ottoline"));
  // A page whose scripts were not found would fit any budget.
  expect(files).toBeGreaterThan(4);
  expect(bytes / 1000).toBeLessThanOrEqual(budget);
  expect(bytes / 1000).toBeGreaterThan(budget / 2);
});
