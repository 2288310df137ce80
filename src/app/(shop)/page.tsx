import { Board } from "../../ui/board/board.tsx";
import { board } from "../../work/board/board.ts";
import { database } from "../../work/database.ts";
import { pageActor } from "../page-actor.ts";

export const metadata = { title: "Board" };

export default async function BoardPage() {
  const actor = await pageActor();
  return <Board first={await board(database(), actor)} role={actor.role} />;
}
