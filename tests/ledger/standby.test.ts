import { uuidv7 } from "uuidv7";
import { beforeEach, describe, expect, test } from "vitest";
import { runPlan } from "../../src/core/runs/plan.ts";
import { stepsVersion } from "../../src/core/runs/version.ts";
import { machineOf } from "../../src/core/shop/shop.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { lastPin } from "../../src/ledger/nozzles.ts";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { board } from "../../src/work/board/board.ts";
import { closeDays } from "../../src/work/day/close-days.ts";
import { dayWork } from "../../src/work/day/day.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { saysOf } from "../../src/work/record/ledger.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { doorView } from "../../src/work/standby/door.ts";
import { standbyView } from "../../src/work/standby/machine.ts";
import { standbyOverview } from "../../src/work/standby/overview.ts";
import { saveStandby } from "../../src/work/standby/settings.ts";
import { storageTag } from "../../src/work/standby/tag.ts";
import { db } from "./database.ts";
import { actor, at, entry, freshHouse, ottoline, send, site } from "./house.ts";
import { check, done } from "./standby-house.ts";
import { said } from "./store-house.ts";

/** Machines that stand: asleep and back, one gap, the door, over a real database. */
beforeEach(() => freshHouse({ stores: true }));

const rowOf = async (id: string) => (await board(db, ottoline())).machines.find((each) => each.id === id);

