import { mayDo } from "../../../../core/safety/who-may.ts";
import { StoreSettings } from "../../../../ui/stores/store-settings.tsx";
import { StoresFrame } from "../../../../ui/stores/stores-frame.tsx";
import { database } from "../../../../work/database.ts";
import { storeSetUp } from "../../../../work/stores/settings.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Store set-up" };

export default async function SetUp() {
  const actor = await pageActor();
  if (!mayDo(actor.role, "set-up"))
    return (
      <StoresFrame here="/stores/settings" title="How the store is set up">
        <p>A supervisor sets up the store.</p>
      </StoresFrame>
    );
  return <StoreSettings view={await storeSetUp(database(), actor)} />;
}
