import { notFound } from "next/navigation";
import { spokenDay, toDay } from "../../../core/calendar/day.ts";
import { moneySaid } from "../../../core/calendar/said.ts";
import { PrintPage, PrintTable } from "../../../ui/print/print-page.tsx";
import { printsWords as t } from "../../../words/prints.ts";
import { database } from "../../../work/database.ts";
import { loadShop } from "../../../work/shop/shop.ts";
import { ordersView } from "../../../work/stores/orders.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Order list" };

/** One supplier's order list on paper. */
export default async function OrderList({ params }: { params: Promise<{ supplier: string }> }) {
  const actor = await pageActor();
  const { supplier: id } = await params;
  const [view, shop] = await Promise.all([ordersView(database(), actor), loadShop(database(), actor.site)]);
  const supplier = view.suppliers.find((each) => each.id === id);
  if (!supplier) notFound();
  const lines = supplier.lines.filter(({ now }) => now);
  const sum = lines.reduce((all, { packs, priceCents }) => all + packs * priceCents, 0);
  return (
    <PrintPage tools={<a href="/stores/orders">{t("back")}</a>}>
      <h1 className="!text-[17pt]">{t("order.title", { shop: shop.site.name, supplier: supplier.name })}</h1>
      <p>{[spokenDay(toDay(view.today), true), supplier.mail].filter(Boolean).join(", ")}</p>
      {lines.length === 0 ? (
        <p className="mt-3">{t("order.none")}</p>
      ) : (
        <PrintTable
          rows={lines}
          keyOf={({ item }) => item}
          columns={[
            { name: t("order.item"), cell: ({ name }) => name },
            { name: t("order.packs"), right: true, cell: ({ packs }) => packs },
            { name: t("order.of"), cell: ({ packWords }) => packWords },
            { name: t("order.price"), right: true, cell: ({ packs, priceCents }) => moneySaid(packs * priceCents, shop.stores.currency) },
          ]}
          foot={
            <tr>
              <td colSpan={3} className="py-1 font-semibold">
                {t("order.sum")}
              </td>
              <td className="pr-3 text-right font-mono font-semibold text-[10pt]">{moneySaid(sum, shop.stores.currency)}</td>
            </tr>
          }
        />
      )}
    </PrintPage>
  );
}