describe("asleep and back", () => {
  test("a bottle flush puts it to sleep: the Board says since when and what is in it, its work is silent, its last check is pinned", async () => {
    const taken = check("sprat", "06:10", 1);
    await send("bram", taken, done("sprat", "R53", "08:30"));
    const row = await rowOf("sprat");
    expect(row?.word).toBe("Asleep");
    expect(row?.why).toMatch(/since Wed 25 Nov, stored full of fluid: cleaning fluid, clips shut; by bram|Bram Teasel/);
    expect([...(row?.beats.opening ?? []), ...(row?.beats.closing ?? []), ...(row?.also ?? [])]).toEqual([]);
    const shop = await loadShop(db, site);
    expect((await dayWork(db, shop)).tasks.filter(({ machine }) => machine === "sprat")).toEqual([]);
    expect((await lastPin(db, site, "sprat"))?.body.of).toBe(taken.id);
    expect(await storageTag(db, ottoline(), "sprat")).toMatchObject({
      asleep: true,
      lines: expect.arrayContaining([{ name: "In its lines", words: "cleaning fluid, clips shut" }]),
    });
    expect(await compareSite(db, site)).toEqual([]);
  });

  test("what draws ink is refused with the reason, whoever asks, and nothing is lost; R55 wakes it", async () => {
    await send("mirko", done("lamprey", "R53", "08:00"), done("lamprey", "R54", "08:30"));
    const shop = await loadShop(db, site);
    const start = (routine: string) =>
      entry(
        "run",
        { event: "start", form: "guided", version: stepsVersion(shop.rules.book.get(routine)?.steps ?? []) },
        { machine: "lamprey", routine, run: uuidv7(), happenedAt: at("08:50") },
      );
    expect(await said("wren", start("R05"))).toMatch(/added|refused/);
    expect(await said("wren", start("R36"))).toMatch(
      /refused: Lamprey: it is asleep since Wed 25 Nov \(Head out: head out, in its case; lines full of cleaning fluid\).*Wake-up/,
    );
    expect(
      await said(
        "ottoline",
        entry(
          "task",
          { key: "lamprey/R36/1", due: "2026-11-26", person: "wren" },
          { machine: "lamprey", routine: "R36", happenedAt: at("08:50") },
        ),
      ),
    ).toContain("refused");
    expect(
      await said("wren", entry("care", { what: "clean", strength: "normal" }, { machine: "lamprey", happenedAt: at("08:50") })),
    ).toContain("refused");
    expect(await said("wren", entry("care", { what: "clean", inFluid: true }, { machine: "lamprey", happenedAt: at("08:50") }))).toContain(
      "added",
    );
    expect(await said("wren", entry("busy", { until: at("09:30") }, { machine: "lamprey", happenedAt: at("08:50") }))).toContain("refused");
    // Before it fell asleep it was awake: a late entry of that time is kept.
    expect(await said("wren", entry("care", { what: "clean" }, { machine: "lamprey", happenedAt: at("07:00") }))).toContain("added");
    expect((await floor(db, { site, actor: actor("wren") })).machines.find(({ id }) => id === "lamprey")?.sleep).toMatchObject({
      regime: "head-out",
      regimes: ["full", "head-out"],
    });
    await send("mirko", start("R55"));
    expect(await said("mirko", entry("care", { what: "clean" }, { machine: "lamprey", happenedAt: at("09:00") }))).toContain("added");
    await send("mirko", done("lamprey", "R55", "09:05"));
    expect((await rowOf("lamprey"))?.word).not.toBe("Asleep");
    expect(await compareSite(db, site)).toEqual([]);
  });

  test("a sleep struck out never was; entries in any order fold to the same", async () => {
    const flush = done("sprat", "R53", "08:30");
    await send("bram", flush);
    expect((await rowOf("sprat"))?.word).toBe("Asleep");
    await send("bram", entry("amendment", { why: "it was Smelt", struck: true }, { amends: flush.id }));
    expect((await rowOf("sprat"))?.word).not.toBe("Asleep");
    // Woken first and told late that it slept.
    await send("bram", done("smelt", "R55", "09:00"), done("smelt", "R53", "07:00"));
    expect((await rowOf("smelt"))?.word).not.toBe("Asleep");
    expect(await compareSite(db, site)).toEqual([]);
  });

  test("with solution: looks at the cap every third day on which somebody is there, called off when it is woken", async () => {
    expect(
      await said(
        "bram",
        entry("sleep", { event: "down", regime: "solution", until: "2026-12-04" }, { machine: "sprat", happenedAt: at("09:00") }),
      ),
    ).toContain("added");
    const shop = await loadShop(db, site);
    const looks = async (day: number) =>
      (await dayWork(db, shop, day)).tasks.filter(({ machine, oneOff }) => machine === "sprat" && oneOff);
    const today = Math.floor(Date.UTC(2026, 10, 25) / 86_400_000);
    // Saturday is no work day: the look is on Monday.
    expect((await looks(today + 5)).map(({ name, state }) => [name, state])).toEqual([["Sprat: look at the cap", "coming"]]);
    expect(await looks(today + 6)).toHaveLength(1);
    await send("bram", entry("sleep", { event: "up" }, { machine: "sprat", happenedAt: at("09:05") }));
    expect((await looks(today + 5)).map(({ state }) => state)).toEqual(["skipped"]);
    expect(await said("bram", entry("sleep", { event: "up" }, { machine: "sprat", happenedAt: at("09:06") }))).toContain("not asleep");
    const lines = (await ledgerPage(db, site, { limit: 20 })).filter(({ kind }) => kind === "sleep").map((row) => saysOf(shop, row));
    expect(lines).toEqual(["woken", "put to sleep: Solution cap; until Fri 4 Dec"]);
    expect(await said("bram", entry("sleep", { event: "down", regime: "night" }, { machine: "sprat" }))).toContain("are not asleep");
    expect(await said("bram", entry("sleep", { event: "down", regime: "wet", until: "2026-11-20" }, { machine: "sprat" }))).toContain(
      "woken before it is put to sleep",
    );
  });

  test("days asleep close without a miss, and what was done before it slept stays on record", async () => {
    await send("bram", check("sprat", "06:10"), done("sprat", "R53", "08:30"));
    process.env.ZESTY_NOW = "2026-11-27T09:10:00Z";
    await closeDays(db);
    const { rows } = await db.execute<{ day: string; routine: string; outcome: string }>(
      `SELECT day, routine, outcome FROM day_outcome WHERE site = '${site}' AND machine = 'sprat' ORDER BY day, routine`,
    );
    expect(rows.filter(({ day }) => String(day).startsWith("2026-11-26"))).toEqual([]);
    expect(rows.map(({ outcome }) => outcome)).not.toContain("missed");
    expect(rows.find(({ routine }) => routine === "R01")?.outcome).toBe("done");
  });
});

