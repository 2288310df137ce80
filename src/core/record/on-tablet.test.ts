import { describe, expect, test } from "vitest";
import type { Queued } from "../../ui/floor/keep.ts";
import { placeOf, to } from "../../ui/floor/route.ts";
import { openRun } from "../../ui/floor/runs.ts";
import type { FloorView } from "../floor/floor-view.ts";
import { ALL_FIRING, DEFAULT_READINESS } from "../nozzles/readiness.ts";
import { withQueue } from "./on-tablet.ts";

const channel = {
  id: "H1/K",
  ink: "black",
  colour: "#1d1d1b",
  ...ALL_FIRING,
  read: true,
};
const steps = [{ kind: "wait" as const, id: "soak", text: "Soak.", waitMinutes: 10 }];
const view = {
  today: "2026-11-25",
  people: [{ id: "bram", name: "Bram Teasel" }],
  machines: [
    {
      id: "sprat",
      name: "Sprat",
      word: "Unchecked",
      why: "",
      channels: [channel],
      readiness: DEFAULT_READINESS,
      machine: { id: "sprat", name: "Sprat", class: "dtf", since: "2025-01-01" },
    },
  ],
  routines: { R29: { id: "R29", name: "Cap soak", steps } },
  tasks: [{ key: "sprat/R29/after/since", machine: "sprat", routine: "R29", state: "due", late: true, oneOff: null, person: null }],
  runs: [],
  handover: { id: "h" },
  device: null,
} as unknown as FloorView;
const queued = (kind: string, body: Record<string, unknown>, more: Partial<Queued["entry"]> = {}): Queued => ({
  state: "queued",
  entry: {
    id: `${kind}-${JSON.stringify(body).length}`,
    kind,
    machine: "sprat",
    person: "bram",
    happenedAt: "2026-11-25T07:00:00.000Z",
    body,
    ...more,
  },
});
const run = { run: "r1", routine: "R29" };

describe("what is queued here is seen here at once", () => {
  test("a run begun without a network has its timer, by the server's clock", () => {
    const offset = 3_600_000;
    const after = withQueue(
      view,
      [queued("run", { event: "start", form: "guided", version: "1", key: "sprat/R29/after/since" }, run)],
      offset,
    );
    const open = openRun(after, "r1");
    expect(open?.run).toMatchObject({ personName: "Bram Teasel", key: "sprat/R29/after/since" });
    expect(open?.state.timer?.endsAt).toBe(Date.parse("2026-11-25T08:10:00.000Z"));
  });
  test("its end settles the task; a check gives the machine its word; taking, one-off work and a handover read are shown", () => {
    const ended = withQueue(
      view,
      [queued("run", { event: "start", form: "guided", version: "1" }, run), queued("run", { event: "end" }, run)],
      0,
    );
    expect(ended.tasks[0]).toMatchObject({ state: "done", late: false });
    const checked = withQueue(
      view,
      [queued("check", { channels: [{ id: "H1/K", missing: 3, weak: 0, deflected: 0, neighbours: true }] })],
      0,
    );
    expect(checked.machines[0]).toMatchObject({ word: "Hold", channels: [{ missing: 3 }] });
    const taken = withQueue(
      view,
      [queued("task", { key: "sprat/R29/after/since", person: "bram" }), queued("handover-seen", { of: "h" })],
      0,
    );
    expect(taken.tasks[0]?.person).toBe("bram");
    expect(taken.handover).toBeNull();
  });
  test("what was refused is not shown as done", () => {
    expect(withQueue(view, [{ ...queued("routine", { outcome: "done" }, { routine: "R29" }), state: "refused" }], 0).tasks[0]?.state).toBe(
      "due",
    );
  });
});

test("each place of the floor has an address that leads back to it", () => {
  expect(placeOf(to.task("sprat/R21/2026-W48/1"))).toEqual({ at: "task", key: "sprat/R21/2026-W48/1" });
  expect(placeOf(to.check(["sprat", "smelt"], { run: "r1", step: "read" }))).toEqual({
    at: "check",
    machines: ["sprat", "smelt"],
    run: "r1",
    step: "read",
  });
  expect(placeOf(to.machine("a/b c"))).toEqual({ at: "machine", id: "a/b c" });
  for (const hash of ["", "#/", "#/nowhere", "#/run/"]) expect(placeOf(hash)).toEqual({ at: "shift" });
  expect(placeOf(to.handover)).toEqual({ at: "handover" });
});

describe("signs and work put down here", () => {
  const seen = queued("sign", { sign: "stains", note: "on the left" }, { id: "s1" });
  const signsAt = (after: FloorView) => after.machines[0]?.signs?.map(({ id, words, note }) => [id, words, note]);

  test("a sign is open at its machine at once, once, and gone when it is explained", () => {
    const guided = { ...view, signGuide: [{ sign: "stains", words: "Stains or drops on the work", holds: true, causes: [] }] };
    expect(signsAt(withQueue(guided, [seen, seen], 0))).toEqual([["s1", "Stains or drops on the work", "on the left"]]);
    expect(signsAt(withQueue(guided, [seen, queued("sign-over", { of: "s1", cause: "waste" })], 0))).toEqual([]);
  });
  test("a snapshot of an earlier build, without the guide, shows the sign by its id", () =>
    expect(signsAt(withQueue(view, [seen], 0))).toEqual([["s1", "stains", "on the left"]]));
  test("a sign of another machine, and one that was refused, change nothing", () => {
    expect(signsAt(withQueue(view, [queued("sign", { sign: "stains" }, { machine: "teal" })], 0))).toBeUndefined();
    expect(signsAt(withQueue(view, [{ ...seen, state: "refused" }], 0))).toBeUndefined();
  });
  test("work for today is in the list at once, with the routine that it is done by; for another day it is not", () => {
    const work = (on: string) => queued("one-off", { title: "Cap soak", on, minutes: 15, routine: "R29", sign: "s1" }, { id: "w1" });
    const added = withQueue(view, [work("2026-11-25"), work("2026-11-25")], 0).tasks.filter(({ oneOff }) => oneOff === "w1");
    expect(added).toHaveLength(1);
    expect(added[0]).toMatchObject({
      key: "one-off/w1",
      name: "Cap soak",
      routine: "R29",
      hasSteps: true,
      machineName: "Sprat",
      state: "due",
    });
    expect(withQueue(view, [work("2026-11-26")], 0).tasks).toHaveLength(view.tasks.length);
    expect(withQueue(view, [work("2026-11-25"), queued("one-off-over", { of: "w1", outcome: "done" })], 0).tasks.at(-1)?.state).toBe(
      "done",
    );
  });
});
