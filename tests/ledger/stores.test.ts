import { uuidv7 } from "uuidv7";
import { beforeEach, describe, expect, test } from "vitest";
import type { Role } from "../../src/core/fleet/vocabulary.ts";
import { STEPS } from "../../src/core/routines/steps/steps.ts";
import { stepsVersion } from "../../src/core/runs/version.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { stockRows } from "../../src/ledger/stock.ts";
import type { Actor } from "../../src/work/actor.ts";
import { board } from "../../src/work/board.ts";
import { floor } from "../../src/work/floor.ts";
import { record } from "../../src/work/record.ts";
import { roundView } from "../../src/work/rounds.ts";
import { benchView } from "../../src/work/stores/bench.ts";
import { labelView } from "../../src/work/stores/label.ts";
import { monthCsv, monthView } from "../../src/work/stores/month.ts";
import { ordersCsv, ordersView } from "../../src/work/stores/orders.ts";
import { saveStoreSetting } from "../../src/work/stores/settings.ts";
import { itemView, shelfView } from "../../src/work/stores/shelf.ts";
import { solventCsv, solventView } from "../../src/work/stores/solvent.ts";
import { traceView } from "../../src/work/stores/trace.ts";
import { wasteView, wasteYear, wasteYearCsv } from "../../src/work/stores/waste.ts";
import { db, newSite } from "./database.ts";

/** The store over a real database, at 09:10 on Wednesday 25 November 2026. */

let site = "";
const actor = (personId: string, role: Role = "operator"): Actor => ({ site, personId, name: personId, role, sessionId: "s" });
const ottoline = () => actor("ottoline", "supervisor");
const at = (clock: string, day = "2026-11-25") => `${day}T${clock}:00.000Z`;
const entry = (kind: string, body: Record<string, unknown>, rest: Record<string, unknown> = {}) => ({
  id: uuidv7(),
  kind,
  happenedAt: at("08:00"),
  body,
  ...rest,
});
const stock = (event: string, lines: Record<string, unknown>[], more: Record<string, unknown> = {}, rest: Record<string, unknown> = {}) =>
  entry("stock", { event, lines, ...more }, rest);
const send = async (person: string, ...entries: unknown[]) => {
  const answers = await record(db, { site, actor: person === "ottoline" ? ottoline() : actor(person) }, { entries });
  return answers;
};
const said = async (person: string, sent: unknown) => {
  const [answer] = await send(person, sent);
  return `${answer?.result}: ${answer?.message ?? ""}`;
};
const there = async (item: string) => (await stockRows(db, site, [item])).map(({ lot, amount }) => [lot, amount]);
const fluid = (lot: string, amount: number, more = {}) => ({ item: "aqueous-cleaner", amount, unit: "mL", lot, ...more });

beforeEach(async () => {
  process.env.ZESTY_NOW = "2026-11-25T09:10:00Z";
  site = await newSite({ stores: true });
});

