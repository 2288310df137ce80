import { notFound } from "next/navigation";
import { Refusal } from "../../../../core/shop/refusal.ts";
import { EntryDesk } from "../../../../ui/logbook/entry-facts.tsx";
import { database } from "../../../../work/database.ts";
import { entryPage } from "../../../../work/record/ledger.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Entry" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const actor = await pageActor();
  try {
    return <EntryDesk page={await entryPage(database(), actor, (await params).id)} />;
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  }
}
