import { sql } from "drizzle-orm";
import { beforeEach, describe, expect, test } from "vitest";
import { isoDay, toDay } from "../../src/core/calendar/day.ts";
import type { FleetFile } from "../../src/core/fleet/schema.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import type { Database } from "../../src/ledger/database.ts";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { savePerson } from "../../src/work/access/people.ts";
import type { Actor } from "../../src/work/actor.ts";
import { board } from "../../src/work/board/board.ts";
import { closeDays } from "../../src/work/day/close-days.ts";
import { machineView } from "../../src/work/machine/machine.ts";
import { exportLedger } from "../../src/work/record/export-ledger.ts";
import { entryView } from "../../src/work/record/ledger.ts";
import { record as recordBatch } from "../../src/work/record/record.ts";
import { exportFleet, importFleet, previewFleet } from "../../src/work/shop/fleet.ts";
import { saveReadiness } from "../../src/work/shop/readiness.ts";
import { saveCalendar, saveMachine } from "../../src/work/shop/set-up.ts";
import { loadShop, momentSaid } from "../../src/work/shop/shop.ts";
import { db } from "./database.ts";
import { actor, entry, freshHouse, ottoline, site } from "./house.ts";

/** The use cases over a real database, at 09:10 on Wednesday 25 November 2026. */

const record = (db: Database, actor: Actor, entries: unknown[]) => recordBatch(db, { site: actor.site, actor }, { entries });

const good = { channels: [{ id: "H1/K", missing: 0, weak: 0, deflected: 0, neighbours: false }] };
const row = async (id: string) => (await board(db, ottoline())).machines.find((machine) => machine.id === id);
const clock = (now: string) => {
  process.env.ZESTY_NOW = now;
};
beforeEach(() => freshHouse());

