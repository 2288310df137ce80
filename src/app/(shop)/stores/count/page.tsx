import { CountPage } from "../../../../ui/stores/count-page.tsx";
import { database } from "../../../../work/database.ts";
import { countView } from "../../../../work/stores/count.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Count" };

export default async function Count() {
  return <CountPage view={await found(countView(database(), await pageActor()))} />;
}