describe("one machine's gap", () => {
  const view = (ask: Record<string, string>, machine = "sprat") => standbyView(db, ottoline(), machine, ask);
  test("regimes with reasons, the one advised, the flush line by line, the way back", async () => {
    const found = await view({ from: "2026-12-25T21:30", to: "2027-01-11T08:00" });
    expect(found.gap.hours).toBeCloseTo(16 * 24 + 10.5, 6);
    expect([found.advised, found.chosen]).toEqual(["full", "full"]);
    expect(found.flush?.lines).toHaveLength(6);
    expect(found.flush?.empties).toEqual([{ before: 0, after: 0 }]);
    expect(found.rough).toContain("bore of a line");
    expect(found.back?.steps.at(-1)?.what).toContain("then print");
    expect(found.options.find(({ regime }) => regime === "full")?.needs[0]).toMatchObject({
      short: true,
      heldWords: "0 mL in stock",
    });
  });
  test("a change of the clock within the gap counts the hours that there really are", async () => {
    // Lisbon goes from 02:00 to 01:00 on 25 October 2026 and forward on 28 March 2027.
    expect((await view({ from: "2027-03-27T20:00", to: "2027-03-29T08:00" })).gap.hours).toBe(35);
    expect((await view({ from: "2027-10-30T20:00", to: "2027-11-01T08:00" })).gap.hours).toBe(37);
    // 2028 has a 29 February.
    expect((await view({ from: "2028-02-28T20:00", to: "2028-03-01T08:00" })).gap.hours).toBe(36);
  });
  test.each<[Record<string, string>, RegExp]>([
    [{ from: "2026-12-01T08:00", to: "2026-11-30T08:00" }, /end is before the start/],
    [{ from: "2026-12-01T08:00", to: "2026-12-01T08:00" }, /end is before the start/],
    [{ from: "2026-12-01T08:00", to: "2028-12-01T08:00" }, /At most 400 days/],
    [{ from: "tomorrow" }, /can’t be the start/],
    [{ to: "2026-02-30T08:00" }, /can’t be the end/],
    [{ regime: "hibernate" }, /is not a method/],
  ])("%j is refused in words", async (ask, words) => expect(await view(ask).catch((error) => error.message)).toMatch(words));
  test("unknown end: planned as the house says, without a way back", async () => {
    const found = await view({ from: "2026-12-01T20:00", to: "unknown" });
    expect([found.gap.hours, found.back]).toEqual([null, null]);
    expect(found.steps[0]).toContain("nobody knows");
  });
  test("bounds and plumbing are settings; a pump that moves nothing is refused with its place", async () => {
    const settings = (await view({})).settings;
    await saveStandby(db, ottoline(), {
      subject: "standby",
      id: "dtf",
      body: { bounds: { ...settings.bounds, full: { from: 500, to: null } } },
    });
    expect((await view({ from: "2026-12-25T21:30", to: "2027-01-11T08:00" })).beyond).toBe(true);
    await saveStandby(db, ottoline(), { subject: "plumbing", id: "sprat", body: { boreMm: 4, lengthM: 2, pumpMlAMinute: 60 } });
    const found = await view({ from: "2026-12-25T21:30", to: "2027-01-11T08:00", regime: "full" });
    expect(found.flush?.lines[0]?.volumeMl).toBeCloseTo((Math.PI / 4) * 16 * 2 + 8, 6);
    expect(found.rough).not.toContain("bore of a line");
    for (const pumpMlAMinute of [0, -1, "fast"])
      await expect(saveStandby(db, ottoline(), { subject: "plumbing", id: "sprat", body: { pumpMlAMinute } })).rejects.toMatchObject({
        status: 400,
        problems: [{ path: "$.pumpMlAMinute" }],
      });
    await expect(saveStandby(db, actor("bram"), { subject: "plumbing", id: "sprat", body: {} })).rejects.toMatchObject({ status: 403 });
  });
  test("seconds logged at white lines change what white is planned with", async () => {
    const shop = await loadShop(db, site);
    const steps = shop.rules.book.get("R53")?.steps ?? [];
    const run = uuidv7();
    const tell = (body: Record<string, unknown>, clock: string) =>
      entry("run", body, { machine: "sprat", routine: "R53", run, happenedAt: at(clock) });
    const plan = runPlan(steps, machineOf(shop, "sprat"));
    const before = await view({ from: "2026-12-25T21:30", to: "2027-01-11T08:00" });
    const upTo = plan.findIndex(({ at: step }) => step === "clear@H2/W2");
    await send(
      "bram",
      tell({ event: "start", form: "guided", version: stepsVersion(steps), gear: true }, "05:00"),
      check("sprat", "05:01"),
    );
    const answers = plan.slice(0, upTo + 1).map((step, index) =>
      tell(
        {
          event: "step",
          step: step.at,
          ...(step.kind === "nozzle-check"
            ? { result: { check: uuidv7() } }
            : "choices" in step
              ? { result: { choice: step.choices[0]?.id } }
              : {}),
          ...(step.kind === "hold" ? { tookSeconds: 900 } : {}),
        },
        `05:${String(2 + index).padStart(2, "0")}`,
      ),
    );
    expect((await send("bram", ...answers)).map(({ result }) => result)).not.toContain("refused");
    const after = await view({ from: "2026-12-25T21:30", to: "2027-01-11T08:00" });
    expect(after.flush?.whiteWhy).toContain("2 white lines logged");
    const white = (found: typeof before) => found.flush?.lines.find(({ ink }) => ink === "white")?.seconds ?? 0;
    expect(white(after)).toBeGreaterThan(white(before) * 1.3);
  });
});

