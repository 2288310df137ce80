import { WeekPage } from "../../../../ui/plan/week-page.tsx";
import { database } from "../../../../work/database.ts";
import { weekView } from "../../../../work/rounds/week.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Plan, week" };

export default async function Week() {
  const actor = await pageActor();
  return <WeekPage first={await found(weekView(database(), actor))} role={actor.role} />;
}
