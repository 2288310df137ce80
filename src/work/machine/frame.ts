import { isoDay } from "../../core/calendar/day.ts";
import { familyOf } from "../../core/fleet/rule.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import type { RepairSaid } from "../../core/floor/floor-view.ts";
import type { Rung } from "../../core/nozzles/ladder/settings.ts";
import { proposedRoutines } from "../../core/routines/assigned.ts";
import { BUILT_IN } from "../../core/routines/built-in.ts";
import { machineOf, type Shop } from "../../core/shop/shop.ts";
import type { Connection } from "../../ledger/database.ts";
import { openRepairs } from "../../ledger/tasks.ts";
import { type Actor, authorise } from "../actor.ts";
import { judgingOf } from "../facts/nozzles.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

/** A routine as a machine may have it: fitting its class, and taken on. */
export type RoutineOfMachine = { id: string; name: string; proposed: boolean; chosen: boolean };

/** All routines, with whether they fit a machine and whether it has them. */
export function routinesAt(shop: Shop, machine: Machine): RoutineOfMachine[] {
  const proposed = new Set(proposedRoutines(machine));
  const chosen = new Set(machine.routines ?? [...proposed]);
  return [...BUILT_IN, ...shop.routines].map(({ id, name }) => ({ id, name, proposed: proposed.has(id), chosen: chosen.has(id) }));
}

/** What stands over each of a machine's pages. */
export type MachineFrame = {
  id: string;
  name: string;
  class: Machine["class"];
  family: string | null;
  area: string | null;
  printsChecks: boolean;
  timeZone: string;
  today: string;
  routines: RoutineOfMachine[];
  /** Strengths of its head clean. */
  rungs: readonly Rung[];
  repair: { id: string; since: string; body: RepairSaid } | null;
  /** The machines before and after it in walking order. */
  before: { id: string; name: string } | null;
  after: { id: string; name: string } | null;
};

/** @throws Refusal 404 where there is no such machine */
export async function machineFrame(db: Connection, actor: Actor, id: string): Promise<MachineFrame> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const machine = machineOf(shop, id);
  const at = shop.machines.findIndex((each) => each.id === id);
  const named = (place: number) => {
    const other = shop.machines[place];
    return other ? { id: other.id, name: other.name } : null;
  };
  const repair = (await openRepairs(db, shop.id)).find((each) => each.machine === id);
  return {
    id,
    name: machine.name,
    class: machine.class,
    family: familyOf(machine) ?? null,
    area: shop.areas.find((area) => area.id === machine.area)?.name ?? null,
    printsChecks: machine.class !== "cij" && (machine.heads ?? []).length > 0,
    timeZone: shop.site.timeZone,
    today: isoDay(dayAt(shop)),
    routines: routinesAt(shop, machine),
    rungs: judgingOf(shop, machine).ladder.rungs,
    repair: repair ? { id: repair.id, since: repair.openedDay, body: repair.body } : null,
    before: named(at - 1),
    after: named(at + 1),
  };
}
