import { ListPage } from "../../../../ui/plan/list-page.tsx";
import { database } from "../../../../work/database.ts";
import { dayView } from "../../../../work/day/day-view.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Plan, list" };

export default async function List({ searchParams }: { searchParams: Promise<{ on?: string }> }) {
  const actor = await pageActor();
  return <ListPage first={await found(dayView(database(), actor, (await searchParams).on ?? null))} role={actor.role} />;
}