describe("a check and its judgement", () => {
  test("settles the opening, gives the word, loses its force by a clean, and by the next day", async () => {
    expect((await row("teal"))?.word).toBe("Unchecked");
    await record(db, ottoline(), [entry("check", good, { machine: "teal", routine: "R01" })]);
    const checked = await row("teal");
    expect(checked?.word).toBe("Ready");
    expect(checked?.beats.opening.find(({ routine }) => routine === "R01")).toMatchObject({ state: "done", doneAt: "08:00" });
    await record(db, ottoline(), [entry("care", { what: "clean" }, { machine: "teal", happenedAt: "2026-11-25T08:30:00.000Z" })]);
    expect(await row("teal")).toMatchObject({ word: "Unchecked", why: expect.stringContaining("head clean was run at 08:30") });
    await record(db, ottoline(), [entry("check", good, { machine: "teal", happenedAt: "2026-11-25T08:40:00.000Z" })]);
    await record(db, ottoline(), [
      entry("routine", { outcome: "done" }, { machine: "teal", routine: "R17", happenedAt: "2026-11-25T08:50:00.000Z" }),
    ]);
    expect((await row("teal"))?.why).toContain("Maintenance station and sump was done");
    await record(db, ottoline(), [entry("check", good, { machine: "teal", happenedAt: "2026-11-25T09:00:00.000Z" })]);
    clock("2026-11-26T03:30:00Z");
    expect((await row("teal"))?.word).toBe("Unchecked");
  });

  test("closing work that a clean covered in the morning is due once more when the machine prints after it", async () => {
    const closing = async () => (await row("sprat"))?.beats.closing.find(({ routine }) => routine === "R07");
    const clean = entry("routine", { outcome: "done" }, { machine: "sprat", routine: "R21", happenedAt: "2026-11-25T08:50:00.000Z" });
    const early = entry("busy", { until: "2026-11-25T08:45:00Z" }, { machine: "sprat", happenedAt: "2026-11-25T08:20:00.000Z" });
    await record(db, ottoline(), [early, clean]);
    expect((await closing())?.state).toBe("done");
    const prints = entry("busy", { until: "2026-11-25T12:00:00Z" }, { machine: "sprat", happenedAt: "2026-11-25T09:05:00.000Z" });
    await record(db, ottoline(), [prints]);
    expect(await closing()).toMatchObject({ state: "due", why: expect.arrayContaining(["it printed after Deep clean at 08:50"]) });
    await record(db, ottoline(), [entry("amendment", { why: "not this one", struck: true }, { amends: prints.id })]);
    expect((await closing())?.state).toBe("done");
    await record(db, ottoline(), [
      entry("busy", { until: "2026-11-25T12:00:00Z" }, { machine: "sprat", happenedAt: "2026-11-25T09:06:00.000Z" }),
      entry("routine", { outcome: "done" }, { machine: "sprat", routine: "R07", happenedAt: "2026-11-25T09:09:00.000Z" }),
    ]);
    expect((await closing())?.state).toBe("done");
  });

  test("busy until is Printing; a tolerance set by the supervisor changes the word, not the record", async () => {
    await record(db, ottoline(), [
      entry(
        "check",
        { channels: [{ id: "H1/K", missing: 3, weak: 0, deflected: 0, neighbours: false }] },
        { machine: "teal", routine: "R01" },
      ),
    ]);
    expect((await row("teal"))?.word).toBe("Hold");
    await saveReadiness(db, ottoline(), { id: "teal", toleranceAChannel: 4, toleranceAHead: 6, idleHours: 12 });
    expect((await row("teal"))?.word).toBe("With care");
    await saveReadiness(db, ottoline(), { id: "dtg", toleranceAChannel: 0, toleranceAHead: 0, idleHours: 12 });
    expect((await row("teal"))?.word).toBe("With care");
    await record(db, ottoline(), [entry("busy", { until: "2026-11-25T11:00:00.000Z" }, { machine: "teal" })]);
    expect(await row("teal")).toMatchObject({ word: "Printing", busyUntil: "2026-11-25T11:00:00.000Z" });
    // A check that is printed meanwhile ends the job: what it says is what counts.
    const failed = { channels: [{ id: "H1/K", missing: 30, weak: 0, deflected: 0, neighbours: true }] };
    const check = entry("check", failed, { machine: "teal", routine: "R01", happenedAt: "2026-11-25T08:30:00.000Z" });
    await record(db, ottoline(), [check]);
    expect(await row("teal")).toMatchObject({ word: "Hold", busyUntil: null });
    await expect(
      saveReadiness(db, actor("bram"), { id: "teal", toleranceAChannel: 9, toleranceAHead: 9, idleHours: 12 }),
    ).rejects.toMatchObject({ status: 403 });
    await expect(
      saveReadiness(db, ottoline(), { id: "nobody", toleranceAChannel: 9, toleranceAHead: 9, idleHours: 12 }),
    ).rejects.toMatchObject({ status: 404 });
  });

  test("asking what changed gives just the machines that did", async () => {
    const first = await board(db, ottoline());
    await record(db, ottoline(), [
      entry("check", good, { machine: "teal", routine: "R01" }),
      entry("note", { text: "squeaks" }, { machine: "dory" }),
    ]);
    const next = await board(db, ottoline(), first.seq);
    expect(next.partial).toBe(true);
    expect(next.machines.map(({ id }) => id).sort()).toEqual(["dory", "teal"]);
    expect((await board(db, ottoline(), next.seq)).machines).toEqual([]);
  });
});

test("what happens after midnight is shown with the date on the wall, beside the day that its work belongs to", async () => {
  await record(db, ottoline(), [entry("note", { text: "dripping" }, { machine: "teal", happenedAt: "2026-11-25T01:36:00.000Z" })]);
  const [row] = await ledgerPage(db, site, { kind: "note", limit: 1 });
  if (!row) throw new Error("the note was not kept");
  expect(entryView(await loadShop(db, site), row)).toMatchObject({
    day: "2026-11-24",
    dayWords: "Tue 24 Nov",
    time: "01:36",
    wallDay: "Wed 25 Nov",
  });
  expect(momentSaid(await loadShop(db, site), "2026-11-25T01:36:00.000Z")).toBe("Wed 25 Nov, 01:36");
});

