import ICAL from "ical.js";
import { uuidv7 } from "uuidv7";
import { beforeEach, describe, expect, test } from "vitest";
import { floor } from "../../src/work/floor/floor.ts";
import { record } from "../../src/work/record/record.ts";
import { acceptRound, saveRoundSettings } from "../../src/work/rounds/accept-round.ts";
import { feedsOf, feedText, makeFeed, revokeFeed } from "../../src/work/rounds/feeds.ts";
import { roundSheets } from "../../src/work/rounds/round-sheets.ts";
import { roundView } from "../../src/work/rounds/rounds.ts";
import { shortHanded } from "../../src/work/rounds/short-handed.ts";
import { monthView, weekView } from "../../src/work/rounds/week.ts";
import { db } from "./database.ts";
import { actor, freshHouse, ottoline, site } from "./house.ts";
import { asRound } from "./round-of.ts";

/** Rounds over a real database, early on Wednesday 25 November 2026. */

const at = (time: string) => {
  process.env.ZESTY_NOW = `2026-11-25T${time}:00Z`;
};
beforeEach(() => freshHouse({ now: "2026-11-25T06:02:00Z" }));
const view = (what = "opening") => roundView(db, ottoline(), { on: null, what, safe: false });
const enter = async (kind: string, body: Record<string, unknown>, rest: Record<string, unknown> = {}) => {
  const [answer] = await record(
    db,
    { site, actor: ottoline() },
    { entries: [{ id: uuidv7(), kind, happenedAt: process.env.ZESTY_NOW, body, ...rest }] },
  );
  expect(answer).toMatchObject({ result: "added" });
};

describe("a round of the opening", () => {
  test("is made of what is due, by who is there and may; a check comes after the opening's other work", async () => {
    const { problem, tasks, people } = await view();
    expect(problem.tasks.length).toBeGreaterThan(14);
    expect(problem.tasks.every(({ id }) => tasks[id]?.beat === "opening")).toBe(true);
    const sprat = problem.tasks.find(({ id }) => id.startsWith("sprat/R01/"));
    expect(sprat?.after?.map((key) => key.split("/")[1]).sort()).toEqual(["R02", "R04"]);
    expect(sprat?.due).toBe(120);
    expect(problem.now).toBe(2);
    expect(problem.people.find(({ id }) => id === "tadeo")?.shifts).toEqual([[480, 960]]);
    expect(people.find(({ id }) => id === "bram")?.shiftWords).toBe("early");
    expect(problem.tasks.find(({ id }) => id.startsWith("sprat/R04/"))?.stretches).toEqual([
      { hands: 1 },
      { wait: 6 },
      { hands: 1, samePerson: true },
      { wait: 2 },
      { hands: 2, samePerson: true },
    ]);
  });

  test("published, its work is given to its people; the floor has it; a second one stands in its place", async () => {
    const { plan, sent } = asRound(await view());
    expect(plan.leftOut).toEqual([]);
    const { given } = await acceptRound(db, ottoline(), sent);
    expect(given).toBe(plan.tasks.length);
    const after = await view();
    expect(after.round?.body.tasks.length).toBe(plan.tasks.length);
    for (const { id, stretches } of plan.tasks) expect(after.tasks[id]?.person).toBe(stretches.find(({ person }) => person)?.person);
    expect(after.problem.promised?.length).toBe(plan.tasks.length);
    const onFloor = await floor(db, { site, actor: actor("bram") });
    expect(onFloor.round?.tasks.length).toBe(plan.tasks.length);
    expect(onFloor.round?.walk.film?.garment).toBe(2);
    const again = asRound(after);
    await acceptRound(db, ottoline(), again.sent);
    // What was promised stays: who begins what, and when.
    const told = (tasks: typeof plan.tasks) =>
      tasks.map(({ id, stretches }) => [id, stretches[0]?.start, stretches.find(({ person }) => person)?.person]);
    expect(told(again.plan.tasks)).toEqual(told(plan.tasks));
  });

  test("what does not fit is refused with its reasons, and changes nothing", async () => {
    const { sent } = asRound(await view());
    const first = sent.round.tasks.find(({ key }) => key.startsWith("sprat/R02/"));
    if (!first) throw new Error("no work at Sprat");
    const broken = {
      ...sent,
      round: {
        ...sent.round,
        tasks: sent.round.tasks.map((task) =>
          task === first ? { ...task, stretches: [{ person: "ngozi", start: 900, end: 901 }] } : task,
        ),
      },
    };
    await expect(acceptRound(db, ottoline(), broken)).rejects.toMatchObject({ status: 409 });
    await expect(acceptRound(db, actor("ottoline", "operator"), sent)).rejects.toMatchObject({ status: 403 });
    await expect(acceptRound(db, ottoline(), { ...sent, round: { ...sent.round, day: "2026-11-24" } })).rejects.toMatchObject({
      status: 400,
    });
    await expect(acceptRound(db, ottoline(), { nonsense: 1 })).rejects.toMatchObject({ status: 400 });
    at("06:40");
    await expect(acceptRound(db, ottoline(), sent)).rejects.toMatchObject({ status: 409 });
    expect((await view()).round).toBeNull();
  });

  test("somebody gone, a machine out of order, something urgent: the next problem knows, and keeps what was told to the others", async () => {
    const seen = await view();
    const { plan, sent } = asRound(seen);
    await acceptRound(db, ottoline(), sent);
    at("06:20");
    await enter("roster", { person: "bram", from: "2026-11-25", to: "2026-11-25", shifts: [], why: "ill" });
    await enter("repair", { event: "open", symptom: "belt" }, { machine: "fathom" });
    await enter("one-off", { title: "Look at the leak", on: "2026-11-25", minutes: 7 }, { machine: "teal" });
    const later = await roundView(db, ottoline(), { on: null, what: "opening", safe: false });
    expect(later.problem.now).toBe(20);
    expect(later.problem.people.find(({ id }) => id === "bram")?.shifts).toEqual([]);
    expect(later.problem.tasks.some(({ machine }) => machine === "fathom")).toBe(false);
    expect(later.problem.tasks.find(({ id }) => id.startsWith("one-off/"))).toMatchObject({
      machine: "teal",
      weight: 3,
      stretches: [{ hands: 7 }],
    });
    const mended = asRound(later);
    expect(mended.plan.tasks.every(({ stretches }) => stretches.every(({ person }) => person !== "bram"))).toBe(true);
    expect(mended.plan.leftOut).toEqual([]);
    await acceptRound(db, ottoline(), mended.sent);
    expect((await view()).round?.body.tasks.some(({ key }) => key.startsWith("one-off/"))).toBe(true);
    expect(plan.tasks.some(({ id }) => id.startsWith("fathom/"))).toBe(true);
  });
});

