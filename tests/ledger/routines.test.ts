import { uuidv7 } from "uuidv7";
import { beforeEach, describe, expect, test } from "vitest";
import type { Routine } from "../../src/core/routines/routine.ts";
import { readText, writeText } from "../../src/core/routines/text.ts";
import { stepsVersion } from "../../src/core/runs/version.ts";
import { machineOf } from "../../src/core/shop/shop.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { board } from "../../src/work/board/board.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { record } from "../../src/work/record/record.ts";
import {
  checkRoutine,
  exportPack,
  giveUpRoutine,
  importPack,
  routinePage,
  routineRows,
  saveRoutine,
} from "../../src/work/routines/routines.ts";
import { exportFleet, importFleet } from "../../src/work/shop/fleet.ts";
import { saveMachine } from "../../src/work/shop/set-up.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { choices } from "../fixtures/machine.ts";
import { db } from "./database.ts";
import { actor, freshHouse, ottoline, site } from "./house.ts";

/** The house's own routines over a real database, at 09:10 on Wednesday 25 November 2026. */

beforeEach(async () => {
  await freshHouse();
});

const steps = (text = "Look at the pad.") => [
  { kind: "look", id: "look", text, choices: choices(["good", "Good"]) },
  { kind: "call", id: "waste", routine: "R08" },
];
const house = (more: object = {}): Routine =>
  ({ id: "house-pad", name: "Pad look", trigger: { every: { weeks: 1 } }, handsMinutes: 4, steps: steps(), ...more }) as Routine;
const save = (routine: Routine, who = ottoline()) => saveRoutine(db, who, { text: writeText(routine, "yaml") });
const row = async (id: string) => routineRows(await loadShop(db, site)).find((each) => each.id === id);
const giveTo = async (machine: string, ...routines: string[]) => {
  const { printDayChanges: _, ...mine } = machineOf(await loadShop(db, site), machine);
  const before = (await floorOf()).machines.find(({ id }) => id === machine)?.routines ?? [];
  await saveMachine(db, ottoline(), { machine: { ...mine, routines: [...before.filter((id) => /^R0[18]$/.test(id)), ...routines] } });
};
const floorOf = () => floor(db, { site, actor: actor("bram") });
const send = async (kind: string, body: object, rest: object) =>
  (
    await record(
      db,
      { site, actor: actor("bram") },
      { entries: [{ id: uuidv7(), kind, happenedAt: "2026-11-25T08:00:00.000Z", body, ...rest }] },
    )
  )[0];

