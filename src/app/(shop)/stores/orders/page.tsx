import { mayDo } from "../../../../core/safety/who-may.ts";
import { OrdersPage } from "../../../../ui/stores/orders-page.tsx";
import { database } from "../../../../work/database.ts";
import { ordersView } from "../../../../work/stores/orders.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Orders" };

export default async function Orders() {
  const actor = await pageActor();
  return (
    <OrdersPage
      view={await found(ordersView(database(), actor))}
      mayOrder={mayDo(actor.role, "plan")}
      mayReceive={mayDo(actor.role, "record")}
    />
  );
}
