import { mayDo } from "../../../../core/safety/who-may.ts";
import { BoundsPage } from "../../../../ui/standby/bounds-page.tsx";
import { StandbyFrame } from "../../../../ui/standby/standby-frame.tsx";
import { database } from "../../../../work/database.ts";
import { standbySettingsView } from "../../../../work/standby/settings-view.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Bounds of standing idle" };

export default async function Bounds() {
  const actor = await pageActor();
  if (!mayDo(actor.role, "set-up"))
    return (
      <StandbyFrame title="Bounds">
        <p>A supervisor sets these.</p>
      </StandbyFrame>
    );
  return <BoundsPage view={await standbySettingsView(database(), actor)} />;
}
