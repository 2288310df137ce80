import { adviceFaults } from "../../src/core/bench/advice.ts";
import { sharesKept } from "../../src/core/bench/mornings.ts";

/** Advice for 5,000 random machines and gaps; how often the closing check's promises hold in simulated shops. */

const MANY = 5000;
const from = performance.now();
const faults = adviceFaults(MANY, 7).length;
const adviceMs = performance.now() - from;
const shares = sharesKept(40, 250, 0.9);
process.stdout.write(
  JSON.stringify({
    faults,
    adviceMs,
    mean: shares.reduce((sum, each) => sum + each, 0) / shares.length,
    least: Math.min(...shares),
    most: Math.max(...shares),
  }),
);
