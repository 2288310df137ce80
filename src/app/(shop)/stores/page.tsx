import { mayDo } from "../../../core/safety/who-may.ts";
import { ShelfPage } from "../../../ui/stores/shelf-page.tsx";
import { database } from "../../../work/database.ts";
import { shelfView } from "../../../work/stores/shelf.ts";
import { found } from "../../found.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Shelf" };

export default async function Shelf({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const actor = await pageActor();
  const asked = await searchParams;
  const text = (name: string) => (typeof asked[name] === "string" ? asked[name].slice(0, 100) : "");
  const view = await found(
    shelfView(database(), actor, {
      page: Math.floor(Number(text("page"))) || 1,
      find: text("find"),
      group: text("group"),
    }),
  );
  return <ShelfPage view={view} maySetUp={mayDo(actor.role, "set-up")} mayOrder={mayDo(actor.role, "plan")} />;
}
