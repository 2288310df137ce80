import { uuidv7 } from "uuidv7";
import { beforeEach, describe, expect, test } from "vitest";
import { STEPS } from "../../src/core/routines/steps/steps.ts";
import type { RunBody } from "../../src/core/runs/events.ts";
import { stepsVersion } from "../../src/core/runs/version.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { board } from "../../src/work/board/board.ts";
import { closeDays } from "../../src/work/day/close-days.ts";
import { dayView, saveUsual } from "../../src/work/day/day-view.ts";
import { type FloorAnswer, floor, floorAnswer } from "../../src/work/floor/floor.ts";
import { type Answer, record } from "../../src/work/record/record.ts";
import { search } from "../../src/work/record/search.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { machineByTag, tagOf } from "../../src/work/shop/tags.ts";
import { db } from "./database.ts";
import { actor, entry, freshHouse, send, site } from "./house.ts";

/** Tasks, runs, rosters, handovers and repairs over a real database, at 09:10 on Wednesday 25 November 2026. */

const results = (answers: Answer[]) => answers.map(({ result }) => result);
beforeEach(async () => {
  await freshHouse();
});

let minute = 0;
/** One event of a waste look at Sprat, a minute after the one before. */
const event = (run: string, body: RunBody, more: Record<string, unknown> = {}) =>
  entry(
    "run",
    { ...body },
    { machine: "sprat", routine: "R08", run, happenedAt: new Date(Date.UTC(2026, 10, 25, 8, minute++)).toISOString(), ...more },
  );
const WASTE = STEPS.R08 ?? [];
function wasteLook(run: string): ReturnType<typeof event>[] {
  minute = 0;
  return [
    event(run, { event: "start", form: "guided", version: stepsVersion(WASTE), key: "sprat/R08/2026-11-25/midday" }),
    event(run, { event: "gear" }),
    event(run, { event: "step", step: "level", result: { value: 640 } }),
    event(run, { event: "step", step: "room", result: { choice: "room" } }),
    event(run, { event: "end" }),
  ];
}
const item = async (machine: string, routine: string) => {
  const row = (await board(db, actor("ottoline"))).machines.find(({ id }) => id === machine);
  return row && [...row.beats.opening, ...row.beats.midday, ...row.beats.closing, ...row.also].find((each) => each.routine === routine);
};

describe("runs", () => {
  test("a run is on the Board while it goes, settles its work at its end, and counts once however often it is sent", async () => {
    const entries = wasteLook(uuidv7());
    await send("bram", ...entries.slice(0, 3));
    expect((await item("sprat", "R08"))?.run).toMatchObject({ person: "Bram Teasel", status: "running" });
    expect(results(await send("bram", ...entries))).toEqual(["known", "known", "known", "added", "added"]);
    expect(await item("sprat", "R08")).toMatchObject({ state: "done", doneAt: "08:04" });
    expect(await compareSite(db, site)).toEqual([]);
  });
  test("it does not end before its steps, an end struck out opens it again; all of it in whatever order it came", async () => {
    const run = uuidv7();
    const entries = wasteLook(run);
    const early = await send("bram", ...entries.slice(0, 3), entries[4]);
    expect(early.at(-1)).toMatchObject({ result: "refused", message: expect.stringContaining("not at its end yet") });
    await send("bram", entries[3], entries[4]);
    await send("bram", entry("amendment", { why: "Wrong machine", struck: true }, { amends: entries[4]?.id }));
    expect((await item("sprat", "R08"))?.state).not.toBe("done");
    expect((await floor(db, { site, actor: actor("ilse") })).runs.find(({ id }) => id === run)?.status).toBe("running");
    expect(await compareSite(db, site)).toEqual([]);
  });
  test("the second of two who did it hears of the first; both are kept", async () => {
    await send("bram", ...wasteLook(uuidv7()));
    const second = await send("ilse", ...wasteLook(uuidv7()));
    expect(second.at(-1)).toMatchObject({ result: "added", message: expect.stringContaining("entered already by Bram Teasel at 08:04") });
    expect((await ledgerPage(db, site, { kind: "run", limit: 50 })).length).toBe(10);
  });
  test("who takes over is who has it; a run of nothing, or of no steps, is refused", async () => {
    const run = uuidv7();
    await send("bram", ...wasteLook(run).slice(0, 2));
    await send("ilse", event(run, { event: "resume" }));
    expect((await item("sprat", "R08"))?.run?.person).toBe("Ilse Quarrie");
    const [lost, none] = await send(
      "bram",
      event(uuidv7(), { event: "end" }),
      entry("run", { event: "start", form: "guided", version: "1" }, { machine: "sprat", routine: "house-rail-look", run: uuidv7() }),
    );
    expect(lost).toMatchObject({ result: "refused", message: expect.stringContaining("not begun here") });
    expect(none).toMatchObject({ result: "refused", message: expect.stringContaining("no steps yet") });
  });
  test("steps of an earlier build are read under their own mark", async () => {
    const shop = await loadShop(db, site);
    expect(shop.settings.filter(({ subject }) => subject === "steps").length).toBe(Object.keys(STEPS).length);
  });
});

