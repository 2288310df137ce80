import { isoDay } from "../../core/calendar/day.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName } from "../../core/shop/shop.ts";
import { contentLine, hazardLines } from "../../core/stores/mixing.ts";
import type { MixBody } from "../../core/stores/movement.ts";
import { lotsInOrder } from "../../core/stores/shelf.ts";
import type { Connection } from "../../ledger/database.ts";
import { mixOf, stockRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

export type LabelView = {
  name: string;
  lot: string;
  content: string | null;
  mixed: boolean;
  date: string | null;
  by: string | null;
  useBy: string | null;
  hazards: string[];
};

/** What stands on the label of a lot. @throws Refusal 404 */
export async function labelView(db: Connection, actor: Actor, id: string, lot: string): Promise<LabelView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const item = shop.items.find((each) => each.id === id);
  if (!item) throw new Refusal(404, "There is no such item in the store.");
  const rows = await stockRows(db, shop.id, [id], true);
  const held = lotsInOrder(item, rows, dayAt(shop)).find((each) => each.lot === lot);
  if (!held && lot) throw new Refusal(404, `There is no lot ${lot.slice(0, 60)} of ${item.name}.`);
  const mix = lot ? await mixOf(db, shop.id, id, lot) : undefined;
  const body = mix?.body as MixBody | undefined;
  const parts = (body?.parts ?? []).map((part) => ({ ...part, of: shop.items.find((each) => each.id === part.item) }));
  return {
    name: item.name,
    lot,
    content: parts.length ? contentLine(parts.map(({ of, item: part, ml }) => ({ name: of?.name ?? part, ml }))) : null,
    mixed: mix !== undefined,
    date: mix?.day ?? held?.receivedOn ?? null,
    by: mix ? personName(shop, mix.person) : null,
    useBy: held?.useBy === null || held?.useBy === undefined ? null : isoDay(held.useBy),
    hazards: hazardLines(parts.length ? parts.map(({ of }) => of) : [item]),
  };
}
