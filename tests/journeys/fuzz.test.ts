import { expect, test } from "vitest";
import { fuzz } from "../../commands/bench/fuzz.ts";
import { withCopies } from "../../commands/bench/page-bench.ts";

/** A short form of `./zesty bench fuzz`, at a demo of its own: what it saves would be in the others' way. */
const own = process.env.DATABASE_URL;

test.skipIf(process.env.ZESTY_OWN_DATABASE)(
  "requests as nobody should send them: no fault of ours, nothing changed where it was refused, and nobody waits long for another's",
  async () => {
    delete process.env.DATABASE_URL;
    const found = await withCopies(1, ([base = ""], databaseUrl) => fuzz(base, { databaseUrl, requests: 1200, seed: 20 }), {
      ZESTY_LOOP: "1",
    }).finally(() => {
      process.env.DATABASE_URL = own;
    });
    expect(found.faults).toEqual([]);
    expect(found.requests).toBe(1200);
    expect(Object.keys(found.byStatus).map(Number)).toEqual(expect.arrayContaining([200, 400, 401, 403, 404, 413]));
    // Beside other work of a slow machine the loop stands still for longer than 100 ms; under the attacks that this began with it stood for 2 to 60 s.
    expect(found.longestMs, found.slowest.join("\n")).toBeLessThan(1500);
  },
  240_000,
);
