import { notFound } from "next/navigation";
import { Refusal } from "../../../core/shop/refusal.ts";
import { PrintedRounds } from "../../../ui/plan/printed-rounds.tsx";
import { database } from "../../../work/database.ts";
import { roundSheets } from "../../../work/rounds/round-sheets.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Round sheets" };

/** The round on paper, a page a person. */
export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ day: string }>;
  searchParams: Promise<{ person?: string }>;
}) {
  const actor = await pageActor();
  try {
    return <PrintedRounds view={await roundSheets(database(), actor, (await params).day, (await searchParams).person ?? null)} />;
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  }
}
