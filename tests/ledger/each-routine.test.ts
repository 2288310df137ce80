import { uuidv7 } from "uuidv7";
import { beforeAll, describe, expect, test } from "vitest";
import { isoDay, toDay } from "../../src/core/calendar/day.ts";
import { dueOfMachine } from "../../src/core/due/due-work.ts";
import type { FleetFile, Machine } from "../../src/core/fleet/schema.ts";
import { PARTS } from "../../src/core/fleet/vocabulary.ts";
import { BUILT_IN } from "../../src/core/routines/built-in.ts";
import type { RunBody, RunEvent, StepResult } from "../../src/core/runs/events.ts";
import { type PlannedStep, runPlan } from "../../src/core/runs/plan.ts";
import { runState } from "../../src/core/runs/run.ts";
import { stepsVersion } from "../../src/core/runs/version.ts";
import { machineOf } from "../../src/core/shop/shop.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { runRow } from "../../src/ledger/runs.ts";
import { dueFacts } from "../../src/work/facts/due.ts";
import { record } from "../../src/work/record/record.ts";
import { exportFleet, importFleet } from "../../src/work/shop/fleet.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { head } from "../fixtures/machine.ts";
import { db } from "./database.ts";
import { bram, freshHouse, ottoline, site } from "./house.ts";

/**
 * Each built-in routine followed once to its end through the one way in, by somebody on shift: its record in the ledger, and
 * the day on which it falls due next (Wednesday 25 November 2026, every day a work day).
 */

const ROUTINES = BUILT_IN.filter(({ steps }) => steps);
const TODAY = toDay("2026-11-25");

/** A machine that has one routine and all that it may ask for. */
const machineFor = (id: string): Machine => ({
  id: `m-${id}`,
  name: `Machine for ${id}`,
  class: "dtg",
  since: "2026-01-01",
  heads: [head("H1", { K: "black" }), head("H2", { W1: "white", W2: "white" })],
  parts: PARTS.map((kind) => ({ id: kind, kind })),
  waste: [{ id: "bottle", kind: "bottle", volumeMl: 2000, limitMl: 1700 }],
  routines: [id],
});

beforeAll(async () => {
  await freshHouse({ now: "2026-11-25T15:00:00Z" });
  const file: FleetFile = await exportFleet(db, site);
  await importFleet(
    db,
    ottoline(),
    {
      ...file,
      calendar: { ...file.calendar, workDays: [1, 2, 3, 4, 5, 6, 7], closures: [] },
      machines: [...file.machines, ...ROUTINES.map(({ id }) => machineFor(id))],
    },
    {},
  );
});

const check = (now: PlannedStep, id: string): StepResult | undefined => {
  switch (now.kind) {
    case "look":
    case "decide":
      return { choice: now.choices[0]?.id };
    case "found":
      return { found: "some" };
    case "measure":
      return { value: now.min };
    case "nozzle-check":
      return { check: id };
    case "photo":
      return { photo: "0".repeat(64) };
    case "confirm":
      return { by: "ilse" };
    default:
      return undefined;
  }
};
const channels = ["H1/K", "H2/W1", "H2/W2"].map((id) => ({ id, missing: 0, weak: 0, deflected: 0, neighbours: false }));

/** Follows a routine guided, each event sent as it is made. @returns the run's id and the answers that were no plain taking */
async function follow(id: string): Promise<{ run: string; not: unknown[] }> {
  const shop = await loadShop(db, site);
  const machine = machineOf(shop, `m-${id}`);
  const steps = shop.rules.book.get(id)?.steps ?? [];
  const plan = runPlan(steps, machine);
  const run = uuidv7();
  const events: RunEvent[] = [];
  const sent: unknown[] = [];
  let at = Date.parse("2026-11-25T09:00:00Z");
  const put = (kind: string, body: object, rest: object = {}) => {
    const entry = { id: uuidv7(), kind, machine: machine.id, run, happenedAt: new Date((at += 1000)).toISOString(), body, ...rest };
    sent.push(entry);
    return entry.id;
  };
  const tell = (body: RunBody) => {
    const entry = put("run", body, { routine: id });
    events.push({ id: entry, at, person: "bram", body });
  };
  tell({ event: "start", form: "guided", version: stepsVersion(steps), gear: true });
  for (let taps = 0; taps < 150; taps++) {
    const now = runState(plan, machine, events)?.now;
    if (!now) break;
    if (now.kind === "hold") tell({ event: "clear", step: now.at });
    const read = now.kind === "nozzle-check" ? put("check", { channels }, now.routine ? { routine: now.routine } : {}) : "";
    const result = check(now, read);
    tell({ event: "step", step: now.at, ...(result ? { result } : {}) });
  }
  tell({ event: "end" });
  const not: unknown[] = [];
  for (let from = 0; from < sent.length; from += 100) {
    const answers = await record(db, { site, actor: bram() }, { entries: sent.slice(from, from + 100) });
    not.push(...answers.filter(({ result }) => result !== "added"));
  }
  return { run, not };
}

/** The next day on which it is due after it was done today; `null` where it never falls due by itself, or nothing counts. */
const NEXT: Record<string, string | null> = {
  ...Object.fromEntries(["R01", "R02", "R03", "R04", "R05", "R06", "R07", "R08", "R10", "R12", "R13"].map((id) => [id, "2026-11-26"])),
  ...Object.fromEntries(["R16", "R17", "R18", "R19", "R20", "R22", "R23", "R24", "R25", "R26"].map((id) => [id, "2026-12-02"])),
  ...Object.fromEntries(["R30", "R31", "R32", "R36"].map((id) => [id, "2026-12-25"])),
  // Half use is assumed where nothing is read: round(30.4375 × 4.5) = 137 days.
  ...Object.fromEntries(["R29", "R33"].map((id) => [id, "2027-04-11"])),
  // Twice over seven print days: Tuesday, which today's doing settles, and Saturday.
  R21: "2026-11-28",
  R27: "2026-11-28",
  R28: "2026-12-05",
};

describe("each routine followed once", () => {
  test.each(ROUTINES.map(({ id, name }) => [id, name]))("%s %s", async (id) => {
    const { run, not } = await follow(id);
    expect(not).toEqual([]);
    expect(await runRow(db, site, run)).toMatchObject({ status: "ended", person: "bram", routine: id, machine: `m-${id}` });
    const entries = await ledgerPage(db, site, { machine: `m-${id}`, kind: "run", limit: 300 });
    expect(entries.filter(({ body }) => body.event === "end")).toHaveLength(1);
    const shop = await loadShop(db, site);
    const [facts] = await dueFacts(db, shop, TODAY, [machineOf(shop, `m-${id}`)]);
    if (!facts) throw new Error("no facts");
    expect(facts.doings).toContainEqual({ routine: id, day: TODAY, outcome: "done" });
    const next = dueOfMachine(facts, shop.rules, TODAY, 400).find(
      ({ routine, state, due }) => routine === id && state !== "done" && due > TODAY,
    );
    expect(next ? isoDay(next.due) : null).toBe(NEXT[id] ?? null);
  });

  test("after all of them the projections are what the ledger says", async () => expect(await compareSite(db, site)).toEqual([]));
});