describe("a routine of the house", () => {
  test("is written, falls due where it is given, is followed with what it calls, and settles both", async () => {
    await save(house());
    expect(await row("house-pad")).toMatchObject({ from: "own", when: "every week", steps: 3 });
    await giveTo("sprat", "house-pad");
    expect((await board(db, ottoline())).machines.find(({ id }) => id === "sprat")?.also.map(({ routine }) => routine)).toContain(
      "house-pad",
    );
    const { routines } = await floorOf();
    expect(routines["house-pad"]?.steps.map(({ id }) => id)).toEqual(["look", "waste.level", "waste.room"]);
    const run = uuidv7();
    const about = { machine: "sprat", routine: "house-pad", run };
    const version = routines["house-pad"]?.version;
    expect(await send("run", { event: "start", form: "guided", version, gear: true }, about)).toMatchObject({ result: "added" });
    for (const [step, result] of [
      ["look", { choice: "good" }],
      ["waste.level", { value: 300 }],
      ["waste.room", { choice: "room" }],
    ] as const)
      await send("run", { event: "step", step, result }, about);
    expect(await send("run", { event: "end" }, about)).toMatchObject({ result: "added" });
    await send("routine", { outcome: "done", note: "with Pad look" }, { machine: "sprat", routine: "R08", run });
    const sprat = (await board(db, ottoline())).machines.find(({ id }) => id === "sprat");
    expect(sprat?.also.find(({ routine }) => routine === "house-pad")?.state ?? "done").toBe("done");
    expect(sprat?.beats.midday.find(({ routine }) => routine === "R08")?.state).toBe("done");
  });

  test("a past run shows the version it was done under", async () => {
    await save(house());
    await giveTo("sprat", "house-pad");
    const first = (await floorOf()).routines["house-pad"];
    const run = uuidv7();
    await send(
      "run",
      { event: "start", form: "guided", version: first?.version, gear: true },
      { machine: "sprat", routine: "house-pad", run },
    );
    await save(house({ steps: steps("Look twice at the pad.") }));
    const after = await floorOf();
    expect(after.routines["house-pad"]?.steps[0]).toMatchObject({ text: "Look twice at the pad." });
    expect(after.runs.find(({ id }) => id === run)?.steps[0]).toMatchObject({ text: "Look at the pad." });
    expect(stepsVersion(after.runs.find(({ id }) => id === run)?.steps ?? [])).toBe(first?.version);
    const { versions } = await routinePage(db, ottoline(), "house-pad");
    expect(versions.map(({ version }) => version)).toEqual([2, 1]);
    expect(versions[1]?.text).toContain("Look at the pad.");
  });

  test("a run under way keeps its steps when a routine that it calls is changed", async () => {
    await save(house());
    await giveTo("sprat", "house-pad");
    const run = uuidv7();
    const { version } = (await floorOf()).routines["house-pad"] ?? { version: "" };
    await send("run", { event: "start", form: "guided", version, gear: true }, { machine: "sprat", routine: "house-pad", run });
    const { text } = await routinePage(db, ottoline(), "R08");
    await saveRoutine(db, ottoline(), { text: text.replace("Read the waste level at the mark.", "Read the level twice.") });
    const after = await floorOf();
    expect(JSON.stringify(after.routines["house-pad"]?.steps)).toContain("Read the level twice.");
    expect(JSON.stringify(after.runs.find(({ id }) => id === run)?.steps)).toContain("Read the waste level at the mark.");
  });

  test("is checked while it is typed: problems with line and column, else the run as it will look", async () => {
    const bad = await checkRoutine(db, ottoline(), {
      text: "id: house-x\nname: X\nsteps:\n  - kind: do\n    id: a\n    text: A.\n    settles: lid\n",
    });
    expect(bad).toMatchObject({
      routine: null,
      problems: [{ line: 7, column: 5, message: expect.stringContaining("no step before it owes") }],
    });
    const good = await checkRoutine(db, ottoline(), { text: writeText(house(), "json"), machine: "sprat" });
    expect(good.problems).toEqual([]);
    expect(good.plan.map(({ at }) => at)).toEqual(["look", "waste.level", "waste.room"]);
  });

  test.each([
    ["a ring", "text: Never.", { id: "house-pad", name: "P", steps: [{ kind: "call", id: "a", routine: "house-pad" }] }, "calls in a ring"],
    [
      "no steps that end",
      "",
      { id: "house-pad", name: "P", steps: [{ kind: "decide", id: "a", text: "A?", choices: choices(["x", "X", "a"]) }] },
      "no way leads to the end",
    ],
    ["no YAML at all", "id: [", null, "can't be saved"],
  ])("%s is refused and nothing is changed", async (_, text, routine, said) => {
    const before = (await ledgerPage(db, site, { limit: 500 })).length;
    const refusal = await saveRoutine(db, ottoline(), { text: routine ? writeText(routine, "yaml") : text }).catch((error) => error);
    expect(JSON.stringify([refusal.message, refusal.problems])).toContain(said);
    expect((await ledgerPage(db, site, { limit: 500 })).length).toBe(before);
  });

  test("only a supervisor writes them", async () => {
    await expect(save(house(), actor("bram"))).rejects.toMatchObject({ status: 403 });
    await expect(giveUpRoutine(db, actor("ottoline", "viewer"), "house-pad")).rejects.toMatchObject({ status: 403 });
  });
});

