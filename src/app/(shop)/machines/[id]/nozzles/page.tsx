import { notFound } from "next/navigation";
import { Refusal } from "../../../../../core/shop/refusal.ts";
import { HistoryPage } from "../../../../../ui/nozzles/history-page.tsx";
import next from "../../../../../words/en/next.json";
import nozzles from "../../../../../words/en/nozzles.json";
import { Words } from "../../../../../words/words.tsx";
import { board } from "../../../../../work/board/board.ts";
import { database } from "../../../../../work/database.ts";
import { nozzleHistory } from "../../../../../work/nozzles/nozzle-history.ts";
import { decoded } from "../../../../decoded.ts";
import { pageActor } from "../../../../page-actor.ts";

export const metadata = { title: "Nozzles" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const actor = await pageActor();
  const id = decoded((await params).id);
  try {
    const [history, { machines }] = await Promise.all([nozzleHistory(database(), actor, id), board(database(), actor)]);
    const row = machines.find((each) => each.id === id);
    return (
      <Words messages={{ next, nozzles }}>
        <HistoryPage history={history} state={row ? { word: row.word, why: row.why } : null} role={actor.role} />
      </Words>
    );
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  }
}
