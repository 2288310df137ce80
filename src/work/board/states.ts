import type { StateWord } from "../../core/nozzles/readiness.ts";
import type { Database } from "../../ledger/database.ts";
import type { Actor } from "../actor.ts";
import { board } from "./board.ts";

export type FleetStates = { seq: number; machines: { id: string; name: string; area: string | null; word: StateWord }[] };

/** How each machine stands, for the head of each page; the same words as the Board's. */
export async function fleetStates(db: Database, actor: Actor): Promise<FleetStates> {
  const { seq, machines } = await board(db, actor);
  return { seq, machines: machines.map(({ id, name, area, word }) => ({ id, name, area, word })) };
}
