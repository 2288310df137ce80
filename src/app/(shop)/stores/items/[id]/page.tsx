import { notFound } from "next/navigation";
import { mayDo } from "../../../../../core/safety/who-may.ts";
import { Refusal } from "../../../../../core/shop/refusal.ts";
import { ItemForm } from "../../../../../ui/stores/item-form.tsx";
import { ItemPage } from "../../../../../ui/stores/item-page.tsx";
import { StoresRoom } from "../../../../../ui/stores/stores-room.tsx";
import stores from "../../../../../words/en/stores.json";
import { database } from "../../../../../work/database.ts";
import { loadShop } from "../../../../../work/shop/shop.ts";
import { itemView } from "../../../../../work/stores/shelf.ts";
import { pageActor } from "../../../../page-actor.ts";

export const metadata = { title: "Item" };

type Asked = { params: Promise<{ id: string }>; searchParams: Promise<{ before?: string | string[] }> };

export default async function Page({ params, searchParams }: Asked) {
  const actor = await pageActor();
  const { id } = await params;
  const { before } = await searchParams;
  const shop = await loadShop(database(), actor.site);
  const maySetUp = mayDo(actor.role, "set-up");
  if (id === "new" && maySetUp)
    return (
      <StoresRoom here="/stores" title={stores.form.newTitle}>
        <ItemForm suppliers={shop.suppliers} />
      </StoresRoom>
    );
  const view = await itemView(database(), actor, id, typeof before === "string" ? before : null).catch((error) => {
    if (error instanceof Refusal) notFound();
    throw error;
  });
  return (
    <ItemPage
      view={view}
      mayRecord={mayDo(actor.role, "record")}
      maySetUp={maySetUp}
      machines={shop.machines.map(({ id: machine, name }) => ({ id: machine, name }))}
      suppliers={shop.suppliers}
    />
  );
}
