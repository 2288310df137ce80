import { notFound } from "next/navigation";
import { moneySaid } from "../../../core/calendar/said.ts";
import { PrintNow } from "../../../ui/paper/print-now.tsx";
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
    <main className="mx-auto max-w-3xl bg-white px-6 py-6 text-black">
      <div className="mb-4 print:hidden">
        <PrintNow />
      </div>
      <h1>
        {shop.site.name}: order to {supplier.name}
      </h1>
      <p>
        {view.today}; {supplier.mail}
      </p>
      <table className="mt-4 w-full">
        <thead>
          <tr className="border-black border-b text-left">
            <th className="py-1">Item</th>
            <th className="text-right">Packs</th>
            <th className="pl-3">of</th>
            <th className="text-right">Price</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ item, name, packs, packWords, priceCents }) => (
            <tr key={item} className="border-neutral-400 border-b">
              <td className="py-1">{name}</td>
              <td className="figure text-right">{packs}</td>
              <td className="figure pl-3">{packWords}</td>
              <td className="figure text-right">{moneySaid(packs * priceCents)}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td colSpan={3} className="py-1 font-semibold">
              By the prices last known
            </td>
            <td className="figure text-right font-semibold">{moneySaid(sum)}</td>
          </tr>
        </tfoot>
      </table>
      {lines.length === 0 && <p className="mt-3">Nothing is to be ordered there today.</p>}
    </main>
  );
}