describe("giving work", () => {
  const key = "sprat/R08/2026-11-25/midday";
  const give = (person: string | null) => entry("task", { key, due: "2026-11-25", person }, { machine: "sprat", routine: "R08" });
  test("a supervisor gives to anybody; an operator takes what is free and hands on what is theirs, and nothing else", async () => {
    expect(results(await send("bram", give("ilse")))).toEqual(["refused"]);
    expect(results(await send("bram", give("bram")))).toEqual(["added"]);
    expect((await send("ilse", give("ilse")))[0]).toMatchObject({
      result: "refused",
      message: expect.stringContaining("Bram Teasel has this one"),
    });
    expect(results(await send("bram", give("ilse")))).toEqual(["added"]);
    expect((await item("sprat", "R08"))?.personName).toBe("Ilse Quarrie");
    const back = give(null);
    expect(results(await send("ottoline", back, entry("amendment", { why: "By mistake", struck: true }, { amends: back.id })))).toEqual([
      "added",
      "added",
    ]);
    expect((await item("sprat", "R08"))?.personName).toBe("Ilse Quarrie");
    expect((await send("ottoline", give("nobody-here")))[0]?.result).toBe("refused");
    expect(await compareSite(db, site)).toEqual([]);
  });
  test("what somebody had who has gone home for half an hour is free: shown so, and taken without them; while they are there it is theirs", async () => {
    expect(results(await send("ottoline", give("bram")))).toEqual(["added"]);
    process.env.ZESTY_NOW = "2026-11-25T14:29:00Z";
    expect((await item("sprat", "R08"))?.personName).toBe("Bram Teasel");
    process.env.ZESTY_NOW = "2026-11-25T14:31:00Z";
    expect((await item("sprat", "R08"))?.personName).toBe(null);
    expect(results(await send("tadeo", give("tadeo")))).toEqual(["added"]);
    expect((await item("sprat", "R08"))?.personName).toBe("Tadeo Lund");
  });
  test("work moves within its window, further only with a reason, a beat never, and what is not due not at all", async () => {
    const view = await dayView(db, actor("ottoline"), null);
    const weekly = view.tasks.find(({ movable, state }) => movable && state !== "done");
    if (!weekly) throw new Error("nothing of the day can be moved");
    const move = (to: string, more: Record<string, unknown> = {}, routine = weekly.routine, due = weekly.dueDay) =>
      entry("move", { due, to, ...more }, { machine: weekly.machine, routine });
    const far = "2027-03-01";
    expect((await send("ottoline", move(far)))[0]).toMatchObject({
      result: "refused",
      message: expect.stringContaining("outside its window"),
    });
    expect((await send("ottoline", move("2026-11-24", { reason: "x" })))[0]).toMatchObject({
      result: "refused",
      message: expect.stringContaining("over"),
    });
    expect((await send("ottoline", move("2026-11-26", {}, "R08", "2026-11-25")))[0]).toMatchObject({ result: "refused" });
    expect((await send("ottoline", move("2026-11-27", {}, weekly.routine, "2026-12-31")))[0]).toMatchObject({
      result: "refused",
      message: expect.stringContaining("nothing to move"),
    });
    expect(results(await send("bram", move("2026-11-26", { reason: "x" })))).toEqual(["refused"]);
    expect(results(await send("ottoline", move("2026-11-27", { reason: "The part comes on Friday" })))).toEqual(["added"]);
    expect(
      (await dayView(db, actor("ottoline"), "2026-11-27")).tasks.some(
        ({ machine, routine }) => machine === weekly.machine && routine === weekly.routine,
      ),
    ).toBe(true);
  });
  test("one-off work has its day, its person, its end; what nobody there may do is said days ahead", async () => {
    const once = entry("one-off", { title: "Look at the rail", on: "2026-11-26", minutes: 10, skill: "cij" }, { machine: "tally" });
    expect(results(await send("bram", once))).toEqual(["refused"]);
    await send("ottoline", once);
    const away = (person: string) => entry("roster", { person, from: "2026-11-26", to: "2026-11-26", shifts: [], why: "course" });
    await send("ottoline", ...["ilse", "tadeo", "mirko", "ottoline"].map(away));
    const view = await dayView(db, actor("ottoline"), null);
    const beyond = view.beyond.find(({ name }) => name === "Look at the rail");
    expect(beyond).toMatchObject({ day: "2026-11-26", skill: "cij" });
    expect(beyond?.why).toContain("Ilse Quarrie is away: course");
    expect((await send("bram", entry("one-off-over", { of: once.id, outcome: "skipped" }, { machine: "tally" })))[0]?.result).toBe(
      "refused",
    );
    await send("bram", entry("one-off-over", { of: once.id, outcome: "done" }, { machine: "tally" }));
    expect(
      (await dayView(db, actor("ottoline"), "2026-11-26")).tasks.some(({ name, state }) => name === "Look at the rail" && state !== "done"),
    ).toBe(false);
    expect(await compareSite(db, site)).toEqual([]);
  });
  test("usual people are settings; a stranger among them is refused", async () => {
    await saveUsual(db, actor("ottoline"), { machines: { sprat: "bram" }, areas: { roll: "ilse" } });
    expect((await dayView(db, actor("ottoline"), null)).usual).toEqual({ machines: { sprat: "bram" }, areas: { roll: "ilse" } });
    await expect(saveUsual(db, actor("ottoline"), { machines: { sprat: "who" }, areas: {} })).rejects.toThrow("“who”");
    await expect(saveUsual(db, actor("bram"), { machines: {}, areas: {} })).rejects.toThrow("operator may not");
  });
});

