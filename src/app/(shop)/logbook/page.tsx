import { Refusal } from "../../../core/shop/refusal.ts";
import { LedgerPage } from "../../../ui/logbook/ledger-page.tsx";
import { database } from "../../../work/database.ts";
import { ledger } from "../../../work/record/ledger.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Logbook" };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const actor = await pageActor();
  const query = new URLSearchParams(
    Object.entries(await searchParams).flatMap(([key, value]) => (typeof value === "string" ? [[key, value]] : [])),
  );
  try {
    return <LedgerPage view={await ledger(database(), actor, query)} />;
  } catch (error) {
    if (error instanceof Refusal) return <LedgerPage view={await ledger(database(), actor, new URLSearchParams())} fault={error.message} />;
    throw error;
  }
}
