import ICAL from "ical.js";
import { beforeEach, describe, expect, test } from "vitest";
import { machineOf } from "../../src/core/shop/shop.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { feedText, makeFeed } from "../../src/work/rounds/feeds.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { saveSeason, seasonView } from "../../src/work/standby/season.ts";
import { seasonLives } from "../../src/work/standby/season-lives.ts";
import { ordersView } from "../../src/work/stores/orders.ts";
import { db } from "./database.ts";
import { actor, at, entry, freshHouse, ottoline, send, site } from "./house.ts";
import { check, done } from "./standby-house.ts";
import { stock } from "./store-house.ts";

/** Machines that stand: a closure planned for all of them, over a real database. */
beforeEach(() => freshHouse({ stores: true }));

describe("the closed season", () => {
  const FROM = "2026-12-19";
  test("all sixteen machines at once: regimes, days, people by skill and hours, fluids with order dates", async () => {
    const view = await seasonView(db, ottoline(), FROM);
    expect(view.rows).toHaveLength(16);
    expect([view.lastDay, view.firstDay, view.days]).toEqual(["2026-12-18", "2027-01-04", 16]);
    expect(view.leftOut).toEqual([]);
    const shop = await loadShop(db, site);
    for (const { before, after } of view.rows)
      for (const { person, routine, machine, from } of [...before, ...after]) {
        const skills = shop.people.find(({ id }) => id === person)?.skills ?? [];
        expect(skills, `${routine} at ${machine}`).toContain(routine === "R54" ? "technician" : skillOf(machineOf(shop, machine)));
        expect(from < "2026-12-19" || from >= "2027-01-04").toBe(true);
      }
    // Nobody is in two places at once.
    const byPerson = new Map<string, { from: string; to: string }[]>();
    for (const each of view.rows.flatMap(({ before, after }) => [...before, ...after]))
      byPerson.set(each.person ?? "", [...(byPerson.get(each.person ?? "") ?? []), each]);
    expect(byPerson.size).toBeGreaterThan(3);
    const fluid = view.needs.find(({ item }) => item === "aqueous-cleaner");
    expect(fluid).toMatchObject({ short: true, orderBy: "2026-12-09", late: false });
  });
  const skillOf = ({ class: kind, family }: { class: string; family?: string }) =>
    family === "solvent" ? "solvent" : kind === "wide" ? "wide" : kind;

  test("in force: orders ask for it with its day, the feed tells it, and it is on record", async () => {
    await send("ottoline", stock("received", [{ item: "cleaning-cartridge", amount: 4, unit: "pieces" }]));
    const plan = await seasonView(db, ottoline(), FROM);
    const choices = plan.rows.map(({ machine, regime, stopsOn, wakesOn }) => ({ machine, regime, stopsOn, wakesOn }));
    const changed = choices.map((each) => (each.machine === "shanny" ? { ...each, regime: "full" as const, stopsOn: "2026-12-17" } : each));
    const view = await saveSeason(db, ottoline(), { from: FROM, choices: changed, accept: true });
    expect(view.inForce).toMatchObject({ by: "Ottoline Marsh" });
    expect(view.rows.find(({ machine }) => machine === "shanny")).toMatchObject({ regime: "full", stopsOn: "2026-12-17" });
    const orders = await ordersView(db, ottoline());
    const cartridges = orders.suppliers.flatMap(({ lines }) => lines).find(({ item }) => item === "cleaning-cartridge");
    // Needed on Fri 18 Dec, five days of the supplier: ordered by the 13th, and foreseen already within 14 days of it.
    expect(cartridges === undefined || (cartridges.orderOn ?? "") <= "2026-12-13").toBe(true);
    process.env.ZESTY_NOW = "2026-12-01T09:10:00Z";
    const soon = (await ordersView(db, ottoline())).suppliers
      .flatMap(({ lines }) => lines)
      .find(({ item }) => item === "cleaning-cartridge");
    expect(soon?.orderOn).toBe("2026-12-13");
    const { path } = await makeFeed(db, ottoline(), { what: "machine", of: "teal" });
    const text = await feedText(db, path.split("/").at(-1)?.replace(".ics", "") ?? "");
    const events = new ICAL.Component(ICAL.parse(text))
      .getAllSubcomponents("vevent")
      .map((each) => String(each.getFirstPropertyValue("summary")));
    expect(events).toEqual(expect.arrayContaining(["Teal: Cleaning-cartridge storage", "Teal: Wake-up"]));
    expect(await compareSite(db, site)).toEqual([]);
    await expect(saveSeason(db, actor("bram"), { from: FROM, choices, accept: true })).rejects.toMatchObject({ status: 403 });
  });

  test("it lives: somebody is ill, a machine prints longer, stock did not come: what moves and what is at risk", async () => {
    const plan = await seasonView(db, ottoline(), FROM);
    await saveSeason(db, ottoline(), {
      from: FROM,
      // A head comes out by choice: for so long nobody advises it.
      choices: plan.rows.map(({ machine, regime, stopsOn, wakesOn }) => ({
        machine,
        regime: machine === "shanny" ? ("head-out" as const) : regime,
        stopsOn,
        wakesOn,
      })),
      accept: true,
    });
    const quiet = await seasonLives(db, ottoline(), FROM);
    expect(quiet.lives.filter((words) => !words.includes("needed"))).toEqual([]);
    expect(quiet.lives.join()).toContain("order by");
    await send("ottoline", entry("roster", { person: "mirko", from: "2026-12-18", to: "2026-12-18", shifts: [], why: "ill" }));
    const ill = await seasonLives(db, ottoline(), FROM);
    expect(ill.view.fits).toBe(false);
    expect(ill.lives.join("\n")).toMatch(/Head out: planned Fri 18 Dec.*Mirko Salt; it no longer fits/);
    expect(ill.view.leftOut[0]?.why).toContain("technician");
    expect(ill.view.leftOut[0]?.offer).toContain("a day earlier");
  });

  test.each<[object, RegExp]>([
    [{ machine: "nobody" }, /no machine “nobody”/],
    [{ machine: "sprat", stopsOn: "2026-12-22" }, /days up to Fri 18 Dec/],
    [{ machine: "sprat", wakesOn: "2026-12-30" }, /days from Mon 4 Jan/],
    [{ machine: "sprat", stopsOn: "2026-12-01" }, /days up to Fri 18 Dec/],
    [{ machine: "sprat", wakesOn: "2027-03-01" }, /days from Mon 4 Jan/],
    [{ machine: "sprat", person: "ghost" }, /that person is not known/],
    [{ machine: "sprat", regime: "hibernate" }, /not a plan of a closure/],
  ])("%j is refused in words", async (choice, words) => {
    await expect(saveSeason(db, ottoline(), { from: FROM, choices: [choice] })).rejects.toThrow(words);
  });
  test("a closure that is none", async () => expect(seasonView(db, ottoline(), "2026-12-20")).rejects.toMatchObject({ status: 404 }));

  test("afterwards: what came back how, against what was foreseen", async () => {
    const plan = await seasonView(db, ottoline(), FROM);
    await saveSeason(db, ottoline(), {
      from: FROM,
      choices: plan.rows.map(({ machine, regime, stopsOn, wakesOn }) => ({ machine, regime, stopsOn, wakesOn })),
      accept: true,
    });
    process.env.ZESTY_NOW = "2027-01-04T12:00:00Z";
    await send(
      "bram",
      done("sprat", "R53", "15:00", "2026-12-18"),
      check("sprat", "05:30", 14, { happenedAt: at("05:30", "2027-01-04") }),
      check("sprat", "07:00", 0, { happenedAt: at("07:00", "2027-01-04") }),
      done("sprat", "R55", "07:05", "2027-01-04"),
    );
    const { returns } = await seasonLives(db, ottoline(), FROM);
    expect(returns.find(({ machine }) => machine === "Sprat")).toMatchObject({
      regime: "Full of fluid",
      held: true,
      foreseen: "20 % on hold",
      recovery: "90 min",
      slept: "asleep from Fri 18 Dec to Mon 4 Jan",
    });
    expect(returns.find(({ machine }) => machine === "Smelt")).toMatchObject({ held: null, cameBack: "not checked yet" });
  });
});