describe("a built-in routine changed", () => {
  test("stands before the built-in one, keeps what it does not say, and can be taken back", async () => {
    await save({ id: "R21", name: "Deep clean, our way", trigger: { times: 3, per: "week" }, covers: ["R07"] });
    const shop = await loadShop(db, site);
    expect(shop.rules.book.get("R21")).toMatchObject({ name: "Deep clean, our way", trigger: { times: 3 }, handsMinutes: 25 });
    expect(shop.rules.book.get("R21")?.steps?.length).toBeGreaterThan(10);
    expect(await row("R21")).toMatchObject({ from: "changed", when: "3 times a week" });
    await giveUpRoutine(db, ottoline(), "R21");
    expect(await row("R21")).toMatchObject({ from: "built in", name: "Deep clean", when: "2 times a week" });
    await expect(giveUpRoutine(db, ottoline(), "R21")).rejects.toMatchObject({ status: 404 });
  });
  test("one that a machine has is not given up into nothing", async () => {
    await save(house());
    await giveTo("sprat", "house-pad");
    await expect(giveUpRoutine(db, ottoline(), "house-pad")).rejects.toMatchObject({
      status: 400,
      problems: [{ path: expect.stringContaining("routines") }],
    });
  });
  test("nor one that another calls", async () => {
    await save(house());
    await save({ id: "house-round", name: "Round", steps: [{ kind: "call", id: "pad", routine: "house-pad" }] });
    await expect(giveUpRoutine(db, ottoline(), "house-pad")).rejects.toMatchObject({
      status: 409,
      message: expect.stringContaining("Round calls it"),
    });
  });
});

/** The demo's one routine of its own: taken off the machines, then given up. */
async function giveUpRail(): Promise<void> {
  const shop = await loadShop(db, site);
  for (const machine of shop.machines)
    if (machine.routines?.includes("house-rail-look"))
      await saveMachine(db, ottoline(), { machine: { ...machine, routines: machine.routines.filter((id) => id !== "house-rail-look") } });
  await giveUpRoutine(db, ottoline(), "house-rail-look");
}

describe("packs", () => {
  test.each(["yaml", "json"] as const)("go out as %s and come into another house as the same routines", async (as) => {
    await save(house());
    const text = await exportPack(db, ottoline(), ["house-pad", "R24"], as);
    await freshHouse();
    expect(await importPack(db, ottoline(), text)).toEqual({
      routines: [
        { id: "house-pad", name: "Pad look", state: "new" },
        { id: "R24", name: "Head, caps, wipers and rails", state: "same" },
      ],
    });
    expect(await row("house-pad")).toBeUndefined();
    await importPack(db, ottoline(), text, { write: true });
    expect(await exportPack(db, ottoline(), ["house-pad", "R24"], as)).toBe(text);
    expect((await importPack(db, ottoline(), text, { write: true })).routines.map(({ state }) => state)).toEqual(["same", "same"]);
  });
  test("a pack with one bad routine changes nothing; the place is named", async () => {
    const good = readText(await exportPack(db, ottoline(), ["R24"], "yaml"));
    if ("problems" in good) throw new Error("unreadable");
    const pack = good.value as { routines: Routine[] };
    pack.routines.push({ id: "house-bad", name: "Bad", steps: [{ kind: "do", id: "a", text: "A.", settles: "nothing" }] });
    await expect(importPack(db, ottoline(), writeText(pack, "yaml"), { write: true })).rejects.toMatchObject({
      status: 400,
      problems: [{ path: expect.stringMatching(/^line \d+, column \d+ \(\$\.routines\[1\]\.steps\[0\]\.settles\)$/) }],
    });
    expect(await row("house-bad")).toBeUndefined();
  });
  test("an empty one is not made, an unknown routine is named", async () => {
    expect(await exportPack(db, ottoline(), [], "yaml")).toContain("house-rail-look");
    await giveUpRail();
    await expect(exportPack(db, ottoline(), [], "yaml")).rejects.toMatchObject({ status: 404 });
    await expect(exportPack(db, ottoline(), ["R99"], "yaml")).rejects.toMatchObject({ message: expect.stringContaining("R99") });
  });
});

