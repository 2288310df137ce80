import { describe, expect, test } from "vitest";
import { head } from "../../../tests/fixtures/machine.ts";
import type { Machine } from "../fleet/schema.ts";
import { nozzleEvent } from "../record/nozzle-event.ts";
import { holds, type PlannedStep, runPlan } from "../runs/plan.ts";
import { callableAt, routineBook } from "./assigned.ts";

/** R50 to R55 held against the handbook's account of storage and the way back (common practice, no source). */

const book = routineBook();
const effects = (routine: string) => book.get(routine)?.effects;
const machine = (more: Partial<Machine> = {}): Machine => ({
  id: "m",
  name: "M",
  class: "dtf",
  since: "2026-01-01",
  heads: [head("H1", { K: "black", C: "cyan" }), head("H2", { W1: "white" })],
  waste: [{ id: "bottle", kind: "bottle", volumeMl: 2000, limitMl: 1700 }],
  abilities: ["bottles", "storage-cartridges", "removable-head", "automatic-flush"],
  ...more,
});
const plan = (id: string, more: Partial<Machine> = {}): readonly PlannedStep[] => runPlan(book.get(id)?.steps ?? [], machine(more));
const inOrder = (id: string, ...steps: string[]) => {
  const all = plan(id).map(({ at }) => at);
  const places = steps.map((each) => all.indexOf(each));
  expect(places, `${id}: ${steps} in ${all}`).not.toContain(-1);
  expect(places).toEqual([...places].sort((a, b) => a - b));
};
const text = (id: string, at: string) => {
  const step = plan(id).find((each) => each.at === at || each.id === at);
  return `${step?.text} ${step?.detail ?? ""}`;
};

describe("who may", () => {
  test("each is called for where a machine can do it; R54 is a technician's", () => {
    const of = (more: Partial<Machine>) =>
      callableAt(machine(more), book)
        .map(({ id }) => id)
        .filter((id) => id >= "R50" && id <= "R55");
    expect(of({})).toEqual(["R50", "R51", "R52", "R53", "R54", "R55"]);
    expect(of({ abilities: [] })).toEqual(["R50", "R55"]);
    expect(of({ abilities: [], class: "cij" })).toEqual(["R50"]);
    expect(book.get("R54")?.skill).toBe("technician");
  });
  test("fluids are named as a hazard, mouth and electricity where they are one", () => {
    expect(book.get("R53")?.hazards).toEqual(expect.arrayContaining(["mouth", "electricity", "mixing", "waste-ink", "moving-parts"]));
    expect(book.get("R54")?.hazards).toEqual(expect.arrayContaining(["mouth", "electricity"]));
  });
});

test.each(["R51", "R52", "R53", "R54"])("%s takes the check before, and ends with the tag", (id) => {
  const steps = plan(id);
  expect(steps.some(({ kind }) => kind === "nozzle-check")).toBe(true);
  expect(steps.at(-1)?.id).toBe("tag");
  expect(steps.at(-1)?.detail).toContain("what is in the lines, since when, by whom. Not to be switched on or off");
});

describe("R52, cleaning cartridges", () => {
  test("in the handbook's order: check, wash, waste, ink out and cleaner in slot by slot, charge, out, discharge, waste, tag", () =>
    inOrder(
      "R52",
      "ready",
      "check",
      // The program asks for the waste once it has begun; its question is answered when it is true.
      "start",
      "waste-before",
      "answer",
      "ink-out@slot 1",
      "ink-out@slot 3",
      "look",
      "cleaner-in@slot 1",
      "cleaner-in@slot 3",
      "charging",
      "cleaner-out@slot 1",
      "discharging",
      "waste-after",
      "tag",
    ));
  test("one cartridge a slot, never forced, about 3 minutes of discharge, not switched off meanwhile", () => {
    const uses = plan("R52")
      .flatMap(({ uses: each }) => each ?? [])
      .filter(({ item }) => item === "cleaning cartridges");
    expect(uses.reduce((sum, { amount }) => sum + amount, 0)).toBe(3);
    const cleaner = plan("R52").find(({ id }) => id === "cleaner-in");
    expect(cleaner?.text).toContain("triangle up, chip to the contact");
    expect(cleaner?.bad).toContain("No force");
    expect(text("R52", "look")).toContain("Stickers");
    expect(plan("R52").find(({ at }) => at === "discharging")).toMatchObject({ kind: "wait", waitMinutes: 3 });
    expect(plan("R52").find(({ at }) => at === "start")?.owes?.words).toContain("not to be switched off");
    // Each slot is open until its own cleaning cartridge sits.
    expect(cleaner?.settles).toBe("slots");
  });
});

