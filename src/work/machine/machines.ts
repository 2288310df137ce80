import type { Connection } from "../../ledger/database.ts";
import type { Actor } from "../actor.ts";
import { type BoardView, board, type MachineRow } from "../board/board.ts";

/** In walking order. */
export type MachinesView = { seq: number; timeZone: string; areas: BoardView["areas"]; machines: MachineRow[] };

/** All machines, as the Machines list has them. */
export async function machinesView(db: Connection, actor: Actor): Promise<MachinesView> {
  const { seq, timeZone, areas, machines } = await board(db, actor);
  return { seq, timeZone, areas, machines };
}
