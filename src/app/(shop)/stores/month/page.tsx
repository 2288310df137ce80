import { MonthPage } from "../../../../ui/stores/month-page.tsx";
import { database } from "../../../../work/database.ts";
import { monthView } from "../../../../work/stores/month.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Costs" };

export default async function Month({ searchParams }: { searchParams: Promise<{ month?: string | string[] }> }) {
  const actor = await pageActor();
  const { month } = await searchParams;
  return <MonthPage view={await found(monthView(database(), actor, typeof month === "string" ? month : ""))} />;
}
