import { uuidv7 } from "uuidv7";
import { beforeEach, describe, expect, test } from "vitest";
import { STEPS } from "../../src/core/routines/steps/steps.ts";
import { stepsVersion } from "../../src/core/runs/version.ts";
import { STORES_SETTINGS } from "../../src/core/stores/item.ts";
import { ITEMS } from "../../src/demo/store-items.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { lotsInChannels } from "../../src/ledger/stock.ts";
import { board } from "../../src/work/board/board.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { roundView } from "../../src/work/rounds/rounds.ts";
import { monthCsv, monthView } from "../../src/work/stores/month.ts";
import { saveStoreSetting } from "../../src/work/stores/settings.ts";
import { solventCsv, solventView } from "../../src/work/stores/solvent.ts";
import { traceView } from "../../src/work/stores/trace.ts";
import { wasteView, wasteYear, wasteYearCsv } from "../../src/work/stores/waste.ts";
import { db } from "./database.ts";
import { actor, at, entry, freshHouse, ottoline, send, site } from "./house.ts";
import { said, stock } from "./store-house.ts";

/** Waste, what fluids let out, where lots were and what a month cost, over a real database. */
beforeEach(() => freshHouse({ stores: true }));

describe("waste", () => {
  const level = (ml: number, clock: string, machine = "sprat") =>
    entry("vessel", { vessel: "bottle", event: "level", ml }, { machine, happenedAt: at(clock) });

  test("a bottle that would overflow holds the work back, calls for its emptying, and that comes first in the round", async () => {
    await send("bram", level(1690, "08:00"));
    const row = (await board(db, ottoline())).machines.find(({ id }) => id === "sprat");
    expect(row?.vessel?.holdsBack.map(({ routine }) => routine)).toContain("R04");
    expect(row?.condition).toContain("empty the bottle before");
    const called = row?.also.find(({ routine }) => routine === "R45");
    expect(called).toMatchObject({ state: "due", dueDay: "2026-11-25" });
    const { problem } = await roundView(db, ottoline(), { on: "2026-11-25", what: "opening", safe: false });
    const cleans = problem.tasks.find(({ id }) => id.startsWith("sprat/R04/"));
    expect(cleans?.after).toContain(called?.key);
    const tablet = await floor(db, { site, actor: actor("bram") });
    expect(tablet.machines.find(({ id }) => id === "sprat")?.vessel?.holdsBack.length).toBeGreaterThan(0);
  });

  test("emptied into a container: the machine has room again, the container holds it, the year tells of what left", async () => {
    await send("bram", level(1690, "08:00"));
    expect(
      await said(
        "bram",
        entry(
          "vessel",
          { vessel: "bottle", event: "emptied", beforeMl: 1690, into: "drum-water" },
          { machine: "sprat", happenedAt: at("08:30") },
        ),
      ),
    ).toContain("added");
    const view = await wasteView(db, ottoline());
    expect(view.vessels.find(({ machine }) => machine === "sprat")).toMatchObject({ holdsBack: [] });
    expect(view.containers.find(({ id }) => id === "drum-water")).toMatchObject({ ml: 1690, percent: 7, since: "Wed 25 Nov" });
    expect(
      await said(
        "ottoline",
        entry("waste-out", { container: "drum-water", ml: 1700, taker: "Carriers", papers: "P-1" }, { happenedAt: at("09:00") }),
      ),
    ).toContain("added");
    expect((await wasteView(db, ottoline())).containers.find(({ id }) => id === "drum-water")?.ml).toBe(0);
    expect(await wasteYear(db, ottoline(), 2026)).toMatchObject({
      rows: [{ ml: 1700, papers: "P-1" }],
      byKind: [{ kind: "water-based waste ink", words: "1.7 L" }],
    });
    expect(await wasteYearCsv(db, ottoline(), 2026)).toContain("1.70,Carriers,P-1");
    expect(await compareSite(db, site)).toEqual([]);
  });

  test("a pick-up larger than the record leaves the drum empty, and is asked about; what comes after counts whole", async () => {
    const emptied = (ml: number, clock: string) =>
      entry(
        "vessel",
        { vessel: "bottle", event: "emptied", beforeMl: ml, into: "drum-water" },
        { machine: "sprat", happenedAt: at(clock) },
      );
    await send("bram", emptied(1000, "08:00"));
    await send(
      "ottoline",
      entry("waste-out", { container: "drum-water", ml: 9100, taker: "Carriers", papers: "P-2" }, { happenedAt: at("08:10") }),
    );
    const of = async () => (await wasteView(db, ottoline())).containers.find(({ id }) => id === "drum-water");
    // 1.0 L in, 9.1 L out: nothing is left, 8.1 L were never entered.
    expect(await of()).toMatchObject({ ml: 0, more: { words: "9.1 L", byWords: "8.1 L" } });
    await send("bram", emptied(1500, "08:20"));
    expect(await of()).toMatchObject({ ml: 1500, since: "Wed 25 Nov", more: { byWords: "8.1 L" } });
  });

  test("a bottle that nobody looked at is not known, not empty: nothing is foreseen of it until somebody reads it", async () => {
    const of = async () => (await wasteView(db, ottoline())).vessels.find(({ machine }) => machine === "smelt");
    expect(await of()).toMatchObject({ measured: null, words: "nobody has read its level", days: { earliest: null }, holdsBack: [] });
    expect((await board(db, ottoline())).machines.find(({ id }) => id === "smelt")?.condition).toBe("");
    await send("bram", level(0, "08:00", "smelt"));
    expect(await of()).toMatchObject({ measured: "Wed 25 Nov" });
  });

  test("readings in a run count as looks", async () => {
    const run = uuidv7();
    const version = stepsVersion(STEPS.R08 ?? []);
    const event = (body: Record<string, unknown>, minute: number) =>
      entry("run", body, { machine: "smelt", routine: "R08", run, happenedAt: at(`08:0${minute}`) });
    await send(
      "bram",
      event({ event: "start", form: "short", version, gear: true }, 0),
      event({ event: "step", step: "level", result: { value: 640 } }, 1),
      event({ event: "step", step: "room", result: { choice: "room" } }, 2),
      event({ event: "end" }, 3),
    );
    expect((await wasteView(db, ottoline())).vessels.find(({ machine }) => machine === "smelt")?.ml).toBeCloseTo(640, -1);
    expect(await compareSite(db, site)).toEqual([]);
  });

  test("what can't be is refused: more than it holds, an emptied cartridge, a reset without proof, a full container", async () => {
    expect(await said("bram", level(2500, "08:00"))).toContain("holds 2000 mL to the brim");
    expect(await said("bram", entry("vessel", { vessel: "cartridge", event: "emptied" }, { machine: "compass" }))).toContain(
      "replaced, or repacked",
    );
    expect(await said("bram", entry("vessel", { vessel: "cartridge", event: "reset" }, { machine: "compass" }))).toContain(
      "Waste cartridge repack",
    );
    expect(await said("bram", entry("vessel", { vessel: "cartridge", event: "reset", proof: uuidv7() }, { machine: "compass" }))).toContain(
      "floods the machine",
    );
    expect(await said("bram", entry("vessel", { vessel: "bottle", event: "replaced" }, { machine: "sprat" }))).toContain(
      "emptied, not replaced",
    );
    expect(await said("bram", entry("vessel", { vessel: "bottle", event: "level" }, { machine: "sprat" }))).toContain("How much is in it");
    for (let times = 0; times < 3; times++)
      await send(
        "bram",
        entry(
          "vessel",
          { vessel: "tank", event: "emptied", beforeMl: 3800, into: "drum-solvent" },
          { machine: "fathom", happenedAt: at(`08:1${times}`) },
        ),
      );
    expect((await wasteView(db, ottoline())).containers.find(({ id }) => id === "drum-solvent")?.ml).toBe(7600);
  });
});