describe("movements", () => {
  test("stock is the sum of movements, by lot; the projections rebuild equal", async () => {
    await send(
      "bram",
      stock("received", [fluid("A", 1000, { expiry: "2027-03-01" }), fluid("B", 1000)]),
      stock("used", [fluid("A", 120)]),
      stock("discarded", [fluid("A", 30)], { reason: "spilt" }),
      stock("moved", [fluid("B", 400)], { to: "garment room" }),
    );
    expect(await there("aqueous-cleaner")).toEqual([
      ["A", 850],
      ["B", 600],
      ["B", 400],
    ]);
    expect(await compareSite(db, site)).toEqual([]);
  });

  test("a count says what was there at its moment: what others took before and after is reckoned in, however late it comes", async () => {
    await send("bram", stock("received", [{ item: "damper", amount: 10, unit: "pieces" }], {}, { happenedAt: at("06:00") }));
    const counted = await said("tadeo", stock("counted", [{ item: "damper", amount: 7, unit: "pieces" }], {}, { happenedAt: at("08:30") }));
    expect(counted).toContain("3 pieces fewer than the movements say");
    // Taken at 8:10, entered after the count: the count had seen it.
    await send("ilse", stock("used", [{ item: "damper", amount: 2, unit: "pieces" }], {}, { happenedAt: at("08:10") }));
    expect(await there("damper")).toEqual([["", 7]]);
    // Taken at 8:50: after it.
    await send("ilse", stock("used", [{ item: "damper", amount: 1, unit: "pieces" }], {}, { happenedAt: at("08:50") }));
    expect(await there("damper")).toEqual([["", 6]]);
    expect(await compareSite(db, site)).toEqual([]);
  });

  test("two people count the same at once: both stay, the later one holds", async () => {
    await Promise.all([
      send("bram", stock("counted", [{ item: "damper", amount: 5, unit: "pieces" }], {}, { happenedAt: at("08:01") })),
      send("ilse", stock("counted", [{ item: "damper", amount: 4, unit: "pieces" }], {}, { happenedAt: at("08:02") })),
    ]);
    expect(await there("damper")).toEqual([["", 4]]);
  });

  test("an amended movement is reckoned as amended, a struck one not at all", async () => {
    const came = stock("received", [fluid("A", 1000)]);
    const used = stock("used", [fluid("A", 100)]);
    await send("bram", came, used);
    await send("bram", entry("amendment", { why: "mistyped", replace: { event: "used", lines: [fluid("A", 10)] } }, { amends: used.id }));
    expect(await there("aqueous-cleaner")).toEqual([["A", 990]]);
    await send("bram", entry("amendment", { why: "twice", struck: true }, { amends: used.id }));
    expect(await there("aqueous-cleaner")).toEqual([["A", 1000]]);
    // To another lot: the old one's stock goes with it.
    await send(
      "bram",
      entry("amendment", { why: "other label", replace: { event: "received", lines: [fluid("C", 1000)] } }, { amends: came.id }),
    );
    expect(await there("aqueous-cleaner")).toEqual([["C", 1000]]);
    expect(await compareSite(db, site)).toEqual([]);
  });

  test("what can't be is refused in words and changes nothing", async () => {
    await send("bram", stock("received", [fluid("A", 1000, { expiry: "2027-03-01" })], { delivery: "L-1", supplier: "marlstone" }));
    expect(await said("bram", stock("used", [fluid("A", -5)]))).toContain("refused");
    expect(await said("bram", stock("used", [{ ...fluid("A", 5), unit: "g" }]))).toContain("kept in mL, not in g");
    expect(await said("bram", stock("used", [{ item: "damper", amount: 1.5, unit: "pieces" }]))).toContain("whole pieces");
    expect(await said("bram", stock("used", [{ item: "aqueous-cleaner", amount: 5, unit: "mL" }]))).toContain("Which lot");
    expect(await said("bram", stock("used", [{ item: "nothing", amount: 5, unit: "mL" }]))).toContain("no item");
    expect(await said("bram", stock("discarded", [fluid("A", 5)]))).toContain("A reason goes with it");
    expect(await said("bram", stock("used", [fluid("A", 5), fluid("A", 5)]))).toContain("stands twice");
    expect(await said("bram", stock("received", [fluid("A", 1000, { expiry: "2027-04-01" })]))).toContain("one lot has one");
    expect(await said("bram", stock("received", [fluid("A", 1000)], { delivery: "L-1", supplier: "marlstone" }))).toContain(
      "second parcel",
    );
    expect(await said("bram", stock("received", [fluid("A", 1000)], { delivery: "L-1", supplier: "marlstone", again: true }))).toContain(
      "added",
    );
    expect(await there("aqueous-cleaner")).toEqual([["A", 2000]]);
    expect(await said("bram", stock("used", [fluid("A", 5000)]))).toContain("record held 2 L");
  });

  test("an expired lot is refused in a run; a supervisor can enter it with a reason", async () => {
    await send("bram", stock("received", [fluid("OLD", 500, { expiry: "2026-11-20" })], {}, { happenedAt: at("08:00", "2026-10-01") }));
    expect(await said("bram", stock("used", [fluid("OLD", 10)]))).toContain("was to be used by Fri 20 Nov");
    expect(await said("bram", stock("used", [fluid("OLD", 10)], { reason: "no other" }))).toContain("refused");
    expect(await said("ottoline", stock("used", [fluid("OLD", 10)]))).toContain("refused");
    expect(await said("ottoline", stock("used", [fluid("OLD", 10)], { reason: "no other, looked clear" }))).toContain("added");
  });

  test("opening a lot starts its clock", async () => {
    await send("bram", stock("received", [fluid("A", 1000, { expiry: "2028-01-01" })]), stock("opened", [fluid("A", 0)]));
    const { lots } = await itemView(db, ottoline(), "aqueous-cleaner", null);
    expect(lots[0]).toMatchObject({ useBy: "2027-05-24", why: "180 days from when it was opened, 2026-11-25" });
  });

  test("a fluid that does not fit a part is refused, one that fits sparingly is warned of", async () => {
    await send(
      "bram",
      stock("received", [fluid("A", 1000)]),
      stock("received", [{ item: "alcohol", amount: 1000, unit: "mL", lot: "IPA" }]),
    );
    expect(await said("bram", stock("used", [fluid("A", 5, { part: "encoder-strip" })], {}, { machine: "teal" }))).toContain("clouds it");
    expect(
      await said("bram", stock("used", [{ item: "alcohol", amount: 5, unit: "mL", lot: "IPA", part: "cap" }], {}, { machine: "lamprey" })),
    ).toContain("sparingly");
  });

  test("a kit opens into its items; nobody logs single swabs, the last box opened orders the next", async () => {
    await send("bram", stock("received", [{ item: "cap-kit", amount: 2, unit: "pieces" }]));
    await send(
      "bram",
      stock("kit-opened", [
        { item: "cap-kit", amount: 1, unit: "pieces" },
        { item: "cap-pad", amount: 2, unit: "pieces" },
        { item: "air-filter", amount: 1, unit: "pieces" },
      ]),
    );
    expect([await there("cap-kit"), await there("cap-pad"), await there("air-filter")]).toEqual([[["", 1]], [["", 2]], [["", 1]]]);
    await send("bram", stock("last-box", [{ item: "gloves", amount: 0, unit: "pieces" }]));
    const swabs = (await ordersView(db, ottoline())).suppliers.flatMap(({ lines }) => lines).find(({ item }) => item === "gloves");
    expect(swabs).toMatchObject({ now: true, packs: 2 });
    await send("bram", stock("received", [{ item: "gloves", amount: 200, unit: "pieces" }], {}, { happenedAt: at("09:00") }));
    expect((await ordersView(db, ottoline())).suppliers.flatMap(({ lines }) => lines).some(({ item }) => item === "gloves")).toBe(false);
  });
});

