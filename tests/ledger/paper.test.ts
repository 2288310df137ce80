import { uuidv7 } from "uuidv7";
import { beforeEach, describe, expect, test } from "vitest";
import { channelsOf } from "../../src/core/fleet/channels.ts";
import type { Machine } from "../../src/core/fleet/schema.ts";
import { paperPlan, sheetLines } from "../../src/core/paper/sheet.ts";
import { minuteOfDay, type TypedLine, type TypedSheet, type TypedWork, typedEvents } from "../../src/core/paper/typed.ts";
import { callableAt, routinesOf } from "../../src/core/routines/assigned.ts";
import { holds, runPlan } from "../../src/core/runs/plan.ts";
import { runState } from "../../src/core/runs/run.ts";
import { machineOf, type Shop } from "../../src/core/shop/shop.ts";
import { settledOn } from "../../src/ledger/condition.ts";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { makeSheet, paper, type SheetView, type SheetWork, sheet, typeIn } from "../../src/work/paper/paper.ts";
import { entryPage } from "../../src/work/record/ledger.ts";
import { record } from "../../src/work/record/record.ts";
import { saveRoutine } from "../../src/work/routines/routines.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "./database.ts";
import { bram, freshHouse, ottoline, site } from "./house.ts";

/** Sheets of paper: what is printed, and what is in the ledger once it was typed in. */

beforeEach(async () => {
  await freshHouse({ now: "2026-11-25T15:00:00Z" });
  shop = await loadShop(db, site);
});

const routineSheet = async (machine: string, routine: string): Promise<SheetView> => {
  const { id } = await makeSheet(db, ottoline(), { id: uuidv7(), machine, routine });
  return sheet(db, ottoline(), id);
};

/** Each line answered by its first answer, a number by the least that fits; what is asked only on an answer, where it was given. */
function filled(work: SheetWork, machine: Machine): TypedLine[] {
  const lines: TypedLine[] = [];
  const written = (id: string) => {
    const result = lines.findLast(({ at }) => at === id || at.startsWith(`${id}@`))?.result;
    return result?.choice ?? result?.found ?? (result?.value === undefined ? undefined : String(result.value));
  };
  for (const { at, box } of work.lines) {
    const step = work.plan.find((each) => each.at === at);
    if (!step || !holds(step.when, machine, written)) continue;
    if (box.kind === "choice") lines.push({ at, result: step.kind === "found" ? { found: "some" } : { choice: box.options[0]?.id ?? "" } });
    else if (box.kind === "number") lines.push({ at, result: { value: box.min } });
    else if (box.kind === "check")
      lines.push({ at, channels: work.channels.map(({ id }) => ({ id, missing: 0, weak: 0, deflected: 0, neighbours: false })) });
    else if (box.kind === "name") lines.push({ at, result: { by: "ottoline" } });
    else lines.push({ at });
  }
  return lines;
}
let shop: Shop;
const linesOf = (work: SheetWork | undefined) => (work ? filled(work, machineOf(shop, work.machine?.id ?? "")) : []);
const typedOf = (view: SheetView, work: Partial<TypedWork> = {}, rest: Partial<TypedSheet> = {}): TypedSheet => ({
  id: uuidv7(),
  person: "bram",
  day: "2026-11-24",
  work: [{ work: 0, outcome: "done", from: "16:05", to: "16:40", gear: true, lines: linesOf(view.work[0]), ...work }],
  ...rest,
});

