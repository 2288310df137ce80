import type { Page } from "playwright-core";
import { describe, expect, test } from "vitest";
import type { RunBody, RunEvent, StepResult } from "../../src/core/runs/events.ts";
import { type PlannedStep, runPlan } from "../../src/core/runs/plan.ts";
import { runState } from "../../src/core/runs/run.ts";
import type { FloorView } from "../../src/work/floor.ts";
import { cookieOf, LAN, onTheFloor, send } from "./browser.ts";

/**
 * Each built-in routine with steps, followed by the technician on a tablet to its end, the first answer taken everywhere:
 * what is on the screen is held against the routine's own plan, step by step. It takes minutes: left out of the whole run.
 */

const ids = Array.from({ length: 48 }, (_, index) => `R${String(index + 1).padStart(2, "0")}`);

/** For what no machine of the demo is asked: two ink systems, white that changes its places, a cartridge packed anew. */
const RARE = {
  id: "whelk",
  name: "Whelk",
  class: "dtg",
  since: "2026-01-05",
  heads: [
    {
      id: "H1",
      channels: [
        { id: "W1", ink: "white" },
        { id: "W2", ink: "white" },
        { id: "K", ink: "black" },
      ],
    },
  ],
  abilities: ["two-ink-systems", "jig-clean"],
  waste: [{ id: "cartridge", kind: "cartridge", volumeMl: 700, limitMl: 630 }],
  policies: { white: "rotate", cartridge: "repack" },
};

describe.skipIf(process.env.ZESTY_WHOLE_RUN)("R01 to R48 on a tablet", () => {
  test("each is run once to its end, and its record is in the ledger", async () => {
    const added = await send("/api/machines", { cookie: await cookieOf("ottoline"), body: { machine: RARE } });
    expect(added.status).toBe(200);
    const { page, context } = await onTheFloor("mirko");
    const view = (await (await context.request.get(`${LAN}/api/floor`, { ignoreHTTPSErrors: true })).json()) as FloorView;
    const told: string[] = [];
    for (const id of ids) {
      const routine = view.routines[id];
      const machine = view.machines.find(({ routines }) => routines.includes(id));
      if (!routine || !machine) {
        told.push(`${id}: no machine of the demo has it`);
        continue;
      }
      const steps = await follow(page, machine, routine);
      console.log(`${id} at ${machine.name}: ${steps} steps`);
    }
    expect(told).toEqual([]);
    const cookie = await cookieOf("ottoline");
    const { body } = await send("/api/floor", { cookie, method: "GET" });
    const done = new Set(
      (body as unknown as FloorView).runs
        .filter(({ status, person }) => status === "ended" && person === "mirko")
        .map(({ routine }) => routine),
    );
    expect(ids.filter((id) => !done.has(id))).toEqual([]);
    await context.close();
  });
});

async function follow(page: Page, machine: FloorView["machines"][number], routine: FloorView["routines"][string]): Promise<number> {
  await page.goto(`${LAN}/floor#/machine/${machine.id}`);
  await page.getByRole("heading", { name: machine.name }).first().waitFor();
  await page.getByText("Another routine now").waitFor();
  const due = page.locator(`a[href*="${encodeURIComponent(`/${routine.id}/`)}"], a[href*="/${routine.id}/"]`).first();
  if (await due.count()) {
    await due.click();
    await page.getByRole("button", { name: "Step by step" }).click();
  } else {
    await page.getByText("Another routine now").click();
    await page.getByRole("button", { name: `${routine.name} now`, exact: true }).click();
  }
  await page.waitForURL(/#\/run\//);
  const gear = page.getByRole("button", { name: "It is on, I have read this" });
  if (routine.hazards.length || routine.gear.length) await gear.click();
  const plan = runPlan(routine.steps, machine.machine);
  const events: RunEvent[] = [event({ event: "start", form: "guided", version: routine.version, gear: true }, 0)];
  const state = () => runState(plan, machine.machine, events);
  for (let now = state()?.now; now; now = state()?.now) {
    const heading = page.getByRole("heading", { level: 2 }).first();
    await expect.poll(() => heading.textContent(), { timeout: 15_000 }).toBe(now.text + (now.on ? ` (${now.on})` : ""));
    const result = await answer(page, now, machine.name);
    if (now.kind === "hold") events.push(event({ event: "clear", step: now.at }, events.length));
    events.push(event({ event: "step", step: now.at, ...(result ? { result } : {}) }, events.length));
    if (events.length > 400) throw new Error(`${routine.id} does not end`);
  }
  expect(state()?.strays).toEqual([]);
  await page.getByRole("button", { name: "End the run" }).click();
  await page.getByRole("heading", { name: /^Done at/ }).waitFor();
  await page.getByRole("link", { name: "all sent" }).waitFor();
  return state()?.trace.length ?? 0;
}

const event = (body: RunBody, at: number): RunEvent => ({ id: `e${at}`, at: at * 1000, person: "mirko", body });

/** Does what a step asks for on the screen. @returns what that records */
async function answer(page: Page, now: PlannedStep, machine: string): Promise<StepResult | undefined> {
  const press = (name: string | RegExp) =>
    page
      .getByRole("button", { name, exact: typeof name === "string" })
      .first()
      .click();
  switch (now.kind) {
    case "look":
    case "decide": {
      const [first] = now.choices;
      await press(first?.text ?? "");
      return { choice: first?.id };
    }
    case "found":
      await press("Some");
      return { found: "some" };
    case "measure":
      await page.getByLabel(new RegExp(`\\(${now.min} to ${now.max}\\)`)).fill(String(now.min));
      await press("Enter");
      return { value: now.min };
    case "nozzle-check":
      await page.getByRole("link", { name: "Enter the readings" }).click();
      await press(`Enter ${machine}`);
      return { check: "01a21238-f2c6-76b0-9c11-8d904a223e66" };
    case "hold":
      await press(now.until);
      await sooner(page);
      return undefined;
    case "wait":
      await sooner(page);
      return undefined;
    case "photo":
      await page.locator("input[type=file]").first().setInputFiles({ name: "a.png", mimeType: "image/png", buffer: PICTURE });
      return { photo: "0".repeat(64) };
    case "confirm":
      await press(/^Ottoline Marsh/);
      return { by: "ottoline" };
    default:
      await press("Done");
      return undefined;
  }
}

async function sooner(page: Page): Promise<void> {
  const on = page.getByRole("button", { name: "Go on", exact: true });
  await on.waitFor();
  if (await on.isEnabled()) return on.click();
  await page.getByText("It was over sooner").click();
  await page.getByLabel("Because").first().fill("a trial");
  await page.getByRole("button", { name: "Go on now" }).click();
}

/** One grey point. */
const PICTURE = Buffer.from("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNoAAAAggCBd81ytgAAAABJRU5ErkJggg==", "base64");
