import sharp from "sharp";
import { beforeAll, beforeEach, describe, expect, test } from "vitest";
import type { RunBody } from "../../src/core/runs/events.ts";
import { runPlan } from "../../src/core/runs/plan.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { db } from "../ledger/database.ts";
import { actor, at, entry, freshHouse, site } from "../ledger/house.ts";
import { asked, entriesOf, fireEvent, floorAt, screen, sentBy, signedInAs, waitFor, within } from "./shop.tsx";

/** A run in somebody's hands: back, left out, noted, photographed, stopped, handed on, put right, ended. Every press is on record. */

beforeAll(() => freshHouse({ stores: true }));
beforeEach(() => signedInAs("bram"));

type Press = { step: string; result?: Record<string, unknown> };
/** A run of the opening cleans (R04), some of its steps done, opened on the floor. */
async function opened(machine: string, steps: Press[], person = "bram") {
  const { routines, machines } = await floor(db, { site, actor: actor(person) });
  const cleans = routines?.R04;
  const known = machines.find(({ id }) => id === machine);
  if (!cleans || !known) throw new Error(`${machine} has no opening cleans`);
  const run = crypto.randomUUID();
  const of = (body: Record<string, unknown>, clock: string) => entry("run", body, { machine, routine: "R04", run, happenedAt: at(clock) });
  await sentBy(
    person,
    of({ event: "start", form: "guided", version: cleans.version, gear: true }, "09:00"),
    ...steps.map((step) => of({ event: "step", ...step }, "09:05")),
  );
  const plan = runPlan(cleans.steps, known.machine);
  const user = await floorAt(`#/run/${run}`);
  await screen.findByRole("heading", { level: 1, name: new RegExp(known.name) });
  return { user, run, plan, text: (step: string) => plan.find((each) => each.at === step)?.text ?? "?" };
}
const WATER: Press = { step: "night", result: { choice: "water" } };
/** All that is looked at before the cleans. */
const LOOKED: Press[] = [
  WATER,
  { step: "waste", result: { choice: "room" } },
  { step: "ink", result: { choice: "enough" } },
  { step: "program", result: { choice: "print" } },
];
/** What is on record of a run, oldest first. */
const record = async (run: string) =>
  (await entriesOf("run"))
    .filter((each) => each.run === run)
    .toReversed()
    .map(({ body, person }) => ({ ...(body as RunBody), person }));
const last = async (run: string) => (await record(run)).at(-1);
type User = Awaited<ReturnType<typeof opened>>["user"];
/** What is seldom wanted, opened by one press. */
async function besides(user: User) {
  if (!screen.queryByRole("region", { name: "More" })) await user.click(screen.getByRole("button", { name: "More" }));
  return within(screen.getByRole("region", { name: "More" }));
}
async function stop(user: User, why: string) {
  await user.click((await besides(user)).getByRole("button", { name: "Stop this run" }));
  await user.type(screen.getByLabelText("Another reason"), why);
  await user.click(screen.getByRole("button", { name: "Stop" }));
}
const backButton = () => screen.getByRole<HTMLButtonElement>("button", { name: "Back" });
const now = () => within(screen.getByRole("region", { name: "Now" })).getByRole("heading").textContent;

describe("step by step", () => {
  test("the step after the one that was done is the one to do; back goes one back, and both stay on record", async () => {
    const { user, run, text } = await opened("sprat", [WATER]);
    expect(now()).toBe(text("waste"));
    await user.click(backButton());
    await waitFor(() => expect(now()).toBe(text("night")));
    await waitFor(async () => expect((await record(run)).map(({ event }) => event)).toEqual(["start", "step", "back"]));
    expect(backButton().disabled).toBe(true);
  });

  test("what was answered before decides what is asked next: water overnight asks for two cleans", async () => {
    const { text } = await opened("smelt", LOOKED);
    expect(now()).toBe(text("two"));
  });

  test("a step is left out with a reason only", async () => {
    const { user, run, text } = await opened("shanny", LOOKED);
    await user.click((await besides(user)).getByRole("button", { name: "Skip this step" }));
    const leave = screen.getByRole<HTMLButtonElement>("button", { name: "Skip" });
    expect(leave.disabled).toBe(true);
    await user.type(screen.getByLabelText("Another reason"), "panel is locked");
    await user.click(leave);
    await waitFor(async () => expect(await last(run)).toMatchObject({ event: "pass", step: "two", reason: "panel is locked" }));
    expect(now()).not.toBe(text("two"));
  });

  test("a timer runs while the machine works by itself; cut short, it asks why", async () => {
    const { run, text } = await opened("sprat", [...LOOKED, { step: "two" }]);
    expect(now()).toBe(text("cleaning"));
    expect(document.body.textContent).toMatch(/\d+:\d\d/);
    expect((await record(run)).map(({ event }) => event)).toEqual(["start", ...LOOKED.map(() => "step"), "step"]);
  });
});

