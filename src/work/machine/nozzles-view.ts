import { printsChecks } from "../../core/fleet/channels.ts";
import type { NozzleDesk } from "../../core/nozzles/ladder/what-now.ts";
import type { Connection } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { type MachineRow, machineRows } from "../board/board.ts";
import { nozzleDesks } from "../nozzles/nozzles.ts";
import { loadShop } from "../shop/shop.ts";

export type NozzlesView = { rows: { row: MachineRow; desk: NozzleDesk | null }[] };

/** All machines that print checks, with what is next. */
export async function nozzlesView(db: Connection, actor: Actor): Promise<NozzlesView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const machines = shop.machines.filter(printsChecks);
  const [rows, desks] = await Promise.all([machineRows(db, shop, machines), nozzleDesks(db, shop, machines)]);
  return { rows: rows.map((row) => ({ row, desk: desks.get(row.id) ?? null })) };
}