test("an order is made, half received, received whole, and its list goes out as CSV without live formulas", async () => {
  await saveStoreSetting(db, ottoline(), {
    subject: "item",
    id: "damper",
    body: { ...(await itemView(db, ottoline(), "damper", null)).item, name: "=cmd()" },
  });
  await send(
    "bram",
    stock("used", [{ item: "damper", amount: 4, unit: "pieces" }], {}, { machine: "shanny", happenedAt: at("08:00", "2026-11-10") }),
  );
  const before = await ordersView(db, ottoline());
  expect(before.suppliers.find(({ id }) => id === "fenhollow")?.lines.map(({ item }) => item)).toContain("damper");
  expect(await ordersCsv(db, ottoline(), "fenhollow")).toContain("'=cmd()");
  expect(
    await said(
      "bram",
      entry("order", { event: "placed", supplier: "fenhollow", lines: [{ item: "damper", packs: 3, amount: 6, priceCents: 4350 }] }),
    ),
  ).toContain("refused");
  expect(
    await said(
      "ottoline",
      entry("order", { event: "placed", supplier: "fenhollow", lines: [{ item: "damper", packs: 3, amount: 7, priceCents: 4350 }] }),
    ),
  ).toContain("3 packs");
  const order = entry("order", {
    event: "placed",
    supplier: "fenhollow",
    lines: [{ item: "damper", packs: 3, amount: 6, priceCents: 4350 }],
  });
  expect(await said("ottoline", order)).toContain("added");
  await send("ilse", stock("received", [{ item: "damper", amount: 2, unit: "pieces" }], { order: order.id, delivery: "L-9" }));
  expect((await ordersView(db, ottoline())).open[0]?.lines[0]).toMatchObject({ received: 2, rest: 4, restWords: "4 pieces" });
  expect(
    await said("ilse", stock("received", [{ item: "damper", amount: 9, unit: "pieces" }], { order: order.id, delivery: "L-10" })),
  ).toContain("More =cmd() than ordered: 11 pieces of 6 pieces");
  const after = await ordersView(db, ottoline());
  expect(after.open).toEqual([]);
  expect(after.past[0]?.closed).toBe("all came");
});

