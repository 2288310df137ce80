import { LogPage } from "../../../../../ui/machine/log-page.tsx";
import { database } from "../../../../../work/database.ts";
import { machineEntries } from "../../../../../work/machine/machine.ts";
import { decoded } from "../../../../decoded.ts";
import { found } from "../../../../found.ts";
import { pageActor } from "../../../../page-actor.ts";

export const metadata = { title: "Logbook of a machine" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const actor = await pageActor();
  return <LogPage {...(await found(machineEntries(database(), actor, decoded((await params).id))))} />;
}
