import type { Page } from "playwright-core";
import { expect } from "vitest";
import type { FloorView } from "../../src/core/floor/floor-view.ts";
import type { RunBody, RunEvent, StepResult } from "../../src/core/runs/events.ts";
import { type PlannedStep, runPlan } from "../../src/core/runs/plan.ts";
import { runState } from "../../src/core/runs/run.ts";
import { enterLevel, LAN, sooner, takeUp } from "./browser.ts";

/**
 * Follows a routine on the floor to its end, the first answer taken everywhere but where `answers` says another: what is on the screen is held
 * against the routine's own plan. @returns how many steps it took
 */
export async function follow(
  page: Page,
  machine: FloorView["machines"][number],
  routine: FloorView["routines"][string],
  answers: Readonly<Record<string, string>> = {},
): Promise<number> {
  await page.goto(`${LAN}/floor#/machine/${machine.id}`);
  await page.getByRole("heading", { name: machine.name }).first().waitFor();
  await takeUp(
    page,
    page.locator(`a[href*="${encodeURIComponent(`/${routine.id}/`)}"], a[href*="/${routine.id}/"]`),
    page.getByRole("button", { name: `${routine.name} now`, exact: true }),
  );
  await page.waitForURL(/#\/run\//);
  const gear = page.getByRole("button", { name: "I wear this and have read the warnings" });
  if (routine.hazards.length || routine.gear.length) await gear.click();
  const plan = runPlan(routine.steps, machine.machine);
  const events: RunEvent[] = [event({ event: "start", form: "guided", version: routine.version, gear: true }, 0)];
  const state = () => runState(plan, machine.machine, events);
  for (let now = state()?.now; now; now = state()?.now) {
    const heading = page.getByRole("heading", { level: 2 }).first();
    await expect.poll(() => heading.textContent(), { timeout: 15_000 }).toBe(`${now.on ?? ""}${now.text}`);
    const result = await answer(page, now, machine.name, answers);
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
async function answer(
  page: Page,
  now: PlannedStep,
  machine: string,
  answers: Readonly<Record<string, string>>,
): Promise<StepResult | undefined> {
  const press = (name: string | RegExp) =>
    page
      .getByRole("button", { name, exact: typeof name === "string" })
      .first()
      .click();
  switch (now.kind) {
    case "look":
    case "decide": {
      const first = now.choices.find(({ id }) => id === answers[now.id]) ?? now.choices[0];
      await press(first?.text ?? "");
      return { choice: first?.id };
    }
    case "found":
      await press("Some");
      return { found: "some" };
    case "measure":
      await page.getByLabel(new RegExp(`\\(${now.min} to ${now.max}\\)`)).fill(String(now.min));
      await enterLevel(page);
      return { value: now.min };
    case "nozzle-check":
      await page.getByRole("link", { name: "Enter the readings" }).click();
      await press(new RegExp(`^${machine}: (All|Other|Enter)`));
      return { check: "01a21238-f2c6-76b0-9c11-8d904a223e66" };
    case "hold":
      await press(now.until);
      await whenOver(page);
      return undefined;
    case "wait":
      await whenOver(page);
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

async function whenOver(page: Page): Promise<void> {
  const on = page.getByRole("button", { name: "Go on", exact: true });
  await on.waitFor();
  if (await on.isEnabled()) return on.click();
  await sooner(page, "a trial");
}

/** One grey point. */
const PICTURE = Buffer.from("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNoAAAAggCBd81ytgAAAABJRU5ErkJggg==", "base64");
