import type { Machine } from "../../core/fleet/schema.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Connection } from "../../ledger/database.ts";
import { type HeldRow, stockRows } from "../../ledger/stock.ts";
import { breathe } from "../breathe.ts";
import { dayAt } from "../shop/shop.ts";
import { type Gap, printDayChanges, tonight } from "./gap.ts";
import { isStaffed, type MachineMaterial, type StandbyMaterial, standbyMaterial } from "./material.ts";
import { type MachinePlan, machinePlan } from "./methods.ts";

/** A machine tonight: the gap that it stands in, what is known of it, and what is advised. */
export type Tonight = { gap: Gap; mine: MachineMaterial; plan: MachinePlan };

/** What is advised for each machine tonight: the same for Standby, the closing check, and the closing work on the floor. */
export async function plansTonight(db: Connection, shop: Shop): Promise<(machine: Machine) => Tonight> {
  const [material, changes, held] = await Promise.all([
    standbyMaterial(db, shop),
    printDayChanges(
      db,
      shop,
      shop.machines.map(({ id }) => id),
    ),
    stockRows(db, shop.id),
  ]);
  const known = new Map<string, Tonight>();
  const planOf = (machine: Machine) => {
    const found = known.get(machine.id) ?? planOver(shop, machine, tonight(shop, machine, changes.get(machine.id) ?? []), material, held);
    known.set(machine.id, found);
    return found;
  };
  for (const machine of shop.machines) {
    await breathe();
    planOf(machine);
  }
  return planOf;
}

/** What is advised for one machine over a gap. */
export function planOver(shop: Shop, machine: Machine, gap: Gap, { of, skills }: StandbyMaterial, held: readonly HeldRow[]): Tonight {
  const mine = of(machine);
  const plan = machinePlan(shop, machine, mine, skills, held, {
    hours: gap.hours,
    staffed: gap.to !== null && isStaffed(shop, gap.fromDay, gap.toDay),
    // From the day of parking the stock must be there.
    on: Math.max(dayAt(shop), gap.fromDay),
  });
  return { gap, mine, plan };
}
