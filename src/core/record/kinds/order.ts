import { Refusal } from "../../shop/refusal.ts";
import { itemOf } from "../../shop/shop.ts";
import { amountWords } from "../../stores/amount-words.ts";
import { OrderBody } from "../../stores/movement.ts";
import { kind } from "../kind.ts";

/** An order placed, or closed: no more of it will come. */
export default kind({
  name: "order",
  body: OrderBody,
  sent: true,
  act: "plan",
  async held({ body, shop, record }) {
    if (body.event === "closed") {
      const order = body.of ? await record.order(body.of) : undefined;
      if (!order) throw new Refusal(404, "There is no such order.");
      return order.closedAt ? "This order was closed already." : undefined;
    }
    if (!body.supplier || !shop.suppliers.some(({ id }) => id === body.supplier))
      throw new Refusal(400, "From which supplier? There is none of that name.");
    if (!body.lines?.length) throw new Refusal(400, "What is ordered? An order has a line at least.");
    for (const { item: id, packs, amount } of body.lines) {
      const item = itemOf(shop, id);
      const say = (much: number) => amountWords(much, item.unit);
      if (Math.abs(packs * item.pack - amount) > 1e-6)
        throw new Refusal(400, `${packs} packs of ${item.name} are ${say(packs * item.pack)}, not ${say(amount)}.`);
      if (packs < item.minPacks) throw new Refusal(400, `${item.name} is ordered by ${item.minPacks} packs at least.`);
    }
    return undefined;
  },
  folds: {
    purchase: [
      {
        as: "opened",
        where: "body ->> 'event' = 'placed'",
        columns: { supplier: "body ->> 'supplier'", placed_at: "happened_at", day: "local_day", body: "body" },
        rows: ({ happenedAt, localDay, body }) =>
          body.event === "placed" ? [{ supplier: body.supplier ?? null, placed_at: happenedAt, day: localDay, body }] : [],
      },
      {
        as: "closed",
        where: "body ->> 'event' = 'closed'",
        columns: { closed_at: "happened_at", closed_why: "body ->> 'reason'" },
        rows: ({ happenedAt, body }) => (body.event === "closed" ? [{ closed_at: happenedAt, closed_why: body.reason ?? null }] : []),
      },
    ],
  },
  says: ({ event, supplier, lines = [], reason }, said) =>
    event === "closed"
      ? `no more of an order is expected: ${reason ?? ""}`
      : `ordered from ${said.name("supplier", supplier ?? "")}: ${lines.map(({ item, packs }) => `${packs} × ${said.name("item", item)}`).join(", ")}`,
  words: ({ reason, note }) => [reason, note],
  samples: [
    { event: "placed", supplier: "pell", lines: [{ item: "white", packs: 2, amount: 2000, priceCents: 5000 }] },
    { event: "closed", of: "01930000-0000-7000-8000-000000000001", reason: "sold out" },
  ],
});
