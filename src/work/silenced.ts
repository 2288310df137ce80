import type { MachineFacts } from "../core/due/facts.ts";
import type { Occurrence } from "../core/due/occurrence.ts";
import type { RepairRow } from "../ledger/tasks.ts";

/** Of a machine out of order only the routines that go on. */
export function silenced<Each extends Pick<Occurrence, "routine" | "state">>(
  facts: Pick<MachineFacts, "id">,
  work: readonly Each[],
  repairs: readonly RepairRow[],
): Each[] {
  const repair = repairs.find(({ machine }) => machine === facts.id);
  if (!repair) return [...work];
  return work.filter(({ routine, state }) => state === "done" || state === "skipped" || repair.body.goOn?.includes(routine));
}
