import { RecoveriesPage } from "../../../ui/nozzles/recoveries-page.tsx";
import recoveries from "../../../words/en/recoveries.json";
import { Words } from "../../../words/words.tsx";
import { database } from "../../../work/database.ts";
import { monthOfRecoveries } from "../../../work/nozzles/recoveries.ts";
import { found } from "../../found.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Recoveries" };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const actor = await pageActor();
  const { month } = await searchParams;
  return (
    <Words messages={{ recoveries }} timeZone="UTC">
      <RecoveriesPage month={await found(monthOfRecoveries(database(), actor, typeof month === "string" ? month : ""))} />
    </Words>
  );
}
