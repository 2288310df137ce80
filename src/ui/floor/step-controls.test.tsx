// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, test, vi } from "vitest";
import { floorOf, floorView, NOW, planAt, RUN, runItems } from "../../../tests/ui/house.ts";
import type { Known } from "../../core/runs/known.ts";
import type { PlannedStep } from "../../core/runs/plan.ts";
import type { Send } from "./run-part.ts";
import { openRun } from "./runs.ts";
import { StepControls } from "./step-controls.tsx";

/** Each kind of step offers its one control, and sends what was done with it. */
afterEach(cleanup);

function at(machine: string, routine: string, step: PlannedStep, done: Record<string, unknown>[] = [], more = {}, known: Known = {}) {
  const view = floorView(more);
  const machines = view.machines.map((each) => (each.id === machine ? { ...each, known } : each));
  const floor = floorOf({ ...view, machines }, runItems(machine, routine, [{ event: "gear" }, ...done]));
  const found = openRun(floor.view, RUN);
  if (!found) throw new Error("no run");
  const send = vi.fn<Send>(async () => ({ full: false }));
  render(<StepControls found={found} floor={floor} send={send} step={step} />);
  return { send, user: userEvent.setup() };
}
const stepOf = (routine: string, machine: string, kind: PlannedStep["kind"]): PlannedStep => {
  const step = planAt(machine, routine).find((each) => each.kind === kind);
  if (!step) throw new Error(`${routine} has no ${kind}`);
  return step;
};

describe("a measure", () => {
  const step = stepOf("R08", "sprat", "measure");
  test("takes a number with a comma, and says what it was", async () => {
    const { send, user } = at("sprat", "R08", step);
    await user.type(screen.getByRole("textbox"), "340,5");
    await user.click(screen.getByRole("button", { name: "Enter" }));
    expect(send.mock.calls[0]?.[0]).toMatchObject({ event: "step", step: step.at, result: { value: 340.5 } });
  });
  test("refuses nothing and what lies outside its limits, in words, and sends nothing", async () => {
    const { send, user } = at("sprat", "R08", step);
    await user.click(screen.getByRole("button", { name: "Enter" }));
    expect(screen.getByRole("alert").textContent).not.toBe("");
    await user.type(screen.getByRole("textbox"), "999999");
    await user.click(screen.getByRole("button", { name: "Enter" }));
    expect(screen.getByRole("alert").textContent).toMatch(/\d/);
    expect(send).not.toHaveBeenCalled();
  });
  test("asks before a level far from the estimate is kept; looked at again, nothing is sent", async () => {
    const { send, user } = at("sprat", "R08", step);
    await user.type(screen.getByRole("textbox"), "1990");
    await user.click(screen.getByRole("button", { name: "Enter" }));
    const asked = await screen.findByText(/^We expected about \d+ mL\. Is it 1990 mL\?$/);
    await user.click(screen.getByRole("button", { name: "No, look again" }));
    expect(asked.isConnected).toBe(false);
    expect(send).not.toHaveBeenCalled();
    await user.click(screen.getByRole("button", { name: "Enter" }));
    await user.click(await screen.findByRole("button", { name: "Yes, that is right" }));
    expect(send.mock.calls[0]?.[0]).toMatchObject({ result: { value: 1990 } });
  });
  test("a tap at the drawn vessel fills in the level", () => {
    at("sprat", "R08", step);
    const vessel = screen.getByRole("img", { name: /tap the level/ });
    fireEvent.pointerUp(vessel, { clientY: 0 });
    expect(screen.getByRole<HTMLInputElement>("textbox").value).toMatch(/^\d+$/);
  });
  test("says unit and limits beside the field", () => {
    at("sprat", "R08", step);
    expect(screen.getByRole("textbox", { name: /mL \(\d+ to \d+\)/ })).toBeTruthy();
  });
});