describe("out of order", () => {
  test("what does not go on is silent, neither missed; closed by a check made since; another can't be opened beside it", async () => {
    const open = entry(
      "repair",
      { event: "open", symptom: "Head strike", waitsFor: "a head", expected: "2026-12-02", goOn: ["R08"] },
      { machine: "sprat" },
    );
    expect(results(await send("bram", open))).toEqual(["added"]);
    const row = async () => (await board(db, actor("ottoline"))).machines.find(({ id }) => id === "sprat");
    expect(await row()).toMatchObject({
      word: "Out of order",
      why: "Head strike, since Wed 25 Nov; waits for a head; expected back Wed 2 Dec.",
    });
    expect((await row())?.beats.opening).toEqual([]);
    expect((await row())?.beats.midday.map(({ routine }) => routine)).toEqual(["R08"]);
    expect(results(await send("ilse", entry("repair", { event: "open", symptom: "again" }, { machine: "sprat" })))).toEqual(["refused"]);
    const close = () => entry("repair", { event: "close", of: open.id }, { machine: "sprat", happenedAt: "2026-11-25T09:05:00.000Z" });
    expect((await send("mirko", close()))[0]).toMatchObject({
      result: "refused",
      message: expect.stringContaining("closed by a nozzle check"),
    });
    process.env.ZESTY_NOW = "2026-11-26T10:00:00Z";
    await closeDays(db);
    const closed = (await ledgerPage(db, site, { kind: "day-closed", limit: 5 })).find(({ localDay }) => localDay === "2026-11-25");
    if (!closed) throw new Error("the day was not closed");
    const mine = (closed.body.outcomes as { machine: string; routine: string; outcome: string }[]).filter(
      ({ machine }) => machine === "sprat",
    );
    expect(mine.map(({ routine, outcome }) => `${routine} ${outcome}`)).toEqual(["R08 missed"]);
    const check = { channels: [{ id: "H1/K", missing: 0, weak: 0, deflected: 0, neighbours: false }] };
    await send("mirko", entry("check", check, { machine: "sprat", happenedAt: "2026-11-26T09:50:00.000Z" }));
    expect(results(await send("mirko", { ...close(), happenedAt: "2026-11-26T09:55:00.000Z" }))).toEqual(["added"]);
    expect((await row())?.word).toBe("Ready");
    expect(await compareSite(db, site)).toEqual([]);
  });
});