test("volatile grams: what was used and spilt × density × share, by day, machine and area; received and counted let out nothing", async () => {
  const mek = (amount: number) => ({ item: "coder-solvent", amount, unit: "mL", lot: "MEK" });
  await send(
    "bram",
    stock("received", [mek(3000)]),
    stock("used", [mek(100)], {}, { machine: "tally" }),
    stock("discarded", [mek(20)], { reason: "spilt" }, { machine: "stave" }),
    stock("counted", [mek(2000)]),
  );
  const view = await solventView(db, ottoline(), "2026-11");
  // 120 mL of MEK at 0.805 g/mL (NIOSH Pocket Guide, from memory): 96.6 g.
  expect(view.grams).toBeCloseTo(96.6, 6);
  expect(view.byMachine).toEqual([
    { name: "Tally", grams: expect.closeTo(80.5, 6) },
    { name: "Stave", grams: expect.closeTo(16.1, 6) },
  ]);
  expect(view.byArea[0]?.name).toBe("Packing line");
  expect(view.over).toBeNull();
  // The record began today: of the days before nobody knows, and of a month before it there is nothing to keep within a limit.
  expect([view.record, view.recordFrom]).toEqual(["part", "Wed 25 Nov"]);
  expect(await solventView(db, ottoline(), "2026-09")).toMatchObject({ record: "none", over: null, grams: 0 });
  await saveStoreSetting(db, ottoline(), { subject: "stores", id: "site", body: { ...STORES_SETTINGS, volatileGramsAMonth: 50 } });
  expect((await solventView(db, ottoline(), "2026-11")).over).toBe("over");
  expect((await solventCsv(db, ottoline(), "2026-11")).text).toContain("Tally");
});