describe("R53, line by line", () => {
  test("one line at a time: unclip, pump until clear and some seconds more, clip, look at the waste", () => {
    inOrder(
      "R53",
      "covers",
      "bottle-cover",
      "waste-first",
      "bottles",
      ...["lift@H1/K", "clip-on@H1/K", "over@H1/K", "lift@H1/C", "over@H2/W1", "clipped"],
      "unclip@H1/K",
      "clear@H1/K",
      "clip@H1/K",
      "room@H1/K",
      "unclip@H1/C",
      "clear@H2/W1",
      "fresh",
      "waste-second",
      "open@H1/K",
      "all-clear",
      "waste-again",
      "cleans",
      "hands-off",
      "shut@H1/K",
      "bottle-cover-on",
      "covers-on",
      "waste-last",
      "off",
      "tag",
    );
    const hold = plan("R53").find(({ at }) => at === "clear@H2/W1");
    expect(hold).toMatchObject({ kind: "hold" });
    // Clear to the last low point, then 5 to 10 seconds more.
    expect(hold?.kind === "hold" && hold.thenSeconds >= 5 && hold.thenSeconds <= 10).toBe(true);
    expect(text("R53", "clear@H2/W1")).toMatch(/every sag[\s\S]*stained wall is fine[\s\S]*White[\s\S]*air helps[\s\S]*Black needs longer/);
  });
  test("a second full set of fluid; clips and covers are owed until they are back", () => {
    expect(text("R53", "bottles")).toMatch(/one a line, labelled\. Twice/);
    expect(plan("R53").find(({ at }) => at === "bottles")?.why).toContain("tint the first set");
    const owed = plan("R53").flatMap(({ owes }) => owes?.id ?? []);
    const settled = plan("R53").flatMap(({ settles }) => settles ?? []);
    expect(new Set(owed)).toEqual(new Set(settled));
  });
  test("cleans in fluid count towards no limit", () => {
    expect(text("R53", "cleans")).toMatch(/10 to 20[\s\S]*count towards no limit/);
    const event = (body: object) =>
      nozzleEvent({ id: "1", kind: "care", routine: null, at: 0, person: null, body: { what: "clean", ...body } }, effects, []);
    expect(event({})).toMatchObject({ kind: "clean" });
    expect(event({ inFluid: true })).toMatchObject({ inFluid: true });
    // The flush itself is no clean of the ladder.
    expect(nozzleEvent({ id: "1", kind: "routine", routine: "R53", at: 0, person: null, body: {} }, effects, [])).toBeUndefined();
  });
});

describe("R54, head out", () => {
  test("dampers plugged, 50 mL, wipe, 20 mL, wipe, tubes folded before they are pulled; only then power off; level, towel, box", () => {
    inOrder(
      "R54",
      ...["matched", "way", "dampers@H1/K", "tubes@H1", "cup@H1", "load-fluid", "wipe-one", "storage", "load-storage", "wipe-two"],
      ...["fold", "off", "unscrew@H1", "towel@H1", "box@H1", "parked", "dry-place", "tag"],
    );
    // The load command and the wipes need power; no hand under a head that can move, so the syringe comes after it is off.
    inOrder("R54", "way", "dampers@H1/K", "aside", "off", "catcher@H1", "syringe@H1/K", "catcher-out@H1", "unscrew@H1");
    const done = (way: string) =>
      plan("R54").flatMap(({ id, when }) => (holds(when, machine(), (step) => (step === "way" ? way : "prints")) ? [id] : []));
    expect(done("load").filter((id) => ["tubes", "load-fluid", "fold", "aside", "catcher", "syringe"].includes(id))).toEqual([
      ...["tubes", "tubes", "load-fluid", "fold"],
    ]);
    expect(done("syringe")).not.toContain("load-fluid");
    expect(text("R54", "way")).toContain("Maker's maintenance position");
    expect(text("R54", "syringe@H1/K")).toMatch(/Never by mouth/);
    expect(text("R54", "dampers@H1/K")).toMatch(/tissue[\s\S]*15 cm of tape/);
    expect(text("R54", "fold")).toMatch(/one side to the other[\s\S]*still folded/);
    expect(text("R54", "box@H2")).toMatch(/Serial, date/);
    const uses = plan("R54").flatMap(({ uses: each }) => each ?? []);
    expect(uses).toEqual(
      expect.arrayContaining([
        // 50 and 20 mL for six positions; this machine has three.
        { item: "cleaning fluid", amount: 25, unit: "mL" },
        { item: "storage liquid", amount: 10, unit: "mL" },
      ]),
    );
  });
  test("a flushed machine has its check already", () => {
    const check = plan("R54").find(({ kind }) => kind === "nozzle-check");
    expect(holds(check?.when, machine(), () => "flushed")).toBe(false);
    expect(holds(check?.when, machine(), () => "prints")).toBe(true);
  });
});

describe("R55, wake-up", () => {
  const asked = (stored: string, more: Partial<Machine> = {}) =>
    plan("R55", more)
      .filter(({ when }) => holds(when, machine(more), (id) => (id === "stored" ? stored : undefined)))
      .map(({ id }) => id);
  test("ink shaken and in date, cap and lip before any ink, each line loaded till only ink shows, the check against the pinned one, ladder, flag", () => {
    inOrder(
      "R55",
      "stored",
      "ink",
      "waste",
      "cap-found",
      "cap-clean",
      "on",
      "unclip@H1/K",
      "load-line@H1/K",
      "room@H1/K",
      "load-line@H2/W1",
    );
    inOrder("R55", "load-line@H2/W1", "load", "pad", "clean", "check", "against", "round", "flag", "last-check", "covers", "tag-off");
    expect(text("R55", "ink")).toContain("shaken, in date");
    expect(text("R55", "check")).toContain("pinned before storage");
    expect(JSON.stringify(plan("R55").find(({ at }) => at === "against"))).toMatch(/2 to 4 cleans[\s\S]*85 %[\s\S]*ladder/);
  });
  test("what is asked follows how it was stored", () => {
    expect(asked("head-out")).toEqual(expect.arrayContaining(["refit", "dampers", "tight", "lines"]));
    expect(asked("full")).not.toContain("refit");
    expect(asked("full")).toContain("lines");
    expect(asked("drained")).toContain("cartridges");
    expect(asked("drained")).not.toContain("lines");
    expect(asked("flush")).not.toContain("cartridges");
  });
  test("power comes on only when nothing is owed", () => expect(plan("R55").find(({ at }) => at === "on")?.powersOn).toBe(true));
});
