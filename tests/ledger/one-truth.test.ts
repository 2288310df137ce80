import { beforeAll, describe, expect, test } from "vitest";
import { isoDay, spokenDay } from "../../src/core/calendar/day.ts";
import { goneBy } from "../../src/core/calendar/roster.ts";
import { localDay } from "../../src/core/calendar/site-time.ts";
import { BEATS } from "../../src/core/fleet/vocabulary.ts";
import { nextLine, whatNow } from "../../src/core/nozzles/ladder/what-now.ts";
import type { Shop } from "../../src/core/shop/shop.ts";
import type { WorkItem } from "../../src/core/tasks/work-item.ts";
import { demoHistory } from "../../src/demo/history.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { roomHistory } from "../../src/demo/room-history.ts";
import { storeSettings } from "../../src/demo/store-items.ts";
import { addReadings } from "../../src/ledger/room.ts";
import { type BoardView, board, type MachineRow } from "../../src/work/board/board.ts";
import { fleetStates } from "../../src/work/board/states.ts";
import { dayView } from "../../src/work/day/day-view.ts";
import { nozzleDesk } from "../../src/work/facts/nozzles.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { machineFrame } from "../../src/work/machine/frame.ts";
import { type MachineView, machineView } from "../../src/work/machine/machine.ts";
import { machinesView } from "../../src/work/machine/machines.ts";
import { boardNeeds } from "../../src/work/needs/needs.ts";
import { nozzleHistory } from "../../src/work/nozzles/nozzle-history.ts";
import { foundSite } from "../../src/work/shop/fleet.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { doorView } from "../../src/work/standby/door.ts";
import { standbyView } from "../../src/work/standby/machine.ts";
import { standbyOverview } from "../../src/work/standby/overview.ts";
import { airView } from "../../src/work/stores/air.ts";
import { inkPrice } from "../../src/work/stores/ink-price.ts";
import { monthView } from "../../src/work/stores/month.ts";
import { ordersView } from "../../src/work/stores/orders.ts";
import { shelfView } from "../../src/work/stores/shelf.ts";
import { wasteView } from "../../src/work/stores/waste.ts";
import { db } from "./database.ts";

/** One fact is one figure and one word wherever it is shown: Board, machine, floor, Wall, closing check, Standby, stores; over the whole demo. */