test("what has no data sheet is listed as missing, never as nothing; an ink without one counts by a marked guess", async () => {
  await saveStoreSetting(db, ottoline(), {
    subject: "item",
    id: "mystery",
    body: {
      id: "mystery",
      name: "Mystery cleaner",
      group: "fluid",
      unit: "mL",
      keeping: "counted",
      pack: 500,
      priceCents: 900,
      minPacks: 1,
      place: "shelf",
    },
  });
  await send(
    "bram",
    stock("received", [{ item: "mystery", amount: 500, unit: "mL" }]),
    stock("used", [{ item: "mystery", amount: 80, unit: "mL" }], {}, { machine: "sprat" }),
    stock("received", [{ item: "sign-black", amount: 500, unit: "mL", lot: "S" }]),
    stock("used", [{ item: "sign-black", amount: 100, unit: "mL", lot: "S" }], {}, { machine: "longshore" }),
  );
  const view = await solventView(db, ottoline(), "2026-11");
  expect(view.missing).toEqual([{ name: "Mystery cleaner", words: "80 mL" }]);
  // 100 mL × 0.95 g/mL × 0.8 (a guess for sign ink): 76 g.
  expect(view.byFluid).toMatchObject([{ name: "Sign ink, black", by: "guess", grams: expect.closeTo(76, 6) }]);
});

test("a bad lot is traced to machines, days and prints, and back from a machine and day to its lots", async () => {
  const ink = (lot: string, channel: string) => ({ item: "dtf-white", amount: 500, unit: "mL", lot, channel });
  await send(
    "bram",
    stock(
      "received",
      [
        { item: "dtf-white", amount: 3000, unit: "mL", lot: "BAD" },
        { item: "dtf-white", amount: 3000, unit: "mL", lot: "GOOD" },
      ],
      {},
      { happenedAt: at("08:00", "2026-11-01") },
    ),
  );
  await send(
    "ottoline",
    entry("counter", { counter: "prints", value: 1000 }, { machine: "sprat", happenedAt: at("08:00", "2026-11-02") }),
    entry("counter", { counter: "prints", value: 1900 }, { machine: "sprat", happenedAt: at("08:00", "2026-11-20") }),
  );
  await send(
    "bram",
    stock("used", [ink("BAD", "H2/W1")], {}, { machine: "sprat", happenedAt: at("08:00", "2026-11-02") }),
    stock("used", [ink("BAD", "H2/W2")], {}, { machine: "smelt", happenedAt: at("08:00", "2026-11-05") }),
    stock("used", [ink("GOOD", "H2/W1")], {}, { machine: "sprat", happenedAt: at("08:00", "2026-11-20") }),
  );
  const lot = await traceView(db, ottoline(), { item: "dtf-white", lot: "BAD" });
  expect(lot.stays.map(({ machineName, channel, from, to, printed }) => [machineName, channel, from, to, printed])).toEqual([
    ["Sprat", "H2/W1", "2026-11-02", "2026-11-20", "900 prints"],
    ["Smelt", "H2/W2", "2026-11-05", null, "not counted"],
  ]);
  // From a day within the first lot to one after the second was filled: both were in that channel; another channel's are not named.
  const between = (from: string, to: string) =>
    lotsInChannels(db, site, "sprat", ["H2/W1"], { from: new Date(at("08:00", from)), to: new Date(at("09:00", to)) });
  expect((await between("2026-11-10", "2026-11-12")).map((each) => each.lot)).toEqual(["BAD"]);
  expect((await between("2026-11-10", "2026-11-20")).map((each) => each.lot)).toEqual(["BAD", "GOOD"]);
  expect((await between("2026-11-21", "2026-11-24")).map((each) => each.lot)).toEqual(["GOOD"]);
  const back = await traceView(db, ottoline(), { machine: "sprat", from: "2026-11-21", to: "2026-11-24" });
  expect(back.stays.map(({ lot: name }) => name)).toEqual(["GOOD"]);
});

test("a month: hands, ink, fluids, parts and holds by machine, against the month before", async () => {
  await send(
    "bram",
    stock("received", [{ item: "cap-assembly", amount: 2, unit: "pieces" }]),
    stock("used", [{ item: "cap-assembly", amount: 1, unit: "pieces" }], {}, { machine: "teal" }),
  );
  await send(
    "bram",
    entry("routine", { outcome: "done" }, { machine: "teal", routine: "R17" }),
    entry("care", { what: "clean", strength: "strong" }, { machine: "teal" }),
  );
  const view = await monthView(db, ottoline(), "2026-11");
  const teal = view.machines.find(({ id }) => id === "teal");
  // R17: 20 min by its handbook row, and 5 of the strong clean; ink: that clean's 12 mL and R17's own light clean of 2; a cap assembly at 84.00.
  // Teal's inks cost what the store's garment inks in its colours cost on average.
  expect(teal?.now).toMatchObject({ handsMinutes: 25, inkMl: 14, partCents: 8400 });
  const garment = ITEMS.filter(({ inkOf }) => inkOf?.includes("dtg"));
  const each = garment.reduce((sum, { priceCents, pack }) => sum + priceCents / pack, 0) / garment.length;
  expect(teal?.now.cents).toBeCloseTo((25 / 60) * 2600 + 14 * each + 8400, 6);
  expect(teal?.before.cents).toBe(0);
  expect(view.total.now.partCents).toBe(8400);
  expect((await monthCsv(db, ottoline(), "2026-11")).text).toContain("Teal,Garment room,November 2026,25");
});
