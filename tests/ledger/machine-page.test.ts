import { beforeEach, describe, expect, test } from "vitest";
import { isoDay, toDay } from "../../src/core/calendar/day.ts";
import { whatNow } from "../../src/core/nozzles/ladder/what-now.ts";
import { board } from "../../src/work/board/board.ts";
import { nozzleDesk } from "../../src/work/facts/nozzles.ts";
import { machineFrame } from "../../src/work/machine/frame.ts";
import { machineEntries, machineView } from "../../src/work/machine/machine.ts";
import { machinesView } from "../../src/work/machine/machines.ts";
import { machineStrips } from "../../src/work/machine/strips.ts";
import { closuresView } from "../../src/work/rounds/closures.ts";
import { longJobsView } from "../../src/work/rounds/long-jobs.ts";
import { weekView } from "../../src/work/rounds/week.ts";
import { db } from "./database.ts";
import { at, entry, freshHouse, ottoline, send } from "./house.ts";

/** What a machine's page, the list of machines and the plan's longer views are made from, over a real database. */
beforeEach(() => freshHouse());

const sprat = { machine: "sprat" };
const missing = (count: number) => ({ channels: [{ id: "H1/K", missing: count, weak: 0, deflected: 0, neighbours: false }] });
const part = async (id: string) => (await machineView(db, ottoline(), "sprat")).parts.find((each) => each.id === id);

describe("a part's time used", () => {
  test("begins again with its next care, and counts from the day of it", async () => {
    await send("bram", entry("routine", { outcome: "done" }, { ...sprat, routine: "R32", happenedAt: at("08:00", "2026-11-20") }));
    const wear = (await part("encoder-strip"))?.wear;
    expect(wear).toMatchObject({ routine: "R32", by: "care", usedDays: 5 });
    // As many days as lie between that care and the next due day, by the engine itself.
    expect(wear?.ofDays).toBe((wear?.due ?? 0) - toDay("2026-11-20"));
    expect(wear?.share).toBeCloseTo(5 / (wear?.ofDays ?? 1), 9);
    await send("bram", entry("routine", { outcome: "done" }, { ...sprat, routine: "R32", happenedAt: at("08:30") }));
    expect((await part("encoder-strip"))?.wear).toMatchObject({ usedDays: 0, share: 0 });
  });
  test("is not known of a part that no routine of its machine cares for", async () => {
    expect((await part("damper"))?.wear).toBeNull();
  });
  test("ends with a part that is taken off", async () => {
    await send("bram", entry("part", { part: "encoder-strip", event: "taken", reason: "scratched" }, sprat));
    expect(await part("encoder-strip")).toMatchObject({ gone: true, wear: null });
  });
});

describe("a machine's days as strips", () => {
  const day = async (iso: string) => (await machineStrips(db, ottoline(), "sprat", 30)).days.find((each) => each.iso === iso);
  test("show the day's worst check, and whether it was outside what is allowed", async () => {
    await send(
      "bram",
      entry("check", missing(9), { ...sprat, routine: "R01", happenedAt: at("06:00") }),
      entry("check", missing(0), { ...sprat, routine: "R01", happenedAt: at("07:00") }),
    );
    expect(await day("2026-11-25")).toMatchObject({ missing: 9, outside: true });
    expect(await day("2026-11-24")).toMatchObject({ missing: null, outside: false, cleans: 0, done: [], changed: [] });
  });
  test("count cleans that were run alone and those of a routine, with the month's ink by the settings", async () => {
    const before = await machineStrips(db, ottoline(), "sprat", 30);
    await send(
      "bram",
      entry("care", { what: "clean", strength: "light", ml: 3, minutes: 1 }, { ...sprat, happenedAt: at("06:10") }),
      entry("routine", { outcome: "done" }, { ...sprat, routine: "R04", happenedAt: at("06:20") }),
    );
    // R04 is three normal cleans (its effects).
    expect((await day("2026-11-25"))?.cleans).toBe(4);
    const { month } = await machineStrips(db, ottoline(), "sprat", 30);
    expect(month.cleans - before.month.cleans).toBe(4);
    const normal = (await machineFrame(db, ottoline(), "sprat")).rungs.find(({ id }) => id === "normal")?.ml ?? 0;
    expect(month.inkMl - before.month.inkMl).toBeCloseTo(3 + 3 * normal, 6);
    expect(month.words).toBe("Nov");
  });
  test("name what is done seldom and what was put in new, not what is done each day", async () => {
    await send(
      "bram",
      entry("routine", { outcome: "done" }, { ...sprat, routine: "R32", happenedAt: at("08:00") }),
      entry("routine", { outcome: "done" }, { ...sprat, routine: "R08", happenedAt: at("08:10") }),
      entry("part", { part: "wiper", event: "replaced", reason: "worn" }, sprat),
    );
    const strip = await day("2026-11-25");
    expect(strip?.done).toHaveLength(1);
    expect(strip?.done[0]).toMatch(/strip/i);
    expect(strip?.changed).toEqual(["wiper"]);
  });
  test.each([30, 90, 365] as const)("have %s days, the last one today", async (days) => {
    const strips = await machineStrips(db, ottoline(), "sprat", days);
    expect(strips.days).toHaveLength(days);
    expect(strips.days.at(-1)?.iso).toBe("2026-11-25");
    expect(strips.days[0]?.iso).toBe(isoDay(toDay("2026-11-25") - days + 1));
  });
});

