import { Board } from "../../ui/board/board.tsx";
import words from "../../words/en/board.json";
import { Words } from "../../words/words.tsx";
import { board } from "../../work/board/board.ts";
import { database } from "../../work/database.ts";
import { boardNeeds } from "../../work/needs/needs.ts";
import { pageActor } from "../page-actor.ts";

export const metadata = { title: "Board" };

export default async function BoardPage() {
  const actor = await pageActor();
  const view = await board(database(), actor);
  return (
    <Words messages={{ board: words }} timeZone={view.timeZone}>
      <Board first={view} needs={await boardNeeds(database(), actor, view)} role={actor.role} />
    </Words>
  );
}
