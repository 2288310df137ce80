import { DayPage } from "../../../../ui/plan/day-page.tsx";
import { database } from "../../../../work/database.ts";
import { dayView } from "../../../../work/day/day-view.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "The day's work" };

export default async function Day() {
  const actor = await pageActor();
  return <DayPage first={await dayView(database(), actor, null)} role={actor.role} />;
}
