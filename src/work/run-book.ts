import type { Machine } from "../core/fleet/schema.ts";
import type { Step } from "../core/routines/step.ts";
import type { RunEvent } from "../core/runs/events.ts";
import { type PlannedStep, runPlan } from "../core/runs/plan.ts";
import { type RunState, runState } from "../core/runs/run.ts";
import { stepsVersion } from "../core/runs/version.ts";
import type { Shop } from "../core/shop/shop.ts";
import type { Connection, Database } from "../ledger/database.ts";
import { type RunRow, runEvents, stepsUnder } from "../ledger/runs.ts";
import { allSites } from "../ledger/settings.ts";
import { putSettings, type SettingChange } from "./settings.ts";
import { loadShop } from "./shop.ts";

/** The steps a run follows: those in force where they are still the same, else those kept under its mark. */
export async function stepsOf(db: Connection, shop: Shop, routine: string, version: string): Promise<readonly Step[]> {
  const present = shop.rules.book.get(routine)?.steps;
  if (present && stepsVersion(present) === version) return present;
  // Steps kept by the application itself, as they were written.
  const kept = (await stepsUnder(db, shop.id, routine, version)) as readonly Step[] | undefined;
  return kept ?? present ?? [];
}

export type RunBookEntry = { row: RunRow; events: RunEvent[]; plan: PlannedStep[]; steps: readonly Step[]; state: RunState };

/** Runs with their events, replayed. */
export async function runBook(db: Connection, shop: Shop, rows: RunRow[]): Promise<RunBookEntry[]> {
  const events = await runEvents(
    db,
    shop.id,
    rows.map(({ run }) => run),
  );
  const book: RunBookEntry[] = [];
  for (const row of rows) {
    const mine = events.get(row.run) ?? [];
    const machine = shop.machines.find(({ id }) => id === row.machine);
    const start = mine[0]?.body;
    if (!machine || start?.event !== "start") continue;
    const steps = await stepsOf(db, shop, row.routine, start.version);
    const plan = runPlan(steps, machine);
    const state = runState(plan, machine, mine);
    if (state) book.push({ row, events: mine, plan, steps, state });
  }
  return book;
}

export function replay(steps: readonly Step[], machine: Machine, events: readonly RunEvent[]): RunState | undefined {
  return runState(runPlan(steps, machine), machine, events);
}

/** The steps of all routines as settings, so that a run can be read under the version it followed when they have changed. */
export const stepSettings = (book: Shop["rules"]["book"]): SettingChange[] =>
  [...book.values()].flatMap(({ id, name, steps }) =>
    steps ? [{ subject: "steps", id, body: { mark: stepsVersion(steps), steps: [...steps] }, what: `Steps of ${name} kept` }] : [],
  );

/** Those that are not kept as the last ones of their routine yet. */
export const newStepSettings = (shop: Shop): SettingChange[] =>
  stepSettings(shop.rules.book).filter(
    ({ id, body }) => !shop.settings.some((each) => each.subject === "steps" && each.id === id && each.body.mark === body.mark),
  );

/** Keeps the steps that this build has, for each site that has not got them yet. */
export async function keepSteps(db: Database): Promise<void> {
  for (const site of await allSites(db)) {
    const shop = await loadShop(db, site);
    const unknown = newStepSettings(shop);
    if (unknown.length) await db.transaction((tx) => putSettings(tx, shop, null, unknown));
  }
}
