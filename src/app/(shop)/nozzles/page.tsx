import { NozzlesPage } from "../../../ui/nozzles/nozzles-page.tsx";
import { database } from "../../../work/database.ts";
import { nozzlesView } from "../../../work/machine/nozzles-view.ts";
import { monthOfRecoveries } from "../../../work/nozzles/recoveries.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Nozzles" };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const actor = await pageActor();
  const { month } = await searchParams;
  const [view, recoveries] = await Promise.all([
    nozzlesView(database(), actor),
    monthOfRecoveries(database(), actor, typeof month === "string" ? month : ""),
  ]);
  return <NozzlesPage view={view} month={recoveries} />;
}
