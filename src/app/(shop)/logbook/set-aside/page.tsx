import { SetAsidePage } from "../../../../ui/logbook/set-aside-page.tsx";
import { database } from "../../../../work/database.ts";
import { setAsideView } from "../../../../work/record/set-aside.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Could not be kept" };

export default async function Page() {
  return <SetAsidePage waiting={await setAsideView(database(), await pageActor())} />;
}
