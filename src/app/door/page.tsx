import { mayDo } from "../../core/safety/who-may.ts";
import { DoorPage } from "../../ui/standby/door-page.tsx";
import standby from "../../words/en/standby.json";
import { Words } from "../../words/words.tsx";
import { database } from "../../work/database.ts";
import { doorView } from "../../work/standby/door.ts";
import { found } from "../found.ts";
import { pageActor } from "../page-actor.ts";

export const metadata = { title: "Closing check" };

export default async function Door() {
  const actor = await pageActor();
  return (
    <Words messages={{ standby }}>
      <DoorPage view={await found(doorView(database(), actor))} mayRecord={mayDo(actor.role, "record")} />
    </Words>
  );
}