test("what can’t be true is refused in plain words: nozzles that no head has, work in another century, a name that fits no tag", async () => {
  const one = (missing: number) => ({ channels: [{ id: "H1/K", missing, weak: 0, deflected: 0, neighbours: false }] });
  const answers = await record(db, ottoline(), [
    entry("check", one(99_999), { machine: "sprat", routine: "R01" }),
    entry("one-off", { title: "Clean the bed", on: "2199-01-02", minutes: 10 }, { machine: "sprat" }),
    entry("one-off", { title: "Clean the bed", on: "2027-11-02", minutes: 10 }, { machine: "sprat" }),
  ]);
  expect(answers.map(({ result, message }) => [result, message])).toEqual([
    ["refused", expect.stringMatching(/^H1\/K has (at most )?\d+ nozzles; 99999 can’t be wrong\. Count again\.$/)],
    ["refused", expect.stringMatching(/^Wed 2 Jan 2199 is more than a year ahead/)],
    ["added", undefined],
  ]);
  await expect(savePerson(db, ottoline(), { person: { id: "long", name: "L".repeat(200), role: "operator" } })).rejects.toMatchObject({
    status: 400,
    message: expect.stringContaining("at most 60 signs"),
  });
});

describe("a day is closed", () => {
  test("once, by whoever comes first; what was missed shows the next morning and makes the check the first thing; a late entry amends it", async () => {
    await record(db, ottoline(), [entry("check", good, { machine: "sprat", routine: "R01" })]);
    clock("2026-11-26T05:00:00Z");
    await Promise.all([closeDays(db), closeDays(db)]);
    const closed = await ledgerPage(db, site, { kind: "day-closed", limit: 50 });
    expect(closed.map(({ localDay }) => localDay)).toEqual(["2026-11-25"]);
    const sprat = await row("sprat");
    expect(sprat?.missed).toMatchObject({ day: "Wed 25 Nov", closing: true });
    expect(sprat?.missed?.names).toContain("Water cap");
    expect(sprat?.missed?.names).not.toContain("Opening nozzle check");
    expect(sprat?.next.words).toBe("Opening nozzle check first: the closing was missed");

    // The deep clean covers the three-point check: a late entry of it counts for both.
    await record(db, ottoline(), [
      entry("routine", { outcome: "done" }, { machine: "sprat", routine: "R21", happenedAt: "2026-11-25T20:00:00.000Z" }),
      entry("routine", { outcome: "done" }, { machine: "sprat", routine: "R10", happenedAt: "2026-11-25T20:30:00.000Z" }),
    ]);
    expect((await row("sprat"))?.missed?.names ?? []).not.toContain("Three-point check");
    expect((await row("sprat"))?.missed?.closing ?? false).toBe(false);
    expect(await compareSite(db, site)).toEqual([]);
  });

  test("only from the day on which the shop was founded: what was brought in of the time before makes no misses", async () => {
    const brought = { machine: "teal", routine: "R22", happenedAt: "2026-11-02T09:00:00.000Z" };
    await record(db, ottoline(), [entry("routine", { broughtIn: true }, brought)]);
    clock("2026-11-27T05:00:00Z");
    await closeDays(db);
    const closed = await ledgerPage(db, site, { kind: "day-closed", limit: 50 });
    expect(closed.map(({ localDay }) => localDay).sort()).toEqual(["2026-11-25", "2026-11-26"]);
  });

  test("later edits of the calendar change no past outcome", async () => {
    clock("2026-11-26T05:00:00Z");
    await closeDays(db);
    const outcomes = () =>
      db.execute(sql`SELECT machine, key, outcome FROM day_outcome WHERE site = ${site} ORDER BY machine, key`).then(({ rows }) => rows);
    const before = await outcomes();
    const { calendar, site: shop, areas } = await loadShop(db, site);
    await saveCalendar(db, ottoline(), {
      name: shop.name,
      areas,
      workDays: [6],
      extraDays: [],
      closures: [],
      beats: { opening: "09:00" },
      shifts: calendar.shifts,
    });
    expect(await outcomes()).toEqual(before);
    expect((await board(db, ottoline())).workDay).toBe(false);
  });
});

