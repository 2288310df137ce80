import { beforeEach, describe, expect, test } from "vitest";
import { compareSite } from "../../src/ledger/compare.ts";
import { benchView } from "../../src/work/stores/bench.ts";
import { labelView } from "../../src/work/stores/label.ts";
import { ordersCsv, ordersView } from "../../src/work/stores/orders.ts";
import { saveStoreSetting } from "../../src/work/stores/settings.ts";
import { itemView, shelfView } from "../../src/work/stores/shelf.ts";
import { db } from "./database.ts";
import { actor, at, entry, freshHouse, ottoline, send, site } from "./house.ts";
import { fluid, said, stock, there } from "./store-house.ts";

/** Movements, orders, batches and settings of the store, over a real database. */
beforeEach(() => freshHouse({ stores: true }));

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

  test("what an amendment says instead is held against the store as well", async () => {
    const used = stock("used", [fluid("A", 100)]);
    const came = stock("received", [fluid("A", 1000, { expiry: "2027-03-01" })]);
    await send("bram", came, used);
    // A mistyped expiry of the lot's only entry is put right.
    const right = { event: "received", lines: [fluid("A", 1000, { expiry: "2027-04-01" })] };
    expect(await said("bram", entry("amendment", { why: "misread", replace: right }, { amends: came.id }))).toContain("added");
    const amend = (body: Record<string, unknown>) =>
      said("bram", entry("amendment", { why: "mistyped", replace: body }, { amends: used.id }));
    expect(await amend({ event: "used", lines: [{ ...fluid("A", 100), unit: "g" }] })).toContain("kept in mL, not in g");
    expect(await amend({ event: "used", lines: [{ ...fluid("A", 100), item: "nothing" }] })).toContain("no item");
    expect(await amend({ event: "used", lines: [fluid("A", 40)] })).toContain("added");
    expect(await there("aqueous-cleaner")).toEqual([["A", 960]]);
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

test("the shelf is paged and searched; settings that can't be are refused with their place; an operator sets nothing up", async () => {
  const view = await shelfView(db, ottoline(), { page: 9, find: "", group: "" });
  expect(view.page).toBe(view.pages);
  expect(view.rows.length).toBeLessThanOrEqual(60);
  expect((await shelfView(db, ottoline(), { page: 1, find: "uv ink", group: "" })).all).toBe(6);
  const body = { ...(await itemView(db, ottoline(), "damper", null)).item, supplier: "nobody" };
  await expect(saveStoreSetting(db, ottoline(), { subject: "item", id: "damper", body })).rejects.toMatchObject({
    problems: [{ path: "$.supplier" }],
  });
  await expect(
    saveStoreSetting(db, ottoline(), { subject: "item", id: "damper", body: { ...body, supplier: "fenhollow", pack: -1 } }),
  ).rejects.toMatchObject({ status: 400 });
  await expect(saveStoreSetting(db, actor("bram"), { subject: "item", id: "damper", body })).rejects.toMatchObject({ status: 403 });
});