test("a batch is mixed from the shelf, its lot labelled; what must not meet or is not there is refused", async () => {
  await send(
    "bram",
    stock("received", [{ item: "capping-concentrate", amount: 100, unit: "mL", lot: "CC", expiry: "2026-12-01" }]),
    stock("received", [{ item: "distilled-water", amount: 5000, unit: "mL" }]),
    stock("received", [{ item: "bleach", amount: 500, unit: "mL" }]),
  );
  const mix = (parts: Record<string, unknown>[], amountMl: number, lot = "M-1") =>
    entry("mix", { item: "capping-solution", lot, amountMl, useBy: "2026-12-01", parts });
  const good = [
    { item: "capping-concentrate", lot: "CC", ml: 50 },
    { item: "distilled-water", ml: 450 },
  ];
  expect(
    await said(
      "mirko",
      mix(
        [
          { item: "bleach", ml: 50 },
          { item: "capping-concentrate", lot: "CC", ml: 50 },
        ],
        100,
      ),
    ),
  ).toContain("must not be mixed");
  expect(
    await said(
      "mirko",
      mix(
        [
          { item: "capping-concentrate", lot: "CC", ml: 150 },
          { item: "distilled-water", ml: 1350 },
        ],
        1500,
      ),
    ),
  ).toContain("record holds 100 mL");
  expect(await said("mirko", mix(good, 900))).toContain("make 500 mL");
  expect(await said("mirko", mix(good, 500))).toContain("added");
  expect(await said("mirko", mix(good, 500))).toContain("There is a batch M-1 already");
  expect([await there("capping-solution"), await there("capping-concentrate"), await there("distilled-water")]).toEqual([
    [["M-1", 500]],
    [["CC", 50]],
    [["", 4550]],
  ]);
  expect(await labelView(db, ottoline(), "capping-solution", "M-1")).toMatchObject({
    content: "Capping concentrate 10 %, Distilled water 90 %",
    useBy: "2026-12-01",
    by: "Mirko Salt",
    hazards: ["H319 Causes serious eye irritation"],
  });
  expect((await benchView(db, ottoline())).products[0]?.nextLot).toBe("CAPPING-SOLU-261125-2");
  expect(await compareSite(db, site)).toEqual([]);
});

describe("waste", () => {
  const level = (ml: number, clock: string, machine = "sprat") =>
    entry("vessel", { vessel: "bottle", event: "level", ml }, { machine, happenedAt: at(clock) });

  test("a bottle that would overflow holds the work back, calls for its emptying, and that comes first in the round", async () => {
    await send("bram", level(1690, "08:00"));
    const row = (await board(db, ottoline())).machines.find(({ id }) => id === "sprat");
    expect(row?.vessel?.holdsBack.map(({ routine }) => routine)).toContain("R04");
    expect(row?.condition).toContain("empty the bottle before");
    const called = row?.also.find(({ routine }) => routine === "R45");
    expect(called).toMatchObject({ state: "due", due: "2026-11-25" });
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
    expect(await said("bram", entry("vessel", { vessel: "cartridge", event: "reset" }, { machine: "compass" }))).toContain("R44");
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
  await saveStoreSetting(db, ottoline(), { subject: "stores", id: "site", body: { ...view_stores(), volatileGramsAMonth: 50 } });
  expect((await solventView(db, ottoline(), "2026-11")).over).toBe("over");
  expect((await solventCsv(db, ottoline(), "2026-11")).text).toContain("Tally");
});
const view_stores = () => ({
  serviceLevel: 0.95,
  coverDays: 30,
  alpha: 0.1,
  planSpread: 0.25,
  orderCostCents: 1500,
  holdingShare: 0.2,
  hourCents: 2600,
  inkCentsAMl: 12,
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
  // R17: 20 min by its handbook row; ink: a strong clean of 12 mL and R17's own light clean of 2; a cap assembly at 84.00.
  expect(teal?.now).toMatchObject({ handsMinutes: 20, inkMl: 14, partCents: 8400 });
  expect(teal?.now.cents).toBeCloseTo((20 / 60) * 2600 + 14 * 12 + 8400, 6);
  expect(teal?.before.cents).toBe(0);
  expect(view.total.now.partCents).toBe(8400);
  expect((await monthCsv(db, ottoline(), "2026-11")).text).toContain("Teal,Garment room,November 2026,20");
});

test("the shelf is paged and searched; settings that can't be are refused with their place; an operator sets nothing up", async () => {
  const view = await shelfView(db, ottoline(), { page: 2, find: "", group: "" });
  expect(view.pages).toBeGreaterThan(1);
  expect(view.rows.length).toBeLessThanOrEqual(30);
  expect((await shelfView(db, ottoline(), { page: 1, find: "uv ink", group: "" })).all).toBe(5);
  const body = { ...(await itemView(db, ottoline(), "damper", null)).item, supplier: "nobody" };
  await expect(saveStoreSetting(db, ottoline(), { subject: "item", id: "damper", body })).rejects.toMatchObject({
    problems: [{ path: "$.supplier" }],
  });
  await expect(
    saveStoreSetting(db, ottoline(), { subject: "item", id: "damper", body: { ...body, supplier: "fenhollow", pack: -1 } }),
  ).rejects.toMatchObject({ status: 400 });
  await expect(saveStoreSetting(db, actor("bram"), { subject: "item", id: "damper", body })).rejects.toMatchObject({ status: 403 });
});
