import type { Pace } from "../../core/floor/floor-view.ts";
import type { Step } from "../../core/routines/step.ts";
import { secondsInWindows } from "../../core/runs/outlook.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastRuns } from "../../ledger/runs.ts";
import { runBook } from "../facts/run-book.ts";

const hasWindow = (steps: readonly Step[]): boolean =>
  steps.some((step) => step.kind === "window" || ("steps" in step && hasWindow(step.steps)));

/** How long people took lately in each window of the routines that have one. */
export async function paceInWindows(db: Connection, shop: Shop): Promise<Pace> {
  const routines = [...shop.rules.book.values()].filter(({ steps }) => steps && hasWindow(steps)).map(({ id }) => id);
  const pace: Pace = {};
  for (const { row, plan, state } of await runBook(db, shop, await lastRuns(db, shop.id, { routines, limit: 60 }))) {
    const ofRoutine = (pace[row.routine] ??= {});
    for (const [window, seconds] of Object.entries(secondsInWindows(plan, state.trace))) {
      const ofPerson = (ofRoutine[state.person ?? ""] ??= {});
      (ofPerson[window] ??= []).push(seconds);
    }
  }
  return pace;
}
