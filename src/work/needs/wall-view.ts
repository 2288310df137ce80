import { type BoardView, board } from "../board/board.ts";
import { wallActor } from "../board/wall.ts";
import { database } from "../database.ts";
import { boardNeeds, type NeedsView } from "./needs.ts";

export type WallView = { board: BoardView; needs: NeedsView };

/** What hangs on the Wall. @throws Refusal 404 where the address is unknown or taken back */
export async function wallView(token: string): Promise<WallView> {
  const actor = await wallActor(token);
  const view = await board(database(), actor);
  return { board: view, needs: await boardNeeds(database(), actor, view) };
}