test("a fleet file carries only when a routine falls due, and brings the rest back into force unharmed", async () => {
  await save(house());
  const file = await exportFleet(db, site);
  expect(file.routines?.find(({ id }) => id === "house-pad")).toEqual({
    id: "house-pad",
    name: "Pad look",
    trigger: { every: { weeks: 1 } },
  });
  file.routines = [
    ...(file.routines ?? []).filter(({ id }) => id !== "house-pad"),
    { id: "house-pad", name: "Pad look", trigger: { every: { weeks: 2 } } },
  ];
  await importFleet(db, ottoline(), file, {});
  expect((await loadShop(db, site)).rules.book.get("house-pad")).toMatchObject({ trigger: { every: { weeks: 2 } }, handsMinutes: 4 });
  expect((await loadShop(db, site)).rules.book.get("house-pad")?.steps).toHaveLength(3);
});

describe("was it needed", () => {
  /** A short look that found the pad so, on a day. */
  const look = async (day: string, found: string, machine = "sprat") => {
    const run = uuidv7();
    const { version } = (await floorOf()).routines["house-pad"] ?? { version: "" };
    const at = (minute: number) => ({ machine, routine: "house-pad", run, happenedAt: `${day}T08:0${minute}:00.000Z` });
    await send("run", { event: "start", form: "short", version }, at(0));
    await send("run", { event: "step", step: "pad", result: { found } }, at(1));
    await send("run", { event: "end" }, at(2));
  };
  const days = Array.from({ length: 8 }, (_, back) => `2026-11-${String(24 - back * 2).padStart(2, "0")}`);
  const pad = () => house({ steps: [{ kind: "found", id: "pad", part: "cap-pad", text: "How is the pad?" }] });

  test("found clean again and again, a longer interval is offered with its numbers; a person puts it in force, with the reason", async () => {
    await save(pad());
    await giveTo("sprat", "house-pad");
    for (const day of days) await look(day, "clean");
    const page = await routinePage(db, ottoline(), "house-pad");
    expect(page.found).toMatchObject([{ machine: "Sprat", needed: { verdict: "may grow", clean: 8, heavy: 0 } }]);
    expect(page.found[0]?.needed.why).toContain("8 of the last 8 clean");
    expect(page.offers).toMatchObject([{ words: "Sprat: the interval may grow, say every 11 days instead of 7" }]);
    await saveRoutine(db, ottoline(), { text: page.offers[0]?.text ?? "", why: page.offers[0]?.words });
    expect(await row("house-pad")).toMatchObject({ when: "every 11 days" });
    const [entry] = await ledgerPage(db, site, { kind: "settings", limit: 5 });
    expect(JSON.stringify(await ledgerPage(db, site, { kind: "settings", limit: 5 }))).toContain(
      "Pad look written: Sprat: the interval may grow",
    );
    expect(entry).toBeDefined();
  });
  test("found heavy it must shrink; few looks say nothing; an amended look counts as amended", async () => {
    await save(pad());
    await giveTo("sprat", "house-pad");
    for (const day of days.slice(0, 7)) await look(day, "heavy");
    expect((await routinePage(db, ottoline(), "house-pad")).offers).toEqual([]);
    await look(days[7] ?? "", "clean");
    expect((await routinePage(db, ottoline(), "house-pad")).offers).toMatchObject([
      { words: expect.stringContaining("must shrink, say every 5 days instead of 7") },
    ]);
    expect(await compareSite(db, site)).toEqual([]);
  });
});
