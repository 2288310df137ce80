import { uuidv7 } from "uuidv7";
import { beforeEach, describe, expect, test } from "vitest";
import { whatNow } from "../../src/core/nozzles/ladder/what-now.ts";
import { usualPattern } from "../../src/core/nozzles/usual-pattern.ts";
import { cleansRoundHead, tendsOf } from "../../src/core/routines/tends.ts";
import { machineOf } from "../../src/core/shop/shop.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { board } from "../../src/work/board/board.ts";
import { things } from "../../src/work/board/condition.ts";
import { byHandRoutines, nozzleDesk } from "../../src/work/facts/nozzles.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { machineView } from "../../src/work/machine/machine.ts";
import { nozzleHistory, riskOf } from "../../src/work/nozzles/nozzle-history.ts";
import { monthOfRecoveries } from "../../src/work/nozzles/recoveries.ts";
import { record } from "../../src/work/record/record.ts";
import { ladderRows, saveLadder } from "../../src/work/shop/ladder-settings.ts";
import { savePattern } from "../../src/work/shop/patterns.ts";
import { putSettings } from "../../src/work/shop/settings.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "./database.ts";
import { actor, bram, freshHouse, ottoline, site } from "./house.ts";

/** The nozzle desk over a real database, at 09:10 on Wednesday 25 November 2026 (Lisbon). */

beforeEach(async () => {
  await freshHouse();
});

const send = async (kind: string, at: string, body: object, rest: object = {}, who = bram()) => {
  const id = uuidv7();
  const [answer] = await record(db, { site, actor: who }, { entries: [{ id, kind, machine: "teal", happenedAt: at, body, ...rest }] });
  return { ...answer, id };
};
const today = (time: string) => `2026-11-25T${time}:00.000Z`;
/** A check of Teal with so many missing in its second white, nozzle by nozzle. */
const check = (missing: number[]) => ({
  source: "tap",
  channels: ["H1/K", "H1/C", "H1/M", "H1/Y", "H2/W1", "H2/W2"].map((id) => {
    const list = id === "H2/W2" ? missing : [];
    return {
      id,
      missing: list.length,
      weak: 0,
      deflected: 0,
      neighbours: list.some((k) => list.includes(k + 1)),
      which: { missing: list, weak: [], deflected: [] },
    };
  }),
});
const clean = (strength: string) => ({ what: "clean", strength, ml: 2, minutes: 1 });
const next = async () => {
  const desk = await nozzleDesk(db, ottoline(), "teal");
  const found = desk && whatNow(desk, Date.parse(process.env.ZESTY_NOW ?? ""));
  return found ? `${found.step.row} ${found.step.action.kind}` : "nothing";
};
const word = async () => (await board(db, ottoline())).machines.find(({ id }) => id === "teal")?.word;

