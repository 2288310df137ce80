import { SetAsidePage } from "../../../../ui/logbook/set-aside-page.tsx";
import { database } from "../../../../work/database.ts";
import { setAsideView, unprovenView } from "../../../../work/record/set-aside.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Could not be kept" };

export default async function Page() {
  const actor = await pageActor();
  const [waiting, unproven] = await found(Promise.all([setAsideView(database(), actor), unprovenView(database(), actor)]));
  return <SetAsidePage waiting={waiting} unproven={unproven} />;
}
