import { mayDo } from "../../../../core/safety/who-may.ts";
import { WastePage } from "../../../../ui/stores/waste-page.tsx";
import { database } from "../../../../work/database.ts";
import { wasteView } from "../../../../work/stores/waste.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Waste" };

export default async function Waste() {
  const actor = await pageActor();
  return (
    <WastePage
      view={await found(wasteView(database(), actor))}
      mayRecord={mayDo(actor.role, "record")}
      maySetUp={mayDo(actor.role, "set-up")}
    />
  );
}