test("a handover holds what is left, and is read once", async () => {
  const note = entry("handover", {
    day: "2026-11-25",
    shift: "early",
    items: [{ kind: "late", words: "Teal: check, late" }],
    free: "Mind Teal",
  });
  await send("bram", note);
  expect((await floor(db, { site, actor: actor("ilse") })).handover).toMatchObject({ id: note.id, free: "Mind Teal" });
  await send("ilse", entry("handover-seen", { of: note.id }));
  expect((await floor(db, { site, actor: actor("ilse") })).handover).toBeNull();
  expect(results(await send("ilse", entry("handover-seen", { of: uuidv7() })))).toEqual(["refused"]);
  expect(await compareSite(db, site)).toEqual([]);
});

test("another person's entry waits where no claim proves it; a clock that is off is set right and both are kept", async () => {
  const foreign = entry("note", { text: "not mine" }, { machine: "sprat", person: "ilse" });
  expect(results(await send("bram", foreign))).toEqual(["waits"]);
  const made = entry("note", { text: "by a slow clock" }, { machine: "sprat", happenedAt: "2026-11-25T06:10:00.000Z" });
  const given = entry("note", { text: "said to be then" }, { machine: "sprat", happenedAt: "2026-11-25T06:10:00.000Z", timeGiven: true });
  await record(db, { site, actor: actor("bram") }, { entries: [made, given], sentAt: "2026-11-25T06:12:00.000Z" });
  const [second, first] = await ledgerPage(db, site, { kind: "note", limit: 2 });
  expect(first?.happenedAt.toISOString()).toBe("2026-11-25T09:08:00.000Z");
  expect(new Date(first?.deviceAt ?? 0).toISOString()).toBe("2026-11-25T06:10:00.000Z");
  expect(second).toMatchObject({ deviceAt: null, proof: "session" });
  expect(second?.happenedAt.toISOString()).toBe("2026-11-25T06:10:00.000Z");
});

test("search finds machines by name and tag, people, routines and the newest notes, by beginnings of words, whatever is typed", async () => {
  await send("bram", entry("note", { text: "Squeaks when it parks" }, { machine: "sprat" }));
  const kinds = async (text: string) => (await search(db, actor("bram"), text)).map(({ kind, title }) => `${kind} ${title}`);
  expect(await kinds("spra")).toContain("machine Sprat");
  expect(await kinds("ngoz")).toEqual(["person Ngozi Fairweather"]);
  expect(await kinds("deep cl")).toEqual(["routine Deep clean"]);
  expect(await kinds("squeaks par")).toEqual(["note Squeaks when it parks"]);
  for (const odd of ["", "   ", "' OR 1=1 --", ":*&|!", "(((", "\u0000", "a".repeat(5000)]) await kinds(odd);
  const shop = await loadShop(db, site);
  expect(machineByTag(shop, tagOf(shop, "dory").toLowerCase())).toBe("dory");
  expect(new Set(shop.machines.map(({ id }) => tagOf(shop, id))).size).toBe(16);
  expect(machineByTag(shop, "????")).toBeUndefined();
});

test("a device that has the routines is not sent them again until a setting changes", async () => {
  const sender = { site, actor: actor("bram") };
  const asked = async (book: string | null): Promise<FloorAnswer> => JSON.parse(await floorAnswer(db, sender, book));
  const first = await asked(null);
  // What is sent in pieces is what the floor is.
  const { routines, patterns } = await floor(db, sender);
  expect({ routines: first.routines, patterns: first.patterns }).toEqual(JSON.parse(JSON.stringify({ routines, patterns })));
  expect(Object.keys(first.routines ?? {}).length).toBeGreaterThan(40);
  const second = await asked(first.book ?? null);
  expect(second.routines).toBeUndefined();
  expect(JSON.stringify(second).length).toBeLessThan(JSON.stringify(first).length / 2);
  await saveUsual(db, actor("ottoline"), { machines: { sprat: "bram" }, areas: {} });
  expect((await asked(first.book ?? null)).routines).toBeDefined();
});