test("a short-handed day keeps openings, closings and what protects heads; the rest waits, and the decision is on the ledger", async () => {
  const least = await shortHanded(db, ottoline(), { on: null, there: "ngozi:90,ilse:90", safe: false });
  expect(least.kept.map(({ why }) => why)).toContain("the opening is kept");
  expect(least.deferred.length).toBeGreaterThan(0);
  expect(least.deferred.every(({ risk }) => risk.includes("nothing is known"))).toBe(true);
  expect(least.problem.people.map(({ id, shifts }) => [id, shifts])).toEqual([
    ["ngozi", [[2, 92]]],
    ["ilse", [[2, 92]]],
  ]);
  const seen = await view("day");
  const { plan, sent } = asRound(
    seen,
    {
      shortHanded: {
        there: [
          { person: "ngozi", minutes: 90 },
          { person: "ilse", minutes: 90 },
        ],
        deferred: least.deferred,
      },
    },
    least.problem,
  );
  for (const { stretches } of plan.tasks) for (const { person, end } of stretches) if (person) expect(end).toBeLessThanOrEqual(92);
  await acceptRound(db, ottoline(), sent);
  expect((await view("day")).round?.body.shortHanded?.deferred).toEqual(least.deferred);

  // Ten minutes on it is repaired as the short day it is: nothing put off comes back, and nobody stays longer than was said.
  process.env.ZESTY_NOW = "2026-11-25T06:12:00Z";
  const { shortDay } = await view("day");
  const putOff = new Set(least.deferred.map(({ key }) => key));
  expect(shortDay?.problem.tasks.map(({ id }) => id).sort()).toEqual(least.problem.tasks.map(({ id }) => id).sort());
  expect(shortDay?.problem.tasks.some(({ id }) => putOff.has(id))).toBe(false);
  expect(shortDay?.there).toEqual([
    { person: "ngozi", minutes: 80 },
    { person: "ilse", minutes: 80 },
  ]);
  expect(shortDay?.problem.people.map(({ id, shifts }) => [id, shifts])).toEqual([
    ["ngozi", [[12, 92]]],
    ["ilse", [[12, 92]]],
  ]);
  expect((await view("opening")).shortDay).toBeNull();

  await expect(shortHanded(db, ottoline(), { on: null, there: "nobody:90", safe: false })).rejects.toMatchObject({ status: 400 });
  await expect(shortHanded(db, ottoline(), { on: null, there: "", safe: false })).rejects.toMatchObject({ status: 400 });
});

