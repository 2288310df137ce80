import { whatNow } from "../../core/nozzles/ladder/what-now.ts";
import type { Connection } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { type BoardView, board, type MachineRow } from "../board/board.ts";
import { nozzleDesks } from "../nozzles/nozzles.ts";
import { loadShop } from "../shop/shop.ts";

export type MachinesView = {
  seq: number;
  timeZone: string;
  areas: BoardView["areas"];
  /** In walking order. `nextWords`: the next step for its nozzles where it is on hold, else its next work. */
  machines: (MachineRow & { nextWords: string })[];
};

/** All machines, as the Machines list has them. */
export async function machinesView(db: Connection, actor: Actor): Promise<MachinesView> {
  authorise(actor, "look");
  const [view, shop] = await Promise.all([board(db, actor), loadShop(db, actor.site)]);
  const held = new Set(view.machines.filter(({ word, repair }) => word === "Hold" && !repair).map(({ id }) => id));
  const desks = held.size
    ? await nozzleDesks(
        db,
        shop,
        shop.machines.filter(({ id }) => held.has(id)),
      )
    : new Map();
  return {
    seq: view.seq,
    timeZone: view.timeZone,
    areas: view.areas,
    machines: view.machines.map((row) => {
      const desk = desks.get(row.id);
      const next = desk && whatNow(desk, desk.madeAt);
      return { ...row, nextWords: next?.words ?? row.next.words };
    }),
  };
}
