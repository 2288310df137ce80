import { beforeEach, expect, test } from "vitest";
import type { RunBody } from "../../src/core/runs/events.ts";
import { runPlan } from "../../src/core/runs/plan.ts";
import { board } from "../../src/work/board/board.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { db } from "../ledger/database.ts";
import { actor, at, entry, freshHouse, ottoline, site } from "../ledger/house.ts";
import { sentBy } from "./shop.tsx";

/** A machine that is being worked on: not printable while anything is open, unchecked from the first act that takes a check's force. */

beforeEach(() => freshHouse({ stores: true }));

const stateOf = async (machine: string) => {
  const row = (await board(db, ottoline())).machines.find(({ id }) => id === machine);
  return { word: row?.word, why: row?.why };
};
/** Sends a run's presses, a minute each from nine. */
async function runOf(machine: string, routine: string) {
  const { routines, machines } = await floor(db, { site, actor: actor("bram") });
  const [book, known] = [routines?.[routine], machines.find(({ id }) => id === machine)];
  if (!book || !known) throw new Error(`${machine} has no ${routine}`);
  const run = crypto.randomUUID();
  let minute = 0;
  const tell = (body: RunBody) => sentBy("bram", entry("run", { ...body }, { machine, routine, run, happenedAt: at(`09:0${minute++}`) }));
  await tell({ event: "start", form: "guided", version: book.version, gear: true });
  return { tell, plan: runPlan(book.steps, known.machine) };
}
const allFired = async (machine: string, clock: string) => {
  const { machines } = await floor(db, { site, actor: actor("bram") });
  const channels = (machines.find(({ id }) => id === machine)?.channels ?? []).map(({ id }) => ({
    id,
    missing: 0,
    weak: 0,
    deflected: 0,
    neighbours: false,
  }));
  await sentBy("bram", entry("check", { channels }, { machine, routine: "R01", happenedAt: at(clock) }));
};

test("with its head off the cap it is not printable, and says who is working on it", async () => {
  await allFired("shanny", "08:30");
  expect((await stateOf("shanny")).word).toBe("Ready");
  const { tell, plan } = await runOf("shanny", "R10");
  expect((await stateOf("shanny")).word).toBe("Ready");
  const opens = plan.findIndex(({ owes }) => owes !== undefined);
  for (const step of plan.slice(0, opens + 1)) {
    const result = "choices" in step ? { choice: step.choices[0]?.id ?? "" } : undefined;
    await tell({ event: "step", step: step.at, ...(result ? { result } : {}) });
  }
  const { word, why } = await stateOf("shanny");
  expect(word).toBe("Unchecked");
  expect(why).toMatch(/^Bram Teasel is working on it \(Water cap\); still open: the head stands off its cap/);
});

test("cleans take a check's force with the first act, not with a look and not only at the end", async () => {
  await allFired("smelt", "08:30");
  const { tell } = await runOf("smelt", "R04");
  for (const [step, choice] of [
    ["night", "water"],
    ["waste", "room"],
    ["ink", "enough"],
    ["program", "print"],
  ] as const)
    await tell({ event: "step", step, result: { choice } });
  expect((await stateOf("smelt")).word).toBe("Ready");
  await tell({ event: "step", step: "two" });
  expect(await stateOf("smelt")).toMatchObject({ word: "Unchecked", why: expect.stringMatching(/Opening cleans began/) });
});