test("the week: moves inside windows that the ledger takes, six weeks of load; the month by machine and person", async () => {
  // Much was done last Friday, so it all falls due this Friday again.
  for (const work of ["teal/R17", "teal/R18", "wigeon/R17", "wigeon/R18", "longshore/R24", "fathom/R25", "compass/R26"]) {
    const [machine, routine] = work.split("/");
    await enter("routine", { outcome: "done" }, { machine, routine, happenedAt: "2026-11-20T09:00:00Z" });
  }
  const before = await weekView(db, ottoline());
  expect(before.moves.length).toBeGreaterThan(0);
  const spread = (loads: number[]) => Math.max(...loads) - Math.min(...loads);
  const working = before.days.filter(({ works }) => works);
  expect(spread(working.map(({ after }) => after))).toBeLessThanOrEqual(spread(working.map((day) => day.before)));
  for (const { machine, routine, from, to, why } of before.moves) await enter("move", { due: from, to, reason: why }, { machine, routine });
  const after = await weekView(db, ottoline());
  expect(after.moves.length).toBeLessThan(before.moves.length);
  expect(before.weeks.length).toBe(6);
  expect(before.weeks[0]?.capacity.dtf).toBeGreaterThan(0);
  const month = await monthView(db, ottoline());
  expect([month.days.length, month.machines.length, month.people.length]).toEqual([31, 16, 7]);
});

describe("calendars (RFC 5545), read back by the npm package ical.js", () => {
  const events = async (path: string) => {
    const text = await feedText(db, path.split("/").at(-1)?.replace(".ics", "") ?? "");
    // Content lines end by CRLF and are folded at 75 octets (RFC 5545, 3.1).
    for (const line of text.split("\r\n")) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    return new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent").map((each) => new ICAL.Event(each));
  };
  test("a person's has their stretches of the round, a machine's its own, the shop's all; taken back it tells nothing", async () => {
    const seen = await view();
    const { plan, sent } = asRound(seen);
    await acceptRound(db, ottoline(), sent);
    const [{ path: bram }, { path: sprat }, { path: shop }] = [
      await makeFeed(db, ottoline(), { what: "person", of: "bram" }),
      await makeFeed(db, ottoline(), { what: "machine", of: "sprat" }),
      await makeFeed(db, ottoline(), { what: "shop", of: null }),
    ];
    const timed = (all: Awaited<ReturnType<typeof events>>) => all.filter(({ startDate }) => !startDate.isDate);
    const ofBram = timed(await events(bram));
    const expected = plan.tasks.filter(({ stretches }) => stretches.find(({ person }) => person)?.person === "bram");
    expect(ofBram.map(({ uid }) => uid).sort()).toEqual(expected.map(({ id }) => `${id}@${site}`).sort());
    const [first] = expected;
    const event = ofBram.find(({ uid }) => uid === `${first?.id}@${site}`);
    expect(event?.startDate.toJSDate().getTime()).toBe(new Date(seen.zero).getTime() + (first?.stretches[0]?.start ?? 0) * 60_000);
    const ofSprat = await events(sprat);
    expect(ofSprat.every(({ summary }) => summary.startsWith("Sprat: "))).toBe(true);
    expect(ofSprat.some(({ startDate }) => startDate.isDate)).toBe(true);
    expect(timed(await events(shop)).length).toBe(plan.tasks.length);
    const [made] = await feedsOf(db, ottoline());
    expect(made?.words).toBe("Bram Teasel");
    await revokeFeed(db, ottoline(), made?.id ?? "");
    await expect(events(bram)).rejects.toMatchObject({ status: 404 });
    await expect(makeFeed(db, actor("ottoline", "operator"), { what: "shop", of: null })).rejects.toMatchObject({ status: 403 });
    await expect(makeFeed(db, ottoline(), { what: "person", of: "nobody" })).rejects.toMatchObject({ status: 400 });
  });
});

test("a sheet a person, with the walk and what works by itself meanwhile; none without a round", async () => {
  await expect(roundSheets(db, ottoline(), "2026-11-25", null)).rejects.toMatchObject({ status: 404 });
  await acceptRound(db, ottoline(), asRound(await view()).sent);
  const { sheets } = await roundSheets(db, ottoline(), "2026-11-25", null);
  expect(sheets.length).toBeGreaterThan(3);
  expect(sheets.flatMap(({ lines }) => lines).some(({ meanwhile }) => meanwhile?.startsWith("then it works by itself until"))).toBe(true);
  const [only] = (await roundSheets(db, ottoline(), "2026-11-25", "ilse")).sheets;
  expect(only?.person).toBe("Ilse Quarrie");
});

test("ways and weights are settings, held against the shop", async () => {
  const { settings } = await view();
  await saveRoundSettings(db, ottoline(), { ...settings, walk: { "film/garment": 7 } });
  const { problem } = await view();
  const [film, garment] = ["film", "garment"].map((area) => problem.areas.indexOf(area));
  // Over another area it is 2 and 2: nobody walks 7.
  expect(problem.walk[film ?? 0]?.[garment ?? 0]).toBe(4);
  await expect(saveRoundSettings(db, ottoline(), { ...settings, walk: { "film/moon": 1 } })).rejects.toMatchObject({ status: 400 });
  await expect(saveRoundSettings(db, actor("ottoline", "operator"), settings)).rejects.toMatchObject({ status: 403 });
});
