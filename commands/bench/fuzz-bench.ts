import { say } from "../say.ts";
import { fuzz } from "./fuzz.ts";
import type { Row } from "./measure.ts";
import { withCopies } from "./page-bench.ts";

/** So many at a demo before it is made new: what they saved piles up. */
const AT_ONE_DEMO = 10_000;

/** All routes and pages by all roles: `ZESTY_FUZZ=5000 ./zesty bench fuzz` for fewer than 100,000, `ZESTY_SEED` for others. */
export async function fuzzBench(): Promise<Row[]> {
  const requests = Number(process.env.ZESTY_FUZZ ?? 100_000);
  const first = Number(process.env.ZESTY_SEED ?? 1);
  let [sent, faults, longestMs] = [0, 0, 0];
  for (let seed = first; sent < requests; seed++) {
    const found = await withCopies(
      1,
      ([base = ""], databaseUrl) => fuzz(base, { databaseUrl, requests: Math.min(AT_ONE_DEMO, requests - sent), seed, say }),
      { ZESTY_LOOP: "1" },
    );
    sent += found.requests;
    faults += found.faults.length;
    longestMs = Math.max(longestMs, found.longestMs);
    for (const line of [...found.faults.slice(0, 40), ...found.slowest.slice(0, 40)]) say(line);
  }
  return [
    { what: `${sent} requests as nobody should send them: faults`, budget: "0", measured: String(faults) },
    { what: "the event loop's longest block over them", budget: "100 ms", measured: `${longestMs.toFixed(0)} ms` },
  ];
}
