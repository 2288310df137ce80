import { mayDo } from "../../core/safety/who-may.ts";
import { DoorPage } from "../../ui/standby/door-page.tsx";
import { database } from "../../work/database.ts";
import { doorView } from "../../work/standby/door.ts";
import { pageActor } from "../page-actor.ts";

export const metadata = { title: "The door" };

export default async function Door() {
  const actor = await pageActor();
  return <DoorPage view={await doorView(database(), actor)} mayRecord={mayDo(actor.role, "record")} />;
}
