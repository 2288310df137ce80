import type { Machine } from "../../core/fleet/schema.ts";
import type { Step } from "../../core/routines/step.ts";
import type { RunEvent } from "../../core/runs/events.ts";
import { type PlannedStep, runPlan } from "../../core/runs/plan.ts";
import { type RunState, runState } from "../../core/runs/run.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Connection } from "../../ledger/database.ts";
import { type RunRow, runEvents } from "../../ledger/runs.ts";
import { stepsOf } from "../shop/steps.ts";

export type RunBookEntry = { row: RunRow; events: RunEvent[]; plan: readonly PlannedStep[]; steps: readonly Step[]; state: RunState };

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