describe("a look", () => {
  const step = stepOf("R08", "sprat", "look");
  test("shows each answer as a press, and sends the one pressed", async () => {
    const { send, user } = at("sprat", "R08", step);
    if (!("choices" in step)) throw new Error("no choices");
    for (const { text } of step.choices) expect(screen.getByRole("button", { name: text })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: step.choices[0]?.text }));
    expect(send.mock.calls[0]?.[0]).toMatchObject({ result: { choice: step.choices[0]?.id } });
  });
  test("an answer that is a sign reports it with the step", async () => {
    const choices = [{ id: "mist", text: "Mist", reports: "mist-on-rails" }];
    const { send, user } = at("sprat", "R08", { ...step, id: "seen", at: "seen", choices } as unknown as PlannedStep);
    await user.click(screen.getByRole("button", { name: "Mist" }));
    expect(send.mock.calls[0]?.[1]).toMatchObject({ also: [{ kind: "sign", body: { sign: "mist-on-rails" } }] });
  });
});

describe("what is known already", () => {
  const step = {
    kind: "decide",
    id: "gap",
    at: "gap",
    text: "How long?",
    knows: "gap",
    choices: [
      { id: "short", text: "Short" },
      { id: "long", text: "Long" },
    ],
  } as unknown as PlannedStep;
  test("stands as the answer, with what it rests on; another can still be given", async () => {
    const known = { gap: { choice: "long", words: "5 days" } };
    const { send, user } = at("sprat", "R08", step, [], {}, known);
    expect(screen.getByText("Known already: 5 days.")).toBeTruthy();
    expect(screen.getAllByRole("button").map(({ textContent }) => textContent)).toEqual(["Long", "Short"]);
    await user.click(screen.getByRole("button", { name: "Long" }));
    expect(send.mock.calls[0]?.[0]).toMatchObject({ event: "step", step: "gap", result: { choice: "long" } });
  });
  test("where nothing is known it is asked", () => {
    at("sprat", "R08", step);
    expect(screen.queryByText(/^Known already/)).toBeNull();
    expect(screen.getAllByRole("button").map(({ textContent }) => textContent)).toEqual(["Short", "Long"]);
  });
});

describe("waste emptied within a run", () => {
  const step = {
    kind: "measure",
    id: "waste",
    at: "waste",
    text: "Empty it.",
    what: "waste that was in it",
    unit: "mL",
    min: 0,
    max: 20000,
    empties: true,
  } as unknown as PlannedStep;
  test("is on record with the step: what was in it, and into which container it went", async () => {
    const containers = [
      { id: "grey", name: "Grey drum" },
      { id: "blue", name: "Blue drum" },
    ];
    const { send, user } = at("sprat", "R08", step, [], { containers });
    await user.click(screen.getByRole("button", { name: "Blue drum" }));
    await user.type(screen.getByRole("textbox"), "640");
    await user.click(screen.getByRole("button", { name: "Enter" }));
    expect(send.mock.calls[0]?.[1]).toMatchObject({
      also: [{ kind: "vessel", body: { event: "emptied", beforeMl: 640, ml: 0, into: "blue" } }],
    });
  });
});

describe("a wait", () => {
  const step = { kind: "wait", id: "soak", at: "soak", text: "Soak.", waitMinutes: 10 } as unknown as PlannedStep;
  test("can't be passed before it is over, but for a reason that is kept", async () => {
    const { send, user } = at("sprat", "R08", step);
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Go on" }).disabled).toBe(true);
    await user.click(screen.getByRole("button", { name: "It was over sooner" }));
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Go on now" }).disabled).toBe(true);
    await user.type(screen.getByRole("textbox"), "the cap drained at once");
    await user.click(screen.getByRole("button", { name: "Go on now" }));
    expect(send.mock.calls[0]?.[0]).toMatchObject({ event: "step", step: "soak", early: "the cap drained at once" });
  });
  test("a usual reason is one press", async () => {
    const { send, user } = at("sprat", "R08", step);
    await user.click(screen.getByRole("button", { name: "It was over sooner" }));
    await user.click(screen.getByRole("button", { name: "Clean already" }));
    expect(send.mock.calls[0]?.[0]).toMatchObject({ early: "Clean already" });
  });
});