test("every routine of every machine can be done by its sheet alone", async () => {
  let sheets = 0;
  const open: string[] = [];
  for (const machine of shop.machines)
    for (const routine of new Set([...routinesOf(machine, shop.rules.book), ...callableAt(machine, shop.rules.book)])) {
      if (!routine.steps?.length) continue;
      const plan = paperPlan(runPlan(routine.steps, machine), machine);
      const lines = sheetLines(plan);
      const work = { lines, plan, channels: channelsOf(machine) } as SheetWork;
      const typed: TypedWork = { work: 0, outcome: "done", from: "09:00", to: "10:00", gear: true, lines: filled(work, machine) };
      const read = typedEvents(plan, typed, { version: "v", whole: true });
      if ("problems" in read) throw new Error(`${machine.id} ${routine.id}: ${JSON.stringify(read.problems)}`);
      const state = runState(
        plan,
        machine,
        read.events.map(({ time, body, channels }, index) => ({
          id: String(index).padStart(4, "0"),
          at: minuteOfDay(time) * 60_000,
          person: "bram",
          body: channels && body.event === "step" ? { ...body, result: { check: uuidv7() } } : body,
        })),
      );
      if (state?.status !== "ended") open.push(`${machine.id} ${routine.id}: ${state?.owed.map(({ id }) => id).join(" ")}`);
      expect(
        state?.strays.filter((id) => id !== String(read.events.length - 1).padStart(4, "0")),
        `${machine.id} ${routine.id}`,
      ).toEqual([]);
      sheets++;
    }
  expect(open).toEqual([]);
  expect(sheets).toBeGreaterThan(150);
});

describe("a routine's sheet", () => {
  test("typed in by a supervisor it is the operator's run, at its own times, marked late and by whom; done on its day", async () => {
    const view = await routineSheet("longshore", "R24");
    expect(view.work[0]?.lines.filter(({ on }) => on === "H2").length).toBeGreaterThan(2);
    const { entries, messages } = await typeIn(db, ottoline(), view.id, typedOf(view));
    expect(entries).toBeGreaterThan(20);
    expect(messages).toEqual([]);
    const rows = await ledgerPage(db, site, { machine: "longshore", limit: 100 });
    const end = rows.find(({ kind, body }) => kind === "run" && body.event === "end");
    expect(end).toMatchObject({ person: "bram", typedBy: "ottoline", proof: "paper", localDay: "2026-11-24" });
    // Lisbon has Greenwich time in November.
    expect(end?.happenedAt.toISOString()).toBe("2026-11-24T16:40:00.000Z");
    const desk = await entryPage(db, ottoline(), end?.id ?? "");
    expect(desk.entry.typed).toEqual({ by: "Ottoline Marsh", late: "22 h" });
    expect((await settledOn(db, site, "longshore", "R24", "2026-11-24"))?.person).toBe("bram");
    expect((await sheet(db, bram(), view.id)).typedIn).toMatchObject({ by: "Ottoline Marsh" });
    expect((await paper(db, bram())).sheets).toMatchObject([{ id: view.id, typedIn: { by: "Ottoline Marsh" } }]);
  });
  test("sent twice it counts once; typed in anew it says that it was entered already", async () => {
    const view = await routineSheet("longshore", "R24");
    const typed = typedOf(view);
    const { entries } = await typeIn(db, ottoline(), view.id, typed);
    expect(await typeIn(db, ottoline(), view.id, typed)).toEqual({ entries: 0, messages: [] });
    const again = await typeIn(db, ottoline(), view.id, typedOf(view));
    expect(again.entries).toBe(entries);
    expect(again.messages.join()).toContain("was entered already by Bram Teasel at 16:40");
  });
  test("an operator types in their own, and nobody else's", async () => {
    const view = await routineSheet("longshore", "R24");
    await expect(typeIn(db, bram(), view.id, typedOf(view, {}, { person: "ilse" }))).rejects.toThrow("Ask a supervisor");
    expect((await typeIn(db, bram(), view.id, typedOf(view))).entries).toBeGreaterThan(20);
  });
  test("what it leaves open keeps all of it out, until it is put right", async () => {
    const view = await routineSheet("longshore", "R24");
    const closing = view.work[0]?.plan.filter(({ settles }) => settles).map(({ at }) => at) ?? [];
    const lines = linesOf(view.work[0]).filter(({ at }) => !closing.includes(at));
    await expect(typeIn(db, ottoline(), view.id, typedOf(view, { lines }))).rejects.toThrow(/Longshore: .*not finished/);
    expect(await ledgerPage(db, site, { machine: "longshore", kind: "run", limit: 10 })).toEqual([]);
    const settled = view.work[0]?.plan.flatMap(({ owes }) => owes?.id ?? []) ?? [];
    expect((await typeIn(db, ottoline(), view.id, typedOf(view, { lines, settled }))).entries).toBeGreaterThan(20);
  });
  test.each<[string, Partial<TypedSheet>, string]>([
    ["a day that is to come", { day: "2026-11-26" }, "in the future"],
    ["nobody's work", { person: "nobody" }, "nobody of that name"],
    ["a day that does not exist", { day: "2026-11-31" }, "can't be kept"],
    ["a line that it has not", { work: [{ work: 3, outcome: "done", to: "10:00", lines: [] }] }, "no line 4"],
    ["skipped without a reason", { work: [{ work: 0, outcome: "skipped", to: "10:00", lines: [] }] }, "A reason goes with it"],
  ])("%s: refused, nothing kept", async (_, rest, message) => {
    const view = await routineSheet("longshore", "R24");
    await expect(typeIn(db, ottoline(), view.id, typedOf(view, {}, rest))).rejects.toThrow(message);
    expect(await ledgerPage(db, site, { machine: "longshore", kind: "run", limit: 10 })).toEqual([]);
  });
  test("printed before its steps were changed, it is typed in under the steps that were printed", async () => {
    const view = await routineSheet("compass", "R26");
    const steps = (shop.rules.book.get("R26")?.steps ?? []).map((step, index) => (index ? step : { ...step, text: "Other words." }));
    const { trigger, name } = shop.rules.book.get("R26") ?? {};
    await saveRoutine(db, ottoline(), { text: JSON.stringify({ id: "R26", name, trigger, steps }) });
    expect((await sheet(db, ottoline(), view.id)).work[0]?.lines).toEqual(view.work[0]?.lines);
    expect((await typeIn(db, ottoline(), view.id, typedOf(view))).entries).toBeGreaterThan(5);
  });
});

