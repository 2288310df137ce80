import { beforeEach, describe, expect, test } from "vitest";
import { ROUND_SETTINGS } from "../../src/core/rounds/day-problem.ts";
import type { RunBody, StepResult } from "../../src/core/runs/events.ts";
import { runPlan } from "../../src/core/runs/plan.ts";
import { runState } from "../../src/core/runs/run.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { record } from "../../src/work/record/record.ts";
import { saveRoundSettings } from "../../src/work/rounds/accept-round.ts";
import { saveRoutine } from "../../src/work/routines/routines.ts";
import { db } from "./database.ts";
import { actor, at, entry, freshHouse, ottoline, site } from "./house.ts";

/** What the shop learns from runs and what it knows in them: who is practised, what was called for, what is not asked. */

beforeEach(() => freshHouse({ stores: true }));

const view = () => floor(db, { site, actor: ottoline() });
const send = (...entries: ReturnType<typeof entry>[]) => record(db, { site, actor: actor("bram") }, { entries });

/** A guided run to its end, each question by its first answer that leads on; the step named is left out. */
async function done(routine: string, machine: string, leftOut?: string): Promise<void> {
  const { routines, machines } = await view();
  const [book, known] = [routines[routine], machines.find(({ id }) => id === machine)];
  if (!book || !known) throw new Error(`no ${routine} at ${machine}`);
  const plan = runPlan(book.steps, known.machine);
  const run = crypto.randomUUID();
  const events: { id: string; at: number; person: string; body: RunBody }[] = [];
  const tell = (body: RunBody) => events.push({ id: String(events.length), at: events.length * 1000, person: "bram", body });
  tell({ event: "start", form: "guided", version: book.version, gear: true });
  for (let now = runState(plan, known.machine, events)?.now; now; now = runState(plan, known.machine, events)?.now) {
    if (now.kind === "hold") tell({ event: "clear", step: now.at });
    const result: StepResult | undefined =
      "choices" in now ? { choice: now.choices[0]?.id } : now.kind === "found" ? { found: "some" } : undefined;
    if (now.at === leftOut) tell({ event: "pass", step: now.at, reason: "no time" });
    else tell({ event: "step", step: now.at, ...(result ? { result } : {}) });
  }
  tell({ event: "end" });
  await send(...events.map(({ body }) => entry("run", { ...body }, { machine, routine, run, happenedAt: at("09:00") })));
}

describe("who is practised", () => {
  const bram = async () => (await view()).practised?.bram ?? [];
  test("after three clean runs; one with a step left out is none of them", async () => {
    await done("R10", "sprat", "dry");
    await done("R10", "sprat");
    await done("R10", "smelt");
    expect(await bram()).not.toContain("R10");
    await done("R10", "shanny");
    expect(await bram()).toContain("R10");
    expect((await view()).practised?.ilse ?? []).not.toContain("R10");
  });
  test("how many it takes is a setting of the plan", async () => {
    await done("R10", "sprat");
    expect(await bram()).not.toContain("R10");
    const { weights, middayFrom, closingFrom, walkMinutes, careShare, walk } = ROUND_SETTINGS;
    await saveRoundSettings(db, ottoline(), { weights, middayFrom, closingFrom, walkMinutes, careShare, walk, practisedAfter: 1 });
    expect(await bram()).toContain("R10");
    await expect(
      saveRoundSettings(db, ottoline(), { weights, middayFrom, closingFrom, walkMinutes, careShare, walk, practisedAfter: 0 }),
    ).rejects.toThrow();
  });
  test("new steps make a learner again", async () => {
    for (const machine of ["sprat", "smelt", "shanny"]) await done("R10", machine);
    expect(await bram()).toContain("R10");
    const { name, steps } = (await view()).routines.R10 ?? {};
    const changed = (steps ?? []).map((step, index) => (index ? step : { ...step, text: "Ask how long it will stand." }));
    await saveRoutine(db, ottoline(), {
      text: JSON.stringify({ id: "R10", name, trigger: { every: "print-day", beat: "closing" }, steps: changed }),
    });
    expect(await bram()).not.toContain("R10");
  });
});

describe("work that an answer calls for", () => {
  const called = (calledIn: string, routine: string) =>
    entry(
      "one-off",
      { title: "Cap service", on: "2026-11-25", minutes: 40, routine, calledIn, note: "Dry" },
      { machine: "sprat", happenedAt: at("09:05") },
    );
  test("is anybody's to enter, and is on the day's list", async () => {
    await send(called("R36", "R37"));
    expect((await view()).tasks).toContainEqual(expect.objectContaining({ machine: "sprat", routine: "R37", name: "Cap service" }));
  });
  test("but only what an answer of that routine calls for", async () => {
    const [answer] = await send(called("R36", "R39"));
    expect(answer?.result).toBe("refused");
    expect(JSON.stringify(answer)).toContain("No answer of that routine calls for this one");
  });
});

test("how long a machine will stand is known, from its calendar: water up to 3 days, concentrate beyond", async () => {
  const known = async () => (await view()).machines.find(({ id }) => id === "sprat")?.known;
  expect(await known()).toMatchObject({ gap: { choice: "short", words: expect.stringMatching(/ h$/) } });
});

test("what each line takes at a flush is known from its own measures: colour alike, white longer", async () => {
  const { machines } = await view();
  const bottles = machines.filter(({ machine }) => machine.abilities?.includes("bottles"));
  expect(bottles.length).toBeGreaterThan(0);
  for (const { machine, known } of bottles) {
    const lines = (machine.heads ?? []).flatMap(({ id, channels = [] }) =>
      channels.map((channel) => ({ at: `${id}/${channel.id}`, ink: channel.ink })),
    );
    expect(Object.keys(known?.lines ?? {})).toEqual(lines.map(({ at: place }) => place));
    const takes = (white: boolean) =>
      lines.filter(({ ink }) => (ink === "white") === white).flatMap(({ at: place }) => known?.lines?.[place]?.ml ?? []);
    for (const ml of takes(true)) expect(ml).toBeGreaterThan(takes(false)[0] ?? 0);
  }
});
