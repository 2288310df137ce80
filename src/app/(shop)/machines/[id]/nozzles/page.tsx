import { notFound } from "next/navigation";
import { Refusal } from "../../../../../core/shop/refusal.ts";
import { HistoryPage } from "../../../../../ui/nozzles/history-page.tsx";
import { database } from "../../../../../work/database.ts";
import { nozzleHistory } from "../../../../../work/nozzles/nozzle-history.ts";
import { pageActor } from "../../../../page-actor.ts";

export const metadata = { title: "Nozzles" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const actor = await pageActor();
  try {
    return <HistoryPage history={await nozzleHistory(database(), actor, decodeURIComponent((await params).id))} role={actor.role} />;
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  }
}
