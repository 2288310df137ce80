import { readFileSync } from "node:fs";
import { sql } from "drizzle-orm";
import { beforeAll, describe, expect, test } from "vitest";
import { isoDay, toDay, weekday } from "../../src/core/calendar/day.ts";
import { clockTime, localDay } from "../../src/core/calendar/site-time.ts";
import { fleetProblems } from "../../src/core/fleet/validate.ts";
import { whatNow } from "../../src/core/nozzles/ladder/what-now.ts";
import { routineBook } from "../../src/core/routines/assigned.ts";
import { routineProblems } from "../../src/core/routines/problems.ts";
import { readText } from "../../src/core/routines/text.ts";
import { capAnswer } from "../../src/core/runs/known.ts";
import { machineOf, type Shop } from "../../src/core/shop/shop.ts";
import { breakEvenDays } from "../../src/core/standby/cost.ts";
import { DEMO_DAYS, demoHistory } from "../../src/demo/history.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { OWN_ROUTINE } from "../../src/demo/own-settings.ts";
import { unbelievable } from "../../src/demo/rules/rules.ts";
import type { Story } from "../../src/demo/rules/story.ts";
import { storeSettings } from "../../src/demo/store-items.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { board } from "../../src/work/board/board.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { nozzleHistory } from "../../src/work/nozzles/nozzle-history.ts";
import { exportFleet, foundSite } from "../../src/work/shop/fleet.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { doorView } from "../../src/work/standby/door.ts";
import { standbyView } from "../../src/work/standby/machine.ts";
import { standbyMaterial } from "../../src/work/standby/material.ts";
import { standbyOverview } from "../../src/work/standby/overview.ts";
import { seasonView } from "../../src/work/standby/season.ts";
import { solventView } from "../../src/work/stores/solvent.ts";
import { db } from "./database.ts";

const actor = (site: string) => ({ site, personId: "ottoline", name: "Ottoline Marsh", role: "supervisor" as const, sessionId: "s" });

