import { mayDo } from "../../../core/safety/who-may.ts";
import { OverviewPage } from "../../../ui/standby/overview-page.tsx";
import standby from "../../../words/en/standby.json";
import { Words } from "../../../words/words.tsx";
import { database } from "../../../work/database.ts";
import { standbyOverview } from "../../../work/standby/overview.ts";
import { found } from "../../found.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Standby" };

export default async function Standby() {
  const actor = await pageActor();
  return (
    <Words messages={{ standby }}>
      <OverviewPage view={await found(standbyOverview(database(), actor))} maySetUp={mayDo(actor.role, "set-up")} />
    </Words>
  );
}