describe("found as", () => {
  const step = { kind: "found", id: "pad", at: "pad", text: "How was the pad?" } as unknown as PlannedStep;
  test.each([
    ["Clean", "clean"],
    ["Heavy", "heavy"],
    ["Pooling", "pooling"],
  ])("%s", async (words, found) => {
    const { send, user } = at("sprat", "R08", step);
    await user.click(screen.getByRole("button", { name: words }));
    expect(send.mock.calls[0]?.[0]).toMatchObject({ result: { found } });
  });
});

describe("a second look", () => {
  const confirm = (by: "second" | "supervisor") => ({ kind: "confirm", id: "c", at: "c", text: "Look.", by }) as unknown as PlannedStep;
  test("is anybody else's who may do it, never one's own", () => {
    at("sprat", "R08", confirm("second"));
    expect(screen.queryByRole("button", { name: /Bram/ })).toBeNull();
    expect(screen.getByRole("button", { name: /Ilse/ })).toBeTruthy();
  });
  test("a supervisor's word is only a supervisor's", async () => {
    const { send, user } = at("sprat", "R08", confirm("supervisor"));
    expect(screen.getAllByRole("button")).toHaveLength(1);
    await user.click(screen.getByRole("button", { name: /Ottoline/ }));
    expect(send.mock.calls[0]?.[0]).toMatchObject({ result: { by: "ottoline" } });
  });
});

describe("a plain step", () => {
  const step = { kind: "do", id: "wipe", at: "wipe", text: "Wipe." } as unknown as PlannedStep;
  test("a double tap is one tap, and how long it took goes with it", async () => {
    const { send, user } = at("sprat", "R08", step);
    // As on a slow device: the first is not written down yet when the second comes.
    send.mockImplementation(() => new Promise(() => {}));
    await user.dblClick(screen.getByRole("button", { name: "Done" }));
    expect(send).toHaveBeenCalledTimes(1);
    expect(send.mock.calls[0]?.[0]).toMatchObject({ tookSeconds: expect.any(Number) });
  });
  test("a nozzle check leads to the readings", () => {
    at("sprat", "R01", { kind: "nozzle-check", id: "check", at: "check", text: "Print." } as unknown as PlannedStep);
    expect(screen.getByRole("link", { name: "Enter the readings" }).getAttribute("href")).toContain("sprat");
  });
  test("power is not offered while something is open: it says what, and how to put that right", async () => {
    const plan = planAt("longshore", "R24");
    const owing = plan.findIndex(({ owes }) => owes);
    const before = plan.slice(0, owing + 1).map((step) => ({
      event: "step",
      step: step.at,
      ...("choices" in step ? { result: { choice: step.choices[0]?.id } } : {}),
    }));
    const floor = floorOf(floorView(), runItems("longshore", "R24", [{ event: "gear" }, ...before], NOW - 3_600_000));
    const found = openRun(floor.view, RUN);
    if (!found) throw new Error("no run");
    const send = vi.fn<Send>(async () => ({ full: false }));
    const power = { kind: "do", id: "on", at: "on", text: "Power on.", powersOn: true } as unknown as PlannedStep;
    render(<StepControls found={found} floor={floor} send={send} step={power} />);
    if (found.state.owed.length === 0) throw new Error("nothing is open");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Done" }).disabled).toBe(true);
    const words = found.state.owed[0]?.words ?? "";
    await userEvent.setup().click(screen.getByRole("button", { name: `Closed now: ${words}` }));
    expect(send.mock.calls[0]?.[0]).toEqual({ event: "settle", owed: found.state.owed[0]?.id });
  });
});
