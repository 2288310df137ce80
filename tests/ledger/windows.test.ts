import { uuidv7 } from "uuidv7";
import { beforeEach, describe, expect, test } from "vitest";
import type { RunBody, StepResult } from "../../src/core/runs/events.ts";
import { windowOutlook } from "../../src/core/runs/outlook.ts";
import { runPlan } from "../../src/core/runs/plan.ts";
import { runState } from "../../src/core/runs/run.ts";
import { stepsVersion } from "../../src/core/runs/version.ts";
import { machineOf } from "../../src/core/shop/shop.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { record } from "../../src/work/record/record.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "./database.ts";
import { actor, freshHouse, site } from "./house.ts";

/** The flushing foams, whose window of 20 minutes begins with the start at the panel and ends with the restart. */

beforeEach(async () => {
  await freshHouse({ now: "2026-11-25T15:00:00Z" });
});

/** Follows R41 at Wigeon with so many minutes for each step in the window. @returns the run and how it ended */
async function foams(person: string, minutesAStep: number, from = "2026-11-25T09:00:00Z") {
  const shop = await loadShop(db, site);
  const wigeon = machineOf(shop, "wigeon");
  const steps = shop.rules.book.get("R41")?.steps ?? [];
  const plan = runPlan(steps, wigeon);
  const run = uuidv7();
  let at = Date.parse(from);
  const events: { id: string; at: number; person: string; body: RunBody }[] = [];
  const entries: unknown[] = [];
  const tell = (body: RunBody, minutes: number) => {
    at += minutes * 60_000;
    const id = uuidv7();
    events.push({ id, at, person, body });
    entries.push({ id, kind: "run", machine: "wigeon", routine: "R41", run, happenedAt: new Date(at).toISOString(), body });
  };
  tell({ event: "start", form: "guided", version: stepsVersion(steps), gear: true }, 0);
  let overAt: string | undefined;
  for (let now = runState(plan, wigeon, events)?.now; now; now = runState(plan, wigeon, events)?.now) {
    const result: StepResult | undefined =
      "choices" in now
        ? { choice: now.choices[0]?.id }
        : now.kind === "found"
          ? { found: "heavy" }
          : now.kind === "nozzle-check"
            ? { check: uuidv7() }
            : now.kind === "measure"
              ? { value: now.min }
              : undefined;
    tell({ event: "step", step: now.at, ...(result ? { result } : {}) }, now.window ? minutesAStep : 0.5);
    const after = runState(plan, wigeon, events);
    if (after?.window && after.window.endsAt < at) overAt ??= now.at;
  }
  tell({ event: "end" }, 0.5);
  const answers = await record(db, { site, actor: actor(person) }, { entries });
  return {
    run,
    plan,
    overAt,
    refused: answers.filter(({ result }) => result !== "added"),
    inWindow: events.filter(({ body }) => body.event === "step" && plan.find(({ at }) => at === body.step)?.window).length,
  };
}
const outlook = async (person: string, plan: Parameters<typeof windowOutlook>[0]) => {
  const { pace } = await floor(db, { site, actor: actor(person) });
  return windowOutlook(plan, pace?.R41?.[person] ?? {})[0];
};

describe("a window that is run out on purpose", () => {
  test("is said to be over, the work goes on to its end, and the real time is kept", async () => {
    const { overAt, refused, inWindow } = await foams("bram", 1.2);
    expect(inWindow * 1.2).toBeGreaterThan(20);
    expect(overAt).toBeDefined();
    expect(refused).toEqual([]);
    const { runs } = await floor(db, { site, actor: actor("bram") });
    expect(runs.find(({ routine }) => routine === "R41")?.status).toBe("ended");
  });
  test("who took too long is told before the next one, others are not", async () => {
    const { plan, inWindow } = await foams("bram", 1.2);
    const mine = await outlook("bram", plan);
    expect(mine).toMatchObject({ withinMinutes: 20, times: 1, likely: false });
    expect(mine?.longestMinutes).toBeCloseTo(inWindow * 1.2, 1);
    expect(await outlook("wren", plan)).toMatchObject({ times: 0, likely: true });
  });
  test("who keeps it is told so, with their longest time", async () => {
    await foams("bram", 0.7, "2026-11-24T09:00:00Z");
    const { plan } = await foams("bram", 0.8);
    const mine = await outlook("bram", plan);
    expect(mine).toMatchObject({ times: 2, likely: true });
    expect(mine?.why).toMatch(/your longest of 2 took 1\d(\.\d)? min; its steps are planned at/);
  });
});
