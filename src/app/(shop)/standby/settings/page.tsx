import { mayDo } from "../../../../core/safety/who-may.ts";
import { Empty } from "../../../../ui/kit/card.tsx";
import { BoundsPage } from "../../../../ui/standby/bounds-page.tsx";
import { StandbyRoom } from "../../../../ui/standby/standby-room.tsx";
import standby from "../../../../words/en/standby.json";
import { Words } from "../../../../words/words.tsx";
import { database } from "../../../../work/database.ts";
import { standbySettingsView } from "../../../../work/standby/settings-view.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Limits" };

export default async function Bounds() {
  const actor = await pageActor();
  if (!mayDo(actor.role, "set-up"))
    return (
      <Words messages={{ standby }}>
        <StandbyRoom here="/standby/settings" title={standby.limits.answer}>
          <Empty title={standby.limits.askSupervisor} />
        </StandbyRoom>
      </Words>
    );
  return (
    <Words messages={{ standby }}>
      <BoundsPage view={await found(standbySettingsView(database(), actor))} />
    </Words>
  );
}
