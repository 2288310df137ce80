import { OverviewPage } from "../../../ui/standby/overview-page.tsx";
import { database } from "../../../work/database.ts";
import { standbyOverview } from "../../../work/standby/overview.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Standby" };

export default async function Standby() {
  const actor = await pageActor();
  return <OverviewPage view={await standbyOverview(database(), actor)} />;
}