describe("a shift's sheet", () => {
  const give = async (key: string, machine: string, routine: string) =>
    record(
      db,
      { site, actor: ottoline() },
      {
        entries: [
          {
            id: uuidv7(),
            kind: "task",
            machine,
            routine,
            happenedAt: "2026-11-25T09:00:00Z",
            body: { key, due: "2026-11-25", person: "bram" },
          },
        ],
      },
    );
  test("has what was given, with what must be read; done and skipped are typed in, what is left blank stays as it is", async () => {
    // While Bram is there.
    process.env.ZESTY_NOW = "2026-11-25T13:40:00Z";
    await expect(makeSheet(db, ottoline(), { id: uuidv7(), person: "bram" })).rejects.toThrow("has nothing open");
    await give("sprat/R08/2026-11-25/midday", "sprat", "R08");
    await give("sprat/R01/2026-11-25/opening", "sprat", "R01");
    await give("smelt/R08/2026-11-25/midday", "smelt", "R08");
    const { id } = await makeSheet(db, bram(), { id: uuidv7(), person: "bram" });
    const view = await sheet(db, bram(), id);
    const place = (name: string) => view.work.findIndex((work) => work.name === name);
    const [check, look] = [place("Sprat: Opening nozzle check"), place("Sprat: Waste look")];
    expect([check, look, view.work.length]).toEqual([expect.any(Number), expect.any(Number), 3]);
    expect(view.work[check]?.channels.length).toBeGreaterThan(3);
    const answer = await typeIn(db, bram(), id, {
      id: uuidv7(),
      person: "bram",
      day: "2026-11-25",
      work: [
        { work: look, outcome: "skipped", to: "13:10", reason: "no bottle in", lines: [] },
        { work: check, outcome: "done", to: "07:55", gear: true, lines: linesOf(view.work[check]) },
      ],
      note: "Door sticks",
    });
    expect(answer.messages).toEqual([]);
    const rows = await ledgerPage(db, site, { person: "bram", limit: 50 });
    expect(rows.find(({ kind }) => kind === "check")).toMatchObject({ machine: "sprat", typedBy: "bram" });
    expect(rows.find(({ kind, body }) => kind === "routine" && body.outcome === "skipped")).toMatchObject({
      routine: "R08",
      machine: "sprat",
    });
    expect(rows.find(({ kind }) => kind === "note")?.body.text).toBe("Door sticks");
    expect(rows.some(({ machine }) => machine === "smelt")).toBe(false);
    expect((await settledOn(db, site, "sprat", "R01", "2026-11-25"))?.person).toBe("bram");
  });
});
