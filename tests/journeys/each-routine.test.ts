import { describe, expect, test } from "vitest";
import type { FloorView } from "../../src/core/floor/floor-view.ts";
import { head } from "../fixtures/machine.ts";
import { cookieOf, LAN, onTheFloor, send } from "./browser.ts";
import { follow } from "./follow-run.ts";

/**
 * Each built-in routine with steps, followed by the technician on a tablet to its end, the first answer taken everywhere:
 * what is on the screen is held against the routine's own plan, step by step.
 */

const ids = Array.from({ length: 48 }, (_, index) => `R${String(index + 1).padStart(2, "0")}`);

/** For what no machine of the demo is asked: two ink systems, white that changes its places, a cartridge packed again. */
const RARE = {
  id: "whelk",
  name: "Whelk",
  class: "dtg",
  since: "2026-01-05",
  heads: [head("H1", { W1: "white", W2: "white", K: "black" })],
  abilities: ["two-ink-systems", "jig-clean"],
  waste: [{ id: "cartridge", kind: "cartridge", volumeMl: 700, limitMl: 630 }],
  policies: { white: "rotate", cartridge: "repack" },
};

/** The demo's own aqueous machine has a guard rail, so its weekly care is another. */
const WITHOUT_RAIL = {
  id: "winkle",
  name: "Winkle",
  class: "wide",
  family: "aqueous",
  since: "2026-01-05",
  heads: [head("H1", { K: "black", C: "cyan" })],
};

describe("R01 to R48 on a tablet", () => {
  test("each is run once to its end, and its record is in the ledger", async () => {
    for (const machine of [RARE, WITHOUT_RAIL]) {
      const added = await send("/api/machines", { cookie: await cookieOf("ottoline"), body: { machine } });
      expect(added.status).toBe(200);
    }
    const { page, context } = await onTheFloor("mirko");
    const view = (await (await context.request.get(`${LAN}/api/floor`, { ignoreHTTPSErrors: true })).json()) as FloorView;
    const told: string[] = [];
    for (const id of ids) {
      const routine = view.routines[id];
      const machine = view.machines.find(({ routines }) => routines.includes(id));
      if (!routine || !machine) {
        told.push(`${id}: no machine of the demo has it`);
        continue;
      }
      const steps = await follow(page, machine, routine);
      console.log(`${id} at ${machine.name}: ${steps} steps`);
    }
    expect(told).toEqual([]);
    const cookie = await cookieOf("ottoline");
    const { body } = await send("/api/floor", { cookie, method: "GET" });
    const done = new Set(
      (body as unknown as FloorView).runs
        .filter(({ status, person }) => status === "ended" && person === "mirko")
        .map(({ routine }) => routine),
    );
    expect(ids.filter((id) => !done.has(id))).toEqual([]);
    await context.close();
  });
});
