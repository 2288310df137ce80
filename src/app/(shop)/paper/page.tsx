import { PaperPage } from "../../../ui/paper/paper-page.tsx";
import { database } from "../../../work/database.ts";
import { paper } from "../../../work/paper/paper.ts";
import { found } from "../../found.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "On paper" };

export default async function Page({ searchParams }: { searchParams: Promise<{ before?: string | string[] }> }) {
  const actor = await pageActor();
  const before = Number((await searchParams).before);
  return <PaperPage view={await found(paper(database(), actor, Number.isSafeInteger(before) && before > 0 ? before : undefined))} />;
}