/** An evening: the early shift has gone home. */
const moment = "2026-11-26T18:30:00Z";
describe(`at ${moment}`, () => {
  const site = `truth-${process.pid}-${moment.replace(/\W/g, "")}`;
  const actor = { site, personId: "ottoline", name: "Ottoline Marsh", role: "supervisor" as const, sessionId: "s" };
  const today = localDay(new Date(moment), { timeZone: "Europe/Lisbon" });
  let shop: Shop;
  let view: BoardView;
  let tablet: Awaited<ReturnType<typeof floor>>;
  let pages: Map<string, MachineView>;
  let day: Awaited<ReturnType<typeof dayView>>;
  let door: Awaited<ReturnType<typeof doorView>>;
  let list: Awaited<ReturnType<typeof machinesView>>;
  let needs: Awaited<ReturnType<typeof boardNeeds>>["needs"];
  const rows = () => view.machines;
  const itemsOf = (row: MachineRow): WorkItem[] => [...BEATS.flatMap((beat) => row.beats[beat]), ...row.also];
  beforeAll(async () => {
    process.env.ZESTY_NOW = moment;
    await foundSite(db, site, demoHouse(today), (made) => demoHistory(made, today, new Date(moment)), storeSettings());
    await addReadings(db, site, roomHistory(today, new Date(moment), "Europe/Lisbon", 30));
    shop = await loadShop(db, site);
    view = await board(db, actor);
    tablet = await floor(db, { site, actor });
    day = await dayView(db, actor, null);
    door = await doorView(db, actor);
    list = await machinesView(db, actor);
    ({ needs } = await boardNeeds(db, actor));
    pages = new Map();
    for (const { id } of view.machines) pages.set(id, await machineView(db, actor, id));
  }, 240_000);

  test("how a machine stands, and why: Board, its page, list, floor, head of each page", async () => {
    const states = await fleetStates(db, actor);
    for (const { id, word, why, condition, checkedAt } of rows()) {
      expect([id, states.machines.find((each) => each.id === id)?.word]).toEqual([id, word]);
      const own = pages.get(id)?.row;
      expect([own?.word, own?.why, own?.condition, own?.checkedAt]).toEqual([word, why, condition, checkedAt]);
      const listed = list.machines.find((each) => each.id === id);
      expect([listed?.word, listed?.why]).toEqual([word, why]);
      const there = tablet.machines.find((each) => each.id === id);
      expect([there?.word, there?.why]).toEqual([word, why]);
    }
  });

  test("what comes next: Board, list, its page, its nozzles, what needs somebody", async () => {
    expect(rows().some(({ word }) => word === "Hold")).toBe(true);
    for (const { id, word, repair, next, vessel } of rows()) {
      expect(list.machines.find((each) => each.id === id)?.next).toEqual(next);
      expect(pages.get(id)?.row.next).toEqual(next);
      const desk = await nozzleDesk(db, actor, id);
      expect(tablet.machines.find((each) => each.id === id)?.desk ?? null).toEqual(desk);
      expect((await nozzleHistory(db, actor, id)).desk).toEqual(desk);
      if (word === "Hold" && !repair && next.routine === null) {
        const step = desk && whatNow(desk, desk.madeAt);
        expect([id, next.words]).toEqual([id, step && nextLine(step)]);
        expect(needs.find((need) => need.kind === "hold" && need.machine === id)).toMatchObject({ next: next.words });
      }
      // Where a bottle has no room for what is next, every screen says so.
      if (next.routine && vessel?.holdsBack.some(({ routine }) => routine === next.routine))
        expect(next.words).toMatch(/^(Empty|Change) the /);
    }
  });

  test("its nozzles at the last check: Board, floor, its page, its history", async () => {
    for (const { id, channels, checkedAt } of rows()) {
      expect(tablet.machines.find((each) => each.id === id)?.channels).toEqual(channels);
      expect(pages.get(id)?.row.channels).toEqual(channels);
      const { checks } = await nozzleHistory(db, actor, id);
      const last = checks[0];
      if (!last) continue;
      expect([id, new Date(last.at).toISOString()]).toEqual([id, checkedAt]);
      for (const channel of last.channels)
        if (!channel.unread)
          expect([channel.id, channels.find((each) => each.id === channel.id)?.missing]).toEqual([channel.id, channel.missing]);
    }
  });

  test("its work of today, who has it and how it stands: Board, plan, floor, its page; nobody who has gone home has any", async () => {
    const gone = goneBy(shop, today, new Date(moment), []);
    const same = ({ key, state, person, late, name }: WorkItem) => ({ key, state, person, late, name });
    const ofPlan = new Map(day.tasks.map((task) => [task.key, same(task)]));
    const ofFloor = new Map(tablet.tasks.map((task) => [task.key, same(task)]));
    for (const row of rows())
      for (const item of itemsOf(row)) {
        if (ofPlan.has(item.key)) expect(ofPlan.get(item.key)).toEqual(same(item));
        if (ofFloor.has(item.key)) expect(ofFloor.get(item.key)).toEqual(same(item));
        const ahead = pages.get(row.id)?.ahead.find(({ key }) => key === item.key);
        if (ahead) expect([ahead.key, ahead.state, ahead.personName]).toEqual([item.key, item.state, item.personName]);
        if (item.person && item.state !== "done" && item.state !== "skipped")
          expect([item.key, item.person, gone.has(item.person) && !item.run]).toEqual([item.key, item.person, false]);
      }
    expect(ofPlan.size).toBeGreaterThan(20);
    const open = day.tasks.filter(({ state }) => state === "due" || state === "overdue");
    const nobody = needs.find(({ kind }) => kind === "nobody");
    expect(nobody?.kind === "nobody" ? nobody.jobs.count : 0).toBe(open.filter(({ person }) => person === null).length);
  });

  test("its waste vessel: Board, its page, floor, waste page, what needs somebody, closing check", async () => {
    const waste = await wasteView(db, actor);
    for (const { id, vessel } of rows()) {
      if (!vessel) continue;
      expect(waste.vessels.find(({ machine }) => machine === id)).toMatchObject(vessel);
      expect(tablet.machines.find((each) => each.id === id)?.vessel).toEqual(vessel);
      const own = pages.get(id)?.vessels.find((each) => each.id === vessel.vessel);
      expect([own?.ml, own?.words]).toEqual([vessel.measured ? vessel.ml : null, vessel.words]);
      const need = needs.find((each) => each.kind === "vessel" && each.machine === id);
      if (need?.kind === "vessel") expect(need.fullShare).toBe(vessel.ml / vessel.limitMl);
      const issue = door.machines.find((each) => each.id === id)?.issues.find(({ kind }) => kind === "emptied");
      if (issue && vessel.measured)
        expect(JSON.stringify(issue)).toMatch(new RegExp(`${Math.round(vessel.ml)} of|before ${vessel.holdsBack[0]?.name}`));
    }
  });

  test("the gap it stands in and what to do for it: Standby, its page there, closing check, floor", async () => {
    const overview = await standbyOverview(db, actor);
    for (const { id } of rows()) {
      const [row, own] = [overview.rows.find((each) => each.id === id), await standbyView(db, actor, id, {})];
      expect([id, row?.regime, row?.asleep]).toEqual([id, own.advised, own.asleep]);
      const left = door.machines.find((each) => each.id === id);
      if (left) expect([id, left.regime, left.asleep]).toEqual([id, own.advised, own.asleep]);
      const sleep = tablet.machines.find((each) => each.id === id)?.sleep ?? null;
      expect([id, sleep !== null]).toEqual([id, own.asleep !== null]);
    }
  });

  test("a repair: Board, floor, over each of its pages", async () => {
    for (const { id, repair } of rows()) {
      expect((await machineFrame(db, actor, id)).repair).toEqual(repair);
      expect(tablet.machines.find((each) => each.id === id)?.repair ?? null).toEqual(repair);
    }
  });

  test("the air of a room: Board, machine, air page", async () => {
    for (const area of view.areas) {
      const page = await airView(db, actor, { area: area.id, days: 7, to: isoDay(today) });
      const now = page.areas.find(({ id }) => id === area.id)?.now;
      const machine = [...pages.values()].find(({ row }) => row.area === area.id);
      if (!now || now.humidity === null || !machine?.air) continue;
      expect([area.id, machine.air.humidity]).toEqual([area.id, now.humidity]);
      expect([area.id, area.air?.word]).toEqual([area.id, machine.air.word]);
    }
  });

  test("how long an item lasts and what is to be ordered: shelf, orders, what needs somebody", async () => {
    const orders = await ordersView(db, actor);
    const shelf = (await Promise.all([1, 2, 3].map((page) => shelfView(db, actor, { page, find: "", group: "" })))).flatMap(
      ({ rows: some }) => some,
    );
    const short = needs.find(({ kind }) => kind === "stock");
    for (const { item, days } of short?.kind === "stock" ? short.items : [])
      expect([item, shelf.find(({ id }) => id === item)?.coverDays]).toEqual([item, days]);
    const now = orders.suppliers.flatMap(({ lines }) => lines).filter((line) => line.now);
    expect(now.map(({ item }) => item).sort()).toEqual(
      shelf
        .filter(({ state, supplier }) => state === "order" && supplier !== null)
        .map(({ id }) => id)
        .sort(),
    );
    for (const line of now) expect([line.item, line.packs]).toEqual([line.item, shelf.find(({ id }) => id === line.item)?.packs]);
  });

  test("what ink costs: the month, Standby", async () => {
    const month = await monthView(db, actor, "");
    for (const machine of shop.machines) {
      const cost = month.machines.find(({ id }) => id === machine.id)?.now;
      if (cost && cost.inkMl > 0) expect(cost.inkCents / cost.inkMl).toBeCloseTo(inkPrice(shop, machine), 6);
      const { cost: standing } = await standbyView(db, actor, machine.id, {});
      for (const part of [...standing.daily, ...standing.once].filter(({ unit }) => unit === "mL ink"))
        expect([machine.id, part.id, part.centsEach]).toEqual([machine.id, part.id, inkPrice(shop, machine)]);
    }
  });

  test("when it was checked last: its page says the Board's day", () => {
    for (const { id, checkedAt } of rows()) {
      const said = pages.get(id)?.lastCheck;
      if (!checkedAt) expect(said).toBe(null);
      else if (localDay(new Date(checkedAt), shop.site) !== today)
        expect(said).toContain(spokenDay(localDay(new Date(checkedAt), shop.site)));
    }
  });
});