describe("the fleet file into a shop that has a ledger", () => {
  const changed = async (change: (fleet: FleetFile) => void) => {
    const fleet: FleetFile = JSON.parse(JSON.stringify(await exportFleet(db, site)));
    change(fleet);
    return fleet;
  };

  test("a preview changes nothing; what the file lacks is kept and listed, and archived only when asked", async () => {
    const fleet = await changed((file) => {
      file.machines = file.machines.filter(({ id }) => id !== "stave");
      for (const machine of file.machines) if (machine.id === "tally") machine.name = "Tally the Second";
    });
    const before = await ledgerPage(db, site, { limit: 1000 });
    const preview = await previewFleet(db, ottoline(), fleet);
    expect(preview.rows.filter(({ state }) => state !== "same")).toEqual([
      { subject: "machine", id: "tally", name: "Tally the Second", state: "changed" },
    ]);
    expect(preview.kept).toEqual([{ subject: "machine", id: "stave", name: "Stave", state: "same" }]);
    expect(await ledgerPage(db, site, { limit: 1000 })).toHaveLength(before.length);
    await importFleet(db, ottoline(), fleet, {});
    expect((await loadShop(db, site)).machines.map(({ id }) => id)).toContain("stave");
    await importFleet(db, ottoline(), fleet, { archiveMissing: true });
    expect((await loadShop(db, site)).machines.map(({ id }) => id)).not.toContain("stave");
  });

  test("facts come in once, however often the file is read; all of it or nothing", async () => {
    const fleet = await changed((file) => {
      file.history = [
        { machine: "teal", routine: "R17", on: "2026-11-20" },
        { machine: "teal", routine: "R30", on: "2026-11-02", outcome: "skipped" },
      ];
      file.signs = [{ machine: "teal", sign: "banding", on: "2026-11-24" }];
      file.moves = [{ machine: "teal", routine: "R17", due: "2026-11-27", to: "2026-11-26" }];
      for (const machine of file.machines)
        if (machine.id === "teal")
          machine.counters = [
            {
              name: "prints",
              readings: [
                { on: "2026-11-02", value: 10 },
                { on: "2026-11-09", value: 5, reset: true },
              ],
            },
          ];
    });
    for (let times = 0; times < 2; times++) await importFleet(db, ottoline(), fleet, {});
    const kinds = (await ledgerPage(db, site, { machine: "teal", limit: 1000 }))
      .map(({ kind }) => kind)
      .filter((kind) => kind !== "settings")
      .sort();
    expect(kinds).toEqual(["counter", "counter", "move", "routine", "routine", "sign"]);
    expect(JSON.parse(JSON.stringify(await exportFleet(db, site)))).toEqual(fleet);
    expect((await row("teal"))?.also.find(({ routine }) => routine === "R17")).toMatchObject({ dueDay: "2026-11-26" });
    const before = await ledgerPage(db, site, { limit: 1000 });
    await expect(
      importFleet(
        db,
        ottoline(),
        { ...fleet, history: [...(fleet.history ?? []), { machine: "nobody", routine: "R17", on: "2026-11-01" }] },
        {},
      ),
    ).rejects.toMatchObject({ status: 400, problems: [{ path: "$.history[2].machine" }] });
    expect(await ledgerPage(db, site, { limit: 1000 })).toHaveLength(before.length);
    expect(await compareSite(db, site)).toEqual([]);
  });

  test("spread over one interval, unknown history makes no wall of overdue work", async () => {
    const fleet = await exportFleet(db, site);
    const overdue = async () =>
      (await board(db, ottoline())).machines
        .flatMap(({ also }) => also)
        .filter(({ state, why }) => state === "overdue" && !why[0]?.includes("times a week")).length;
    expect(await overdue()).toBeGreaterThan(15);
    await importFleet(db, ottoline(), fleet, { spreadUnknown: true });
    expect(await overdue()).toBe(0);
    const assumed = (await ledgerPage(db, site, { kind: "routine", limit: 1000 })).filter(({ body }) => body.assumed);
    expect(assumed.length).toBeGreaterThan(15);
    for (const { localDay } of assumed) expect(toDay(localDay)).toBeLessThan(toDay("2026-11-25"));
  });
});

