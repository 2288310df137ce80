import { Refusal } from "../../../core/shop/refusal.ts";
import { LogbookPage } from "../../../ui/logbook/logbook-page.tsx";
import { database } from "../../../work/database.ts";
import { entryPage, ledger } from "../../../work/record/ledger.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Logbook" };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const actor = await pageActor();
  const { entry, ...asked } = await searchParams;
  const query = new URLSearchParams(Object.entries(asked).flatMap(([key, value]) => (typeof value === "string" ? [[key, value]] : [])));
  try {
    const [view, open] = await Promise.all([
      ledger(database(), actor, query),
      typeof entry === "string" ? entryPage(database(), actor, entry) : null,
    ]);
    return <LogbookPage view={view} open={open} />;
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return <LogbookPage view={await ledger(database(), actor, new URLSearchParams())} open={null} fault={error.message} />;
  }
}