describe("the door", () => {
  test("a Friday before a long weekend: water is not enough, the concentrate is; power is looked at once", async () => {
    process.env.ZESTY_NOW = "2026-11-27T19:00:00Z";
    const shop = await loadShop(db, site);
    expect(shop.rules.works(Math.floor(Date.UTC(2026, 10, 28) / 86_400_000))).toBe(false);
    // Monday is taken off: it stands until Tuesday.
    await send(
      "ottoline",
      entry("print-day", { date: "2026-11-30", prints: false }, { machine: "sprat", happenedAt: at("18:00", "2026-11-27") }),
    );
    const sprat = async () => (await doorView(db, ottoline())).machines.find(({ id }) => id === "sprat");
    await send(
      "tadeo",
      check("sprat", "06:10", 0, { happenedAt: at("06:10", "2026-11-27") }),
      done("sprat", "R07", "18:20", "2026-11-27"),
      done("sprat", "R10", "18:30", "2026-11-27"),
    );
    expect((await sprat())?.gapWords).toBe("3.4 days");
    expect((await sprat())?.issues.map(({ words }) => words)).toEqual([
      "it stands 3.4 days: it needs concentrate in the cap water; it is capped on water",
      "look whether it is on (your shop leaves it on)",
    ]);
    expect((await sprat())?.who).toEqual(["Tadeo Lund", "Wren Abara", "Mirko Salt"]);
    // Two looks: what the first one said stays said.
    await send("tadeo", entry("door", { capped: "concentrate" }, { machine: "sprat", happenedAt: at("18:40", "2026-11-27") }));
    await send("tadeo", entry("door", { power: "on" }, { machine: "sprat", happenedAt: at("18:45", "2026-11-27") }));
    expect((await sprat())?.issues).toEqual([]);
    expect(await compareSite(db, site)).toEqual([]);
    const { next, quiet } = await doorView(db, ottoline());
    expect(quiet).toBe(false);
    expect(next?.dayWords).toBe("Mon 30 Nov");
    expect(next?.later.join()).toContain("Sprat prints again Tue 1 Dec");
    const smelt = next?.machines.find(({ id }) => id === "smelt");
    expect(smelt?.by).toMatch(/^\d\d:\d\d$/);
    expect(smelt?.by?.localeCompare(next?.opens ?? "")).toBeGreaterThanOrEqual(0);
    expect(smelt?.by?.localeCompare(smelt.half ?? "")).toBeGreaterThanOrEqual(0);
    // A house without mornings on record: a guess from the plan, and said so.
    expect([smelt?.isGuess, smelt?.of, next?.kept.of]).toEqual([true, 0, 0]);
    expect(await said("tadeo", entry("door", {}, { machine: "sprat" }))).toContain("refused");
  });
  test("quiet when each is as it should be: the closing done, power seen", async () => {
    process.env.ZESTY_NOW = "2026-11-25T19:30:00Z";
    const wrong = await doorView(db, ottoline());
    const shop = await loadShop(db, site);
    const late = (clock: string) => at(clock);
    for (const { id, power } of wrong.machines) {
      const closing = (await rowOf(id))?.beats.closing ?? [];
      const machine = machineOf(shop, id);
      await send(
        "mirko",
        ...closing.map(({ routine }) => entry("routine", {}, { machine: id, routine, happenedAt: late("19:00") })),
        entry(
          "door",
          { power: power.expected, ...(machine.class === "cij" ? {} : { capped: "concentrate" }) },
          { machine: id, happenedAt: late("19:10") },
        ),
      );
    }
    const { machines, quiet } = await doorView(db, ottoline());
    expect(machines.flatMap(({ name, issues }) => issues.map(({ words }) => `${name}: ${words}`))).toEqual([]);
    expect(quiet).toBe(true);
  });
  test("a machine that stands longer than its cap allows comes up on the Board by itself", async () => {
    await send("bram", done("sprat", "R10", "06:00", "2026-11-20"));
    expect((await rowOf("sprat"))?.condition).toContain("standing: capped on water 5.1 days ago; “Wet cap” is good for 3 days");
    expect((await standbyOverview(db, ottoline())).rows.find(({ id }) => id === "sprat")?.tooLong).toContain("capped on water");
    await send("bram", check("sprat", "08:30"));
    expect((await rowOf("sprat"))?.condition).not.toContain("standing");
  });
});
