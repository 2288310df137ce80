import { SolventPage } from "../../../../ui/stores/solvent-page.tsx";
import { database } from "../../../../work/database.ts";
import { solventView } from "../../../../work/stores/solvent.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Solvent" };

export default async function Solvent({ searchParams }: { searchParams: Promise<{ month?: string | string[] }> }) {
  const actor = await pageActor();
  const { month } = await searchParams;
  return <SolventPage view={await found(solventView(database(), actor, typeof month === "string" ? month : ""))} />;
}
