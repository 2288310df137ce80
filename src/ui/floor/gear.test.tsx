// @vitest-environment happy-dom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, test, vi } from "vitest";
import { floorOf, floorView, RUN, runItems } from "../../../tests/ui/house.ts";
import type { FloorMachine } from "../../core/floor/floor-view.ts";
import { withMachine } from "../../core/floor/floor-view.ts";
import { Gear, needsGear } from "./gear.tsx";
import type { Send } from "./run-part.ts";
import { openRun } from "./runs.ts";

/** Before the first step: gear and cautions, whether there is room for what it draws, whether the machine sleeps. */
afterEach(cleanup);

function before(machine: string, routine: string, change: (at: FloorMachine) => FloorMachine = (at) => at) {
  const floor = floorOf(withMachine(floorView(), machine, change), runItems(machine, routine, []));
  const found = openRun(floor.view, RUN);
  if (!found) throw new Error("no run");
  const send = vi.fn<Send>(async () => ({ full: false }));
  render(<Gear found={found} floor={floor} send={send} />);
  return { found, send };
}
const ON = { name: "I wear this and have read the warnings" };
const asleep = (at: FloorMachine): FloorMachine => ({
  ...at,
  word: "Asleep",
  sleep: { regime: "full", regimes: ["full"], contents: null, sinceDay: "2026-11-20", sinceWords: "Fri 20 Nov" },
});
const full =
  (ml: number) =>
  (at: FloorMachine): FloorMachine =>
    at.vessel ? { ...at, vessel: { ...at.vessel, ml, lowMl: ml - 20, highMl: ml + 20 } } : at;

describe("gear and cautions", () => {
  test("are all there: what is worn, what it uses, each hazard with its caution; one press says that they are read", async () => {
    const { found, send } = before("sprat", "R21");
    for (const item of found.routine.gear) expect(screen.getByText(item)).toBeTruthy();
    for (const { name } of found.routine.hazards) expect(screen.getByText(`${name}.`)).toBeTruthy();
    expect(screen.getByText("It uses:")).toBeTruthy();
    await userEvent.setup().click(screen.getByRole("button", ON));
    expect(send).toHaveBeenCalledExactlyOnceWith({ event: "gear" });
  });
  test("are asked for before a hazardous routine, and not twice", () => {
    const { found } = before("sprat", "R21");
    expect(needsGear(found)).toBe(true);
    expect(needsGear({ ...found, state: { ...found.state, gear: true } })).toBe(false);
    expect(needsGear({ ...found, routine: { ...found.routine, hazards: [], gear: [] } })).toBe(false);
  });
  test("it defers to the data sheet, the manual and local rules", () => {
    before("sprat", "R21");
    expect(screen.getByText(/safety data sheet/)).toBeTruthy();
  });
});

describe("no room in the waste", () => {
  test("holds back what draws, says how much, and offers the emptying", () => {
    before("sprat", "R21", full(1680));
    expect(screen.queryByRole("button", ON)).toBeNull();
    expect(screen.getByRole("heading", { name: "Empty the waste first" })).toBeTruthy();
    expect(screen.getByRole("button", { name: "Empty the waste bottle, step by step" })).toBeTruthy();
  });
  test("does not hold back what draws nothing", () => {
    before("sprat", "R08", full(1690));
    expect(screen.getByRole("button", ON)).toBeTruthy();
  });
  test("a flush that begins with an empty bottle waits for one, though its fluid would fit", () => {
    const flush = before("goby", "R53", full(900));
    expect(flush.found.routine.effects?.beginsEmpty).toBe(true);
    expect(screen.getByText(/begins with an empty/)).toBeTruthy();
  });
});

describe("a sleeping machine", () => {
  test("is not begun with what draws ink: it says since when and what is in it, and how to wake it", () => {
    before("goby", "R04", asleep);
    expect(screen.queryByRole("button", ON)).toBeNull();
    expect(screen.getByRole("region", { name: /is asleep$/ }).textContent).toMatch(/Fri 20 Nov.*cleaning fluid, clips shut.*Wake-up/);
  });
  test("still has its storage and its wake-up done", () => {
    before("goby", "R55", (at) => full(0)(asleep(at)));
    expect(screen.getByRole("button", ON)).toBeTruthy();
  });
  test("that an earlier build's snapshot tells of, without what was done in it, says so all the same", () => {
    before("goby", "R04", (at) => ({
      ...at,
      word: "Asleep",
      sleep: { regime: "head-out", contents: null, sinceDay: "2026-11-20", sinceWords: "Fri" },
    }));
    expect(screen.getByText(/head out, in its case/)).toBeTruthy();
  });
});