describe("besides the steps", () => {
  test("a note is kept with the run, and changes no step", async () => {
    const { user, run, text } = await opened("sprat", [WATER]);
    await user.click((await besides(user)).getByRole("button", { name: "Note" }));
    await user.type(screen.getByRole("textbox", { name: "Note" }), "smells of solvent");
    await user.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(async () => expect(await last(run)).toMatchObject({ event: "note", text: "smells of solvent" }));
    expect(now()).toBe(text("waste"));
  });

  test("a picture is kept under the hash of what was taken, and can be had back, upright and small", async () => {
    const { user, run } = await opened("smelt", [WATER]);
    const bytes = await sharp({ create: { width: 60, height: 40, channels: 3, background: "#884422" } })
      .jpeg()
      .toBuffer();
    await user.upload((await besides(user)).getByLabelText("Photo"), new File([new Uint8Array(bytes)], "cap.jpg", { type: "image/jpeg" }));
    await waitFor(async () => expect(await last(run)).toMatchObject({ event: "photo", of: "waste" }));
    const kept = await last(run);
    const photo = kept && "photo" in kept ? String(kept.photo) : "";
    const digest = await crypto.subtle.digest("SHA-256", new Uint8Array(bytes));
    expect(photo).toBe(Buffer.from(digest).toString("hex"));
    const back = await asked(`/api/pictures/${photo}`);
    expect(back.status).toBe(200);
    expect((await sharp(Buffer.from(await back.arrayBuffer())).metadata()).width).toBe(60);
  });
});

describe("out of these hands", () => {
  test("stopped with a reason, it waits; gone on with, it is where it was; given up, it is over", async () => {
    const { user, run, text } = await opened("shanny", [WATER]);
    await stop(user, "fire drill");
    await screen.findByText("Stopped: fire drill");
    await user.click(screen.getByRole("button", { name: "Go on with it" }));
    await waitFor(() => expect(now()).toBe(text("waste")));
    await stop(user, "no water");
    await user.click(await screen.findByRole("button", { name: "Give up" }));
    await waitFor(async () => expect(await last(run)).toMatchObject({ event: "abandon", reason: "no water" }));
    expect((await record(run)).map(({ event }) => event)).toEqual(["start", "step", "stop", "resume", "stop", "abandon"]);
  });

  test("handed over, it is the other's: they go on, and what they do is theirs", async () => {
    const { user, run, text } = await opened("sprat", [WATER]);
    await user.click((await besides(user)).getByRole("button", { name: "Hand over" }));
    await user.click(screen.getByRole("button", { name: "Ilse Quarrie" }));
    await waitFor(async () => expect(await last(run)).toMatchObject({ event: "hand", to: "ilse", person: "bram" }));
    await screen.findByText(/Ilse.* is working on it/);
    expect(screen.queryByRole("region", { name: "More" })).toBeNull();
    await signedInAs("ilse");
    await floorAt(`#/run/${run}`);
    await waitFor(() => expect(now()).toBe(text("waste")));
  });

  test("taken over from somebody who was called away, with what they did in view", async () => {
    const { run, text } = await opened("smelt", [WATER], "ilse");
    const user = await floorAt(`#/run/${run}`);
    await screen.findByText(/Ilse Quarrie is working on it/);
    expect(screen.getAllByRole("listitem").map(({ textContent }) => textContent)).toContain(text("night"));
    await user.click(screen.getByRole("button", { name: "Take it over" }));
    await waitFor(async () => expect(await last(run)).toMatchObject({ event: "resume", person: "bram" }));
    await waitFor(() => expect(now()).toBe(text("waste")));
  });

  test("that this device has not heard of yet is said, not shown empty", async () => {
    await floorAt(`#/run/${crypto.randomUUID()}`);
    expect(await screen.findByRole("heading", { name: "This run is not on this device yet" })).toBeTruthy();
  });
});

describe("at the end", () => {
  /** All steps of a run answered by what lets it go on: first choices, a plausible reading, clean finds. */
  async function through(machine: string, work: string, withheld: (step: string) => boolean = () => false) {
    const { routines, machines } = await floor(db, { site, actor: actor("bram") });
    const found = Object.values(routines ?? {}).find(({ name }) => name === work);
    const known = machines.find(({ id }) => id === machine);
    if (!found || !known) throw new Error(`${machine} has no ${work}`);
    const run = crypto.randomUUID();
    const of = (body: Record<string, unknown>) => entry("run", body, { machine, routine: found.id, run, happenedAt: at("09:05") });
    await sentBy("bram", of({ event: "start", form: "guided", version: found.version, gear: true }));
    const user = await floorAt(`#/run/${run}`);
    await screen.findByRole("heading", { level: 1, name: new RegExp(known.name) });
    for (const step of runPlan(found.steps, known.machine)) {
      const result =
        "choices" in step && step.choices?.length ? { choice: step.choices[0]?.id } : step.kind === "measure" ? { value: 300 } : undefined;
      await sentBy(
        "bram",
        withheld(step.at)
          ? of({ event: "pass", step: step.at, reason: "not now" })
          : of({ event: "step", step: step.at, ...(result ? { result } : {}), early: "test" }),
      );
    }
    await floorAt(`#/run/${run}`);
    return { user, run };
  }

  test("a run says where the waste went, and ends with it on record", async () => {
    const { user, run } = await through("sprat", "Empty the waste bottle");
    await screen.findByRole("heading", { name: "All steps are done" });
    const into = within(screen.getByRole("group", { name: "Where did the waste go?" })).getAllByRole("button");
    expect(into.length).toBeGreaterThan(1);
    await user.click(screen.getByRole("button", { name: "End the run" }));
    await waitFor(async () => expect(await last(run)).toMatchObject({ event: "end" }));
    expect(await screen.findByRole("heading", { name: /^Done at 09:1\d/ })).toBeTruthy();
    const steps = within(screen.getByRole("list")).getAllByRole("listitem");
    expect(steps.length).toBe((await record(run)).filter(({ event }) => event === "step").length);
    fireEvent.click(screen.getAllByRole("link", { name: "My shift" }).at(-1) as HTMLElement);
  });
});