describe("round a machine", () => {
  test("its neighbours in walking order, its routines, its repair", async () => {
    const { machines } = await board(db, ottoline());
    const place = machines.findIndex(({ id }) => id === "sprat");
    const frame = await machineFrame(db, ottoline(), "sprat");
    expect(frame.before?.id ?? null).toBe(machines[place - 1]?.id ?? null);
    expect(frame.after?.id ?? null).toBe(machines[place + 1]?.id ?? null);
    expect(frame.repair).toBeNull();
    await send("bram", entry("repair", { event: "open", symptom: "belt slips" }, sprat));
    expect((await machineFrame(db, ottoline(), "sprat")).repair?.body.symptom).toBe("belt slips");
  });
  test("one that is not there is refused, wherever it is asked for", async () => {
    for (const ask of [machineFrame, machineView, machineEntries])
      await expect(ask(db, ottoline(), "nobody")).rejects.toMatchObject({ status: 404 });
    await expect(machineStrips(db, ottoline(), "nobody", 30)).rejects.toMatchObject({ status: 404 });
  });
  test("its newest entry comes first", async () => {
    await send("bram", entry("note", { text: "the first" }, sprat), entry("note", { text: "the second" }, sprat));
    const { entries } = await machineEntries(db, ottoline(), "sprat");
    expect(entries[0]?.says).toContain("the second");
  });
  test("the list says what comes next for the nozzles of a held machine, as its own page does", async () => {
    await send("bram", entry("check", missing(9), { machine: "teal", routine: "R01" }));
    const { machines } = await machinesView(db, ottoline());
    const teal = machines.find(({ id }) => id === "teal");
    expect(teal?.word).toBe("Hold");
    const desk = await nozzleDesk(db, ottoline(), "teal");
    expect(teal?.next.words).toBe(desk && whatNow(desk, desk.madeAt)?.words);
  });
});

describe("hands by day", () => {
  test("on the Board are seven days from today; what is late is today's", async () => {
    const { machines } = await board(db, ottoline());
    for (const { week } of machines) expect(week).toHaveLength(7);
    for (const { week } of machines) expect(week.slice(1).some(({ late }) => late)).toBe(false);
    expect(machines.some(({ week }) => week.some(({ minutes }) => minutes > 0))).toBe(true);
  });
  test("of a person are what was given to them; nobody is free on a day that they are not there", async () => {
    const given = (await weekView(db, ottoline())).people.find(({ id }) => id === "bram");
    expect(given?.days.every(({ fixedMinutes, movableMinutes }) => fixedMinutes + movableMinutes === 0)).toBe(true);
    await send("ottoline", entry("roster", { person: "bram", from: "2026-11-26", to: "2026-11-26", shifts: [], why: "ill" }));
    const week = await weekView(db, ottoline());
    const at26 = week.days.findIndex(({ day }) => day === "2026-11-26");
    expect(week.people.find(({ id }) => id === "bram")?.days[at26]?.freeMinutes).toBeNull();
  });
});

describe("the weeks ahead", () => {
  test("hold what comes seldom, each within its window, and mark what would wait for the end of a closure", async () => {
    const view = await longJobsView(db, ottoline());
    for (const { jobs } of view.machines)
      for (const { at: due, opens, last, inClosure, ahead } of jobs) {
        expect(due).toBeGreaterThanOrEqual(Math.min(opens, due));
        expect(last).toBeGreaterThanOrEqual(0);
        // The demo works on the first day after its closure: what waits for the end is due on that day.
        const waits = view.closures.some(({ to }) => due === to + 1 && opens <= to);
        expect([inClosure, ahead !== null]).toEqual([waits, waits]);
      }
    // Nothing that a machine asks for each week.
    const deep = view.machines.flatMap(({ jobs }) => jobs).filter(({ key }) => key.includes("/R21/"));
    expect(deep).toEqual([]);
  });
  test("name the closures that are not over, the next first, with how far off it is", async () => {
    const { closures } = await closuresView(db, ottoline());
    expect(closures.length).toBeGreaterThan(0);
    const begins = closures.map(({ from }) => from);
    expect(begins).toEqual(begins.toSorted());
    for (const { days } of closures) expect(days).toBeGreaterThan(0);
  });
});

test("a month's figures are the same however far back the strips go", async () => {
  await freshHouse({ now: "2026-12-31T09:10:00Z" });
  await send(
    "bram",
    entry("care", { what: "clean", strength: "light", ml: 3, minutes: 1 }, { ...sprat, happenedAt: at("06:10", "2026-12-01") }),
  );
  const months = [];
  for (const days of [30, 90, 365] as const) months.push((await machineStrips(db, ottoline(), "sprat", days)).month);
  expect(months[0]).toMatchObject({ words: "Dec", cleans: 1, inkMl: 3 });
  expect(new Set(months.map((month) => JSON.stringify(month))).size).toBe(1);
});