/** The demo in the middle of a week, on a Friday evening, and early on a Monday; at night and on Sundays its clock is set ahead. */
const MOMENTS = ["2026-11-25T09:10:00Z", "2026-11-27T18:30:00Z", "2026-11-30T07:00:00Z"];
describe.each(MOMENTS)("the demo house as seen at %s", (now) => {
  const site = `demo-${process.pid}-${now.replace(/\W/g, "")}`;
  const today = localDay(new Date(now), { timeZone: "Europe/Lisbon" });
  let story: Story;
  beforeAll(async () => {
    process.env.ZESTY_NOW = now;
    const made = (shop: Shop) => {
      story = { shop, entries: demoHistory(shop, today, new Date(now)), now: new Date(now), today, from: today - DEMO_DAYS };
      return [...story.entries];
    };
    await foundSite(db, site, demoHouse(today), made, storeSettings());
  });

  test("is a valid fleet of sixteen machines of all classes, seven people, a 16-day closure ahead", () => {
    const house = demoHouse(today);
    expect(fleetProblems(house)).toEqual([]);
    expect(house.machines).toHaveLength(16);
    expect(new Set(house.machines.map((machine) => machine.class)).size).toBe(5);
    expect(house.people).toHaveLength(7);
    const closure = house.calendar.closures?.[0];
    expect(closure && toDay(closure.to) - toDay(closure.from) + 1).toBe(16);
    expect(closure && toDay(closure.from)).toBeGreaterThan(today);
    expect(closure && weekday(toDay(closure.from))).toBe(6);
  });

  test("keeps the rules of a record that a practitioner would believe", () => {
    expect(unbelievable(story)).toEqual([]);
  });

  test("its ledger rebuilds equal, goes back ninety days and lies in no future", async () => {
    expect(await compareSite(db, site)).toEqual([]);
    const all = await ledgerPage(db, site, { limit: 100_000 });
    const days = all
      .filter(({ kind }) => kind !== "settings")
      .map(({ localDay: day }) => day)
      .sort();
    expect(days[0]).toBe(isoDay(today - 90));
    for (const { happenedAt } of all) expect(happenedAt.getTime()).toBeLessThanOrEqual(new Date(now).getTime());
  });

  test("nobody works outside a shift or without the skill's shift", async () => {
    const shop = await loadShop(db, site);
    const shifts = new Map((shop.calendar.shifts ?? []).map((shift) => [shift.id, shift]));
    for (const { person, happenedAt, kind, localDay: day } of await ledgerPage(db, site, { limit: 100_000 })) {
      if (!person || kind === "settings") continue;
      const time = clockTime(happenedAt, "Europe/Lisbon");
      const mine = shop.people.find(({ id }) => id === person)?.shifts?.flatMap((id) => shifts.get(id) ?? []) ?? [];
      expect(
        mine.some((shift) => time >= shift.from && time <= shift.to && shift.days?.includes(weekday(toDay(day)))),
        `${person} ${day} ${time} ${kind}`,
      ).toBe(true);
    }
  });

  test("counters rise", async () => {
    const { rows } = await db.execute<{ falls: number; readings: number }>(sql`
      SELECT count(*) FILTER (WHERE value < before)::int AS falls, count(*)::int AS readings FROM (
        SELECT value, lag(value) OVER (PARTITION BY machine, counter ORDER BY day) AS before FROM counter_reading WHERE site = ${site}) r`);
    expect(rows[0]?.falls).toBe(0);
    expect(rows[0]?.readings).toBeGreaterThan(500);
  });

  test("today is partly done, and what the Board shows agrees with what the ledger holds", async () => {
    const view = await board(db, actor(site));
    const items = view.machines.flatMap((row) =>
      [...row.beats.opening, ...row.beats.midday, ...row.beats.closing].map((item) => ({ ...item, machine: row.id })),
    );
    const done = items.filter(({ state }) => state === "done");
    expect(done.length).toBeGreaterThan(5);
    expect(done.length).toBeLessThan(items.length);
    const { rows } = await db.execute<{ machine: string; routine: string }>(
      sql`SELECT machine, routine FROM settled_day WHERE site = ${site} AND day = ${isoDay(today)} AND outcome = 'done'`,
    );
    const held = new Set(rows.map(({ machine, routine }) => `${machine}/${routine}`));
    const shop = await loadShop(db, site);
    for (const { machine, routine } of done)
      expect(
        [...shop.rules.reach].some(([id, reach]) => reach.includes(routine ?? "") && held.has(`${machine}/${id}`)),
        `${machine} ${routine}`,
      ).toBe(true);
    for (const { machine, routine } of items.filter(({ state }) => state === "due")) expect(held.has(`${machine}/${routine}`)).toBe(false);
    expect(view.machines.find(({ id }) => id === "teal")?.word).toMatch(/Hold|Unchecked/);
    expect(view.machines.some(({ missed }) => missed?.closing)).toBe(true);
  });

  if (now === MOMENTS[0])
    test("its volatile grams of October are those worked out by hand in docs/worked-example-voc.md", async () => {
      const text = readFileSync("docs/worked-example-voc.md", "utf8");
      const byHand = [...text.matchAll(/^\| (\S.*?) +\| +(\d+) \| +([\d.]+) \| +([\d.]+) \| +([\d.]+) \|$/gm)].map(
        ([, name, ...figures]) => ({ name, figures: figures.map(Number) }),
      );
      expect(byHand).toHaveLength(47);
      for (const {
        figures: [ml = 0, density = 0, share = 0, grams = 0],
      } of byHand)
        expect(ml * density * share).toBeCloseTo(grams, 2);
      const { byFluid, grams } = await solventView(db, actor(site), "2026-10");
      // Those with the same grams stand in any order.
      expect(byFluid.map(({ name, ml, grams: mine }) => `${name} ${ml} ${mine.toFixed(3)}`).sort()).toEqual(
        byHand.map(({ name, figures }) => `${name} ${figures[0]} ${figures[3]?.toFixed(3)}`).sort(),
      );
      expect(text).toContain(`**${grams.toFixed(3)} g**`);
    });

  if (now === MOMENTS[0])
    test("its plan for Sprat over the closure is that of docs/worked-example-standby.md", async () => {
      const text = readFileSync("docs/worked-example-standby.md", "utf8");
      const { gap, advised, flush, cost, back, options } = await standbyView(db, actor(site), "sprat", {
        from: "2026-12-18T21:30",
        to: "2027-01-04T08:00",
      });
      expect([gap.hours, advised]).toEqual([394.5, "full"]);
      const lines = [...text.matchAll(/^\| (H\d\/\w+|fresh .*?|15 head .*?) +\| +([\d.]+) \| +([\d.]*) \|$/gm)].map(
        ([, what, ml, seconds]) => [what, ml, seconds],
      );
      expect(lines).toEqual([
        ...(flush?.lines ?? []).map(({ id, ml, seconds }) => [id, ml.toFixed(3), seconds.toFixed(2)]),
        ...(flush?.steps ?? []).slice(6).map(({ what, ml }) => [what, ml.toFixed(3), ""]),
      ]);
      expect(text).toContain(`**${flush?.fluidMl.toFixed(3)} mL**`);
      expect(flush?.empties).toEqual([{ before: 0, after: 0 }]);
      const parts = [...text.matchAll(/^\| ([a-z-]+) +\| +([\d.]+) \| +([\d.]+) \| +([\d.]+) \|$/gm)].map(([, id, ...figures]) => [
        id,
        ...figures.map(Number),
      ]);
      expect(parts).toEqual(
        [...cost.daily, ...cost.once].map(({ id, amount, centsEach }) => [
          id,
          amount,
          Number(centsEach.toFixed(3)),
          Number((amount * centsEach).toFixed(2)),
        ]),
      );
      expect(text).toContain(`**${breakEvenDays(cost)?.toFixed(2)} days**`);
      const full = options.find(({ regime }) => regime === "full");
      expect(text).toContain(`**${full?.minutesBefore} min**`);
      expect(text).toContain(`**${full?.minutesAfter} min**`);
      expect(text).toContain(`**${back?.spareHours} h**`);
      expect(back?.startWords).toBe("Mon 4 Jan, 05:29");
      expect(text).toContain(`**${back?.wasteMl.toFixed(2)} mL**`);
      expect(back?.inkMl).toBeCloseTo(back?.wasteMl ?? 0, 9);
      expect(full?.risk.share).toBeCloseTo(0.2, 9);
    });

  if (now === MOMENTS[0])
    test("its closing check, Teal's page and its closure say what docs/worked-examples.md works out", async () => {
      const text = readFileSync("docs/worked-examples.md", "utf8");
      const shop = await loadShop(db, site);
      const material = await standbyMaterial(db, shop);
      const thursdays = [...text.matchAll(/^\| (\d{4}-\d\d-\d\d) +\| +([\d.]+) \|$/gm)].map(([, day, minutes]) => [day, minutes]);
      expect(
        material
          .of(machineOf(shop, "smelt"))
          .mornings.filter(({ machine, weekday: on, hours }) => machine === "smelt" && on === 4 && hours >= 5.25 && hours <= 21)
          .map(({ day, goodMinutes }) => [day, goodMinutes?.toFixed(2)]),
      ).toEqual(thursdays);
      const { next } = await doorView(db, actor(site));
      const smelt = next?.machines.find(({ id }) => id === "smelt");
      expect([smelt?.half, smelt?.by, smelt?.good, smelt?.of]).toEqual(["06:22", "06:28", 12, thursdays.length]);
      expect(text).toContain(`**${next?.kept.held} of ${next?.kept.of}**`);
      // What is promised at 90 % comes true as often as that, give or take five.
      const kept = (next?.kept.held ?? 0) / (next?.kept.of ?? 1);
      expect(kept).toBeGreaterThanOrEqual(0.85);
      expect(kept).toBeLessThanOrEqual(0.95);
      const { risk, desk } = await nozzleHistory(db, actor(site), "teal");
      expect([risk?.prints, risk?.lots.join()]).toEqual([37, "DTG ink, white, lot DTG-425 (H2/W2)"]);
      const ahead = desk && whatNow(desk, new Date(now).getTime())?.ahead;
      expect(ahead).toMatchObject({
        cleans: { low: 1, likely: 2, high: 3 },
        like: 10,
        minutes: { low: 3, likely: 6, high: 10 },
        ml: { low: 2, likely: 3, high: 5 },
      });
      const { rows, waste } = await seasonView(db, actor(site), shop.calendar.closures?.[0]?.from ?? "");
      const each = [...text.matchAll(/^\| ([A-Z][\w, ]+?) +\| +([\d.]+) \| +([\d.]+) \|$/gm)].flatMap(([, names = "", ml]) =>
        names.split(", ").map((name) => [name, ml]),
      );
      const held = new Map(rows.filter(({ wasteMl }) => wasteMl > 0).map(({ name, wasteMl }) => [name, wasteMl.toFixed(3)]));
      expect(Object.fromEntries(each)).toEqual(Object.fromEntries(held));
      for (const { litres } of waste.families) expect(text).toContain(`**${(litres * 1000).toFixed(1)} mL**`);
    });

  test("Standby, the closing check and the closing work on the floor advise one thing for tonight", async () => {
    const [{ rows }, door, tablet] = await Promise.all([
      standbyOverview(db, actor(site)),
      doorView(db, actor(site)),
      floor(db, { site, actor: actor(site) }),
    ]);
    const regimes = new Map(rows.map(({ id, regime, asleep }) => [id, asleep ? null : regime]));
    const awake = door.machines.filter(({ id }) => regimes.get(id));
    expect(awake.length).toBeGreaterThan(12);
    for (const { id, regime } of awake) expect([id, regime]).toEqual([id, regimes.get(id)]);
    const asked = tablet.machines.flatMap(({ id, known }) => (known?.gap && regimes.get(id) ? [[id, known.gap.choice]] : []));
    expect(asked.length).toBeGreaterThan(8);
    for (const [id, choice] of asked) expect([id, choice]).toEqual([id, capAnswer(regimes.get(id ?? "") ?? "night")]);
  });

  test("its fleet file is read back as the same file", async () => {
    const first = await exportFleet(db, site);
    expect(fleetProblems(first)).toEqual([]);
    const copy = `${site}-copy`;
    await foundSite(db, copy, JSON.parse(JSON.stringify(first)));
    expect(JSON.parse(JSON.stringify(await exportFleet(db, copy)))).toEqual(JSON.parse(JSON.stringify(first)));
  });
});

test("the routine that the demo house wrote for itself holds together", () => {
  const read = readText(OWN_ROUTINE);
  expect("value" in read && routineProblems(read.value, routineBook([]))).toEqual([]);
});