describe("what now, from what the ledger holds", () => {
  test("climbs with checks and cleans, and its ink and minutes are those of the entries", async () => {
    await send("check", today("08:00"), check([1, 2, 3, 4, 5, 6, 7, 8]));
    expect([await word(), await next()]).toEqual(["Hold", "rung-new clean"]);
    await send("care", today("08:10"), clean("light"));
    expect([await word(), await next()]).toEqual(["Unchecked", "check-due check"]);
    await send("check", today("08:15"), check([1, 2, 3, 4]));
    expect(await next()).toBe("progress clean");
    await send("care", today("08:20"), clean("light"));
    await send("check", today("08:25"), check([4]));
    expect([await word(), await next()]).toEqual(["With care", "within release"]);
    const month = await monthOfRecoveries(db, ottoline(), "2026-11");
    expect(month.machines).toMatchObject([
      { id: "teal", recoveries: 1, well: 1, cleans: 2, ml: 4, minutes: 2, byRung: [{ rung: "light", cleans: 2, endedWell: 1 }] },
    ]);
    const history = await nozzleHistory(db, ottoline(), "teal");
    expect(history.recoveries).toMatchObject([{ counts: [8, 4, 1], over: "within", cleans: 2, ml: 4 }]);
    expect(await compareSite(db, site)).toEqual([]);
  });
  test("a look, a seal test and a rest take no check's force; what draws ink does", async () => {
    await send("check", today("08:00"), check([]));
    for (const what of ["look", "seal-test", "rest", "colour-flag"]) await send("care", today("08:05"), { what });
    expect(await word()).toBe("Ready");
    await send("care", today("08:30"), { what: "flush", channels: ["H2/W2"] });
    expect(await word()).toBe("Unchecked");
    expect(await compareSite(db, site)).toEqual([]);
  });
  test("a seal that leaks asks for the cap until a new one is on; another part is none", async () => {
    await send("check", today("08:00"), check([1, 2, 3, 4]));
    await send("care", today("08:05"), { what: "seal-test", leaks: true });
    expect(await next()).toBe("seal-leaks cap-service");
    await send("part", today("08:20"), { part: "wiper", event: "replaced" }, {}, ottoline());
    expect(await next()).toBe("seal-leaks cap-service");
    await send("part", today("08:30"), { part: "cap", event: "replaced" }, {}, ottoline());
    expect(await next()).toBe("rung-new clean");
  });
  test("a hold ends by a supervisor's reason as well, and an operator has none", async () => {
    await send("check", today("08:00"), check([1, 2, 3, 4]));
    const release = { until: today("18:00"), reason: "flat white ground only" };
    expect(await send("release", today("08:05"), release)).toMatchObject({ result: "refused" });
    await send("release", today("08:06"), release, {}, ottoline());
    expect([await word(), await next()]).toEqual(["With care", "nothing"]);
  });
  test("a tablet is given the same to work on without a network", async () => {
    await send("check", today("08:00"), check([1, 2, 3, 4]));
    const view = await floor(db, { site, actor: bram() });
    const desk = view.machines.find(({ id }) => id === "teal")?.desk;
    expect(desk).toEqual(await nozzleDesk(db, ottoline(), "teal"));
    expect(view.machines.find(({ id }) => id === "tally")?.desk).toBeNull();
  });
  test("the ladder's numbers are settings: changed, the next step follows; wrong ones are refused with their place", async () => {
    await send("check", today("08:00"), check([1, 2, 3, 4]));
    await send("care", today("08:05"), clean("light"));
    await send("check", today("08:10"), check([1, 2, 3, 4]));
    expect(await next()).toBe("no-progress clean");
    const row = (await ladderRows(db, ottoline())).find(({ id }) => id === "teal");
    if (!row) throw new Error("no ladder");
    await saveLadder(db, ottoline(), { id: "teal", settings: { ...row.settings, withoutProgress: 1 } });
    expect(await next()).toBe("rung-above clean");
    const crossed = { ...row.settings, rungs: [...row.settings.rungs].reverse() };
    await expect(saveLadder(db, ottoline(), { id: "teal", settings: crossed })).rejects.toMatchObject({
      problems: expect.arrayContaining([expect.objectContaining({ path: "$.rungs[1].ml" })]),
    });
    await expect(saveLadder(db, bram(), { id: "teal", settings: row.settings })).rejects.toThrow(/may not/);
  });
});

test("by hand leads to a routine that cleans cap and wiper, never to a soak, a test or a water cap", async () => {
  const shop = await loadShop(db, site);
  const found = shop.machines.flatMap((machine) => byHandRoutines(shop, machine));
  expect(found.length).toBeGreaterThan(5);
  for (const id of new Set(found)) expect(tendsOf(shop.rules.book.get(id))).toContain("cap");
  expect(cleansRoundHead({ effects: { tends: ["cap", "cap-pad"] } })).toBe(false);
  expect(cleansRoundHead({ effects: { tends: ["cap", "wiper"] } })).toBe(true);
  expect(found.filter((id) => ["R10", "R29", "R36"].includes(id))).toEqual([]);
});

test("what is said of another machine's heads, parts or checks is refused in words", async () => {
  expect(await send("care", today("08:00"), { ...clean("light"), heads: ["H9"] })).toMatchObject({
    result: "refused",
    message: expect.stringContaining("no head or channel H9"),
  });
  expect(await send("part", today("08:00"), { part: "gutter", event: "taken", reason: "worn" })).toMatchObject({ result: "refused" });
  expect(await send("pin", today("08:00"), { of: uuidv7() })).toMatchObject({ result: "refused" });
});

