import { MonthPage } from "../../../../ui/plan/month-page.tsx";
import { database } from "../../../../work/database.ts";
import { longJobsView } from "../../../../work/rounds/long-jobs.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Plan, month" };

export default async function Month() {
  const actor = await pageActor();
  return <MonthPage view={await found(longJobsView(database(), actor))} role={actor.role} />;
}