describe("settings", () => {
  test("a machine's change is a new version with its entry; what does not fit the shop is refused and changes nothing", async () => {
    const shop = await loadShop(db, site);
    const teal = shop.machines.find(({ id }) => id === "teal");
    await saveMachine(db, ottoline(), { machine: { ...teal, name: "Teal the tall", routines: ["R01", "R02"] } });
    expect((await ledgerPage(db, site, { machine: "teal", kind: "settings", limit: 5 }))[0]).toMatchObject({
      body: { subject: "machine", id: "teal", version: 2 },
    });
    const view = await machineView(db, ottoline(), "teal");
    expect(view.row.name).toBe("Teal the tall");
    expect(view.routines.filter(({ chosen }) => chosen).map(({ id }) => id)).toEqual(["R01", "R02"]);
    await expect(saveMachine(db, ottoline(), { machine: { ...teal, area: "attic" } })).rejects.toMatchObject({
      problems: [{ path: expect.stringContaining(".area") }],
    });
    const { calendar } = shop;
    const areas = shop.areas.filter(({ id }) => id !== "garment");
    await expect(
      saveCalendar(db, ottoline(), { name: "X", areas, workDays: [1], extraDays: [], closures: [], beats: {}, shifts: calendar.shifts }),
    ).rejects.toMatchObject({ status: 400 });
    expect((await loadShop(db, site)).site.name).toBe("Tern & Harrow");
    await saveMachine(db, ottoline(), { machine: { ...teal }, archived: true });
    expect((await board(db, ottoline())).machines.map(({ id }) => id)).not.toContain("teal");
  });

  test("the Board knows the beats' clock: late is after the beat's time, and not before", async () => {
    clock("2026-11-25T07:59:00Z");
    expect((await row("teal"))?.beats.opening[0]?.late).toBe(false);
    clock("2026-11-25T08:01:00Z");
    const late = await row("teal");
    expect(late?.beats.opening.every((item) => item.late)).toBe(true);
    expect(late?.beats.midday.some((item) => item.late)).toBe(false);
    expect(late?.next.words).toMatch(/, late$/);
  });

  test("a machine that does not print today has no beats, and its idle-day exercise instead", async () => {
    await record(db, ottoline(), [entry("print-day", { date: "2026-11-25", prints: false }, { machine: "sprat" })]);
    const idle = await row("sprat");
    expect([idle?.prints, idle?.beats.opening.length]).toEqual([false, 0]);
    expect(idle?.also.map(({ routine }) => routine)).toContain("R14");
    await record(db, ottoline(), [
      entry("print-day", { date: "2026-11-25", prints: true }, { machine: "sprat", happenedAt: "2026-11-25T08:10:00.000Z" }),
    ]);
    expect((await row("sprat"))?.beats.opening.length).toBeGreaterThan(0);
  });
});

describe("taking out", () => {
  test("export streams page by page in order, with nothing that a spreadsheet would run", async () => {
    const formulas = ["=1+1", "+1", "-1", "@SUM(A1)", "\t=1", " =1"];
    await record(
      db,
      ottoline(),
      formulas.map((text) => entry("note", { text }, { machine: "teal" })),
    );
    let csv = "";
    for await (const chunk of exportLedger(db, site, { kind: "note", limit: 0 }, "csv")) csv += chunk;
    const says = csv
      .trim()
      .split("\r\n")
      .slice(1)
      .map((line) => line.split(",")[18]);
    expect(says).toHaveLength(formulas.length);
    for (const cell of says) expect(cell).toMatch(/^"?'/);
    let lines = "";
    for await (const chunk of exportLedger(db, site, { limit: 0, from: "2026-11-25", to: isoDay(toDay("2026-11-25")) }, "jsonl"))
      lines += chunk;
    const seqs = lines
      .trim()
      .split("\n")
      .map((line) => JSON.parse(line).seq);
    expect(seqs).toEqual([...seqs].sort((a, b) => a - b));
    expect(seqs.length).toBeGreaterThan(formulas.length);
  });
});