describe("a check", () => {
  test("whose nozzles are not as many as it counts is refused", async () => {
    const body = check([1, 2]);
    const wrong = { ...body, channels: body.channels.map((channel) => ({ ...channel, missing: 5 })) };
    expect(await send("check", today("08:00"), wrong)).toMatchObject({ result: "refused", message: expect.stringContaining("H1/K") });
  });
  test("is compared with the one before and the one held up; where inks moved, the nozzles' history and the ink's differ", async () => {
    process.env.ZESTY_NOW = "2026-11-20T09:10:00Z";
    const old = await send("check", "2026-11-20T08:00:00.000Z", check([5, 9]));
    await send("pin", "2026-11-20T08:05:00.000Z", { of: old.id });
    const shop = await loadShop(db, site);
    const { policies: _, ...machine } = machineOf(shop, "teal");
    const moved = {
      ...machine,
      heads: machine.heads?.map((head) => ({
        ...head,
        channels: head.channels?.map((channel) => (channel.id === "W2" ? { ...channel, ink: "cyan" as const } : channel)),
      })),
    };
    process.env.ZESTY_NOW = "2026-11-24T09:10:00Z";
    await db.transaction((tx) => putSettings(tx, shop, "ottoline", [{ subject: "machine", id: "teal", body: moved, what: "white moved" }]));
    process.env.ZESTY_NOW = "2026-11-25T09:10:00Z";
    await send("check", today("08:00"), check([9]));
    const history = await nozzleHistory(db, ottoline(), "teal");
    expect(history.pinned).toBe(old.id);
    expect(history.checks.map(({ inks }) => inks["H2/W2"])).toEqual(["cyan", "white"]);
    expect(history.checks[0]?.longRun).toBe("Hold");
  });
  test("that fails says what was printed since the last good one; a complaint looks back to the same", async () => {
    process.env.ZESTY_NOW = "2026-11-24T20:10:00Z";
    await send("check", "2026-11-24T06:40:00.000Z", check([]));
    await send("counter", "2026-11-24T06:30:00.000Z", { counter: "prints", value: 5000 }, {}, actor("ilse"));
    await send("note", "2026-11-24T11:00:00.000Z", { text: "crates" }, {}, actor("ilse"));
    process.env.ZESTY_NOW = "2026-11-25T09:10:00Z";
    await send("check", today("08:00"), check([1, 2, 3, 4]));
    await send("counter", today("08:10"), { counter: "prints", value: 5212 });
    const { risk } = await nozzleHistory(db, ottoline(), "teal");
    // Readings 25 h 40 min apart, checks 25 h 20 min: 212 × 1520 / 1540.
    expect(risk).toMatchObject({ prints: 209, lots: [], counted: { estimated: true }, channels: ["H2/W2"], named: ["white H2/W2"] });
    expect(risk?.people).toContain("Ilse Quarrie");
    expect((await riskOf(db, ottoline(), "teal", new Date("2026-11-24T12:00:00Z"))).prints).toBe(209);
    expect((await riskOf(db, ottoline(), "teal", new Date("2026-11-26T12:00:00Z"))).kind).toBe("no-check");
  });
});

describe("parts", () => {
  test("a part replaced begins anew, its life so far is kept, and a head is followed from machine to machine", async () => {
    const cap = async () => (await machineView(db, ottoline(), "teal")).parts.find(({ id }) => id === "cap");
    const before = await cap();
    expect(before?.ageDays).toBeGreaterThan(30);
    await send("part", today("08:00"), { part: "cap", event: "replaced", reason: "worn", lifeDays: before?.ageDays ?? 0 });
    expect(await cap()).toMatchObject({ ageDays: 0, serial: null });
    await send("part", today("08:05"), { part: "H1", event: "fitted", serial: "HD-1" });
    await send("part", today("08:10"), { part: "H1", event: "taken", reason: "to Wigeon" });
    await send("part", today("08:15"), { part: "H1", event: "fitted", serial: "HD-1" }, { machine: "wigeon" });
    expect(await things(db, ottoline())).toMatchObject([{ serial: "HD-1", kind: "head", at: "Wigeon, H1", stays: [{}, {}] }]);
  });
  test("a cap that draws less and less is told on the Board", async () => {
    for (const [day, seconds] of [
      ["01", 20],
      ["08", 20],
      ["15", 21],
      ["22", 42],
    ])
      await send("cap-drain", `2026-11-${day}T10:00:00.000Z`, { ml: 10, seconds });
    const row = (await board(db, ottoline())).machines.find(({ id }) => id === "teal");
    expect(row?.condition).toContain("cap: 48 % of its suction left");
    const view = await machineView(db, ottoline(), "teal");
    expect(view.condition.find(({ topic }) => topic === "Cap")?.why).toBe(
      "4.2 s a millilitre at the last measured fill, 2.0 when it was new",
    );
  });
});

test("a pattern of another machine's channels is refused with the place", async () => {
  const shop = await loadShop(db, site);
  const pattern = usualPattern(machineOf(shop, "longshore"));
  await expect(savePattern(db, ottoline(), "teal", pattern)).rejects.toMatchObject({
    problems: expect.arrayContaining([expect.objectContaining({ message: expect.stringContaining("has no channel") })]),
  });
});
