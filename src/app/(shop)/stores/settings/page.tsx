import { mayDo } from "../../../../core/safety/who-may.ts";
import { Empty } from "../../../../ui/kit/card.tsx";
import { StoreSettings } from "../../../../ui/stores/store-settings.tsx";
import { StoresRoom } from "../../../../ui/stores/stores-room.tsx";
import stores from "../../../../words/en/stores.json";
import { database } from "../../../../work/database.ts";
import { storeSetUp } from "../../../../work/stores/settings.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Stores set-up" };

export default async function SetUp() {
  const actor = await pageActor();
  if (!mayDo(actor.role, "set-up"))
    return (
      <StoresRoom here="/stores/settings" title={stores.settings.answer}>
        <Empty title={stores.settings.askSupervisor} />
      </StoresRoom>
    );
  return <StoreSettings view={await found(storeSetUp(database(), actor))} />;
}
