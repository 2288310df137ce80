import { ClosuresPage } from "../../../../ui/plan/closures-page.tsx";
import { database } from "../../../../work/database.ts";
import { closuresView } from "../../../../work/rounds/closures.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Plan, closures" };

export default async function Closures() {
  const actor = await pageActor();
  return <ClosuresPage view={await found(closuresView(database(), actor))} role={actor.role} />;
}
