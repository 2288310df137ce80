// @vitest-environment happy-dom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, test, vi } from "vitest";
import { floorOf, floorView, planAt, RUN, runItems } from "../../../tests/ui/house.ts";
import type { ShelfItem } from "../../core/stores/run-materials.ts";
import { AtTheEnd } from "./run-end.tsx";
import type { Send } from "./run-part.ts";
import { openRun } from "./runs.ts";

/** The tap that ends a run: what goes along with it, corrected or not, and what keeps it from ending. */
afterEach(cleanup);

const swabs: ShelfItem = {
  id: "swab",
  name: "lint-free wipes",
  unit: "pieces",
  keeping: "counted",
  group: "swabs and wipes",
  lots: [
    { item: "swab", lot: "", place: "", amount: 90, expiry: null, openedOn: null, receivedOn: null, useBy: null, why: "", expired: false },
  ],
};
function atEnd(machine: string, routine: string, done: Record<string, unknown>[], shelf: ShelfItem[] = []) {
  const floor = floorOf(floorView({ shelf }), runItems(machine, routine, [{ event: "gear" }, ...done]));
  const found = openRun(floor.view, RUN);
  if (!found) throw new Error("no run");
  const send = vi.fn<Send>(async () => ({ full: false }));
  render(<AtTheEnd found={found} floor={floor} send={send} />);
  const also = () => send.mock.calls[0]?.[1]?.also ?? [];
  return { found, send, also, user: userEvent.setup() };
}
const END = { name: "End the run" };
/** Every step done in its order, each look by its first answer. */
const allDone = (machine: string, routine: string, values: Readonly<Record<string, number>> = {}) =>
  planAt(machine, routine).map((step) => {
    const result =
      step.kind === "measure"
        ? { value: values[step.at] ?? step.min }
        : step.kind === "found"
          ? { found: "some" }
          : "choices" in step
            ? { choice: step.choices[0]?.id }
            : undefined;
    return { event: "step", step: step.at, ...(result ? { result } : {}) };
  });
const emptying = allDone("sprat", "R45", { before: 900, after: 40 });

describe("an emptying", () => {
  test("says what was in it and what is left, and where it went", async () => {
    const { user, also } = atEnd("sprat", "R45", emptying);
    await user.click(screen.getByRole("button", { name: "Waste drum" }));
    await user.click(screen.getByRole("button", END));
    expect(also()).toContainEqual({ kind: "vessel", body: { vessel: "bottle", event: "emptied", beforeMl: 900, ml: 40, into: "drum" } });
  });
  test("to another place than a container of the shop names none", async () => {
    const { user, also } = atEnd("sprat", "R45", emptying);
    await user.click(screen.getByRole("button", { name: "another place" }));
    await user.click(screen.getByRole("button", END));
    expect(also().find(({ kind }) => kind === "vessel")?.body).not.toHaveProperty("into");
  });
});

describe("what its list used", () => {
  const routine = "R32";
  const done = allDone("sprat", routine);
  test("leaves the shelf with the same tap", async () => {
    const { user, send, also } = atEnd("sprat", routine, done, [swabs]);
    await user.click(screen.getByRole("button", END));
    expect(send.mock.calls[0]?.[0]).toEqual({ event: "end" });
    expect(also().find(({ kind }) => kind === "stock")).toMatchObject({
      routine,
      body: { event: "used", lines: [{ item: "swab", amount: 2 }] },
    });
  });
  test("can be corrected before; nothing of it may be said too", async () => {
    const { user, also } = atEnd("sprat", routine, done, [swabs]);
    await user.click(screen.getByRole("button", { name: "Change amounts" }));
    const amount = screen.getByRole("spinbutton");
    await user.clear(amount);
    await user.type(amount, "0");
    await user.click(screen.getByRole("button", END));
    expect(also().filter(({ kind }) => kind === "stock")).toEqual([]);
  });
});

describe("something open", () => {
  test("keeps the run from ending until it is put right", async () => {
    const plan = planAt("longshore", "R24");
    const owing = plan.findIndex(({ owes }) => owes);
    const { found, send, user } = atEnd("longshore", "R24", allDone("longshore", "R24").slice(0, owing + 1));
    expect(found.state.owed.length).toBeGreaterThan(0);
    expect(screen.queryByRole("button", END)).toBeNull();
    await user.click(screen.getAllByRole("button", { name: "It is closed now" })[0] as HTMLElement);
    expect(send.mock.calls[0]?.[0]).toEqual({ event: "settle", owed: found.state.owed[0]?.id });
  });
});
