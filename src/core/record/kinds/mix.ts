import { isoDay, spokenDay, toDay } from "../../calendar/day.ts";
import { mayDo } from "../../safety/who-may.ts";
import { Refusal } from "../../shop/refusal.ts";
import { dayOf, itemOf } from "../../shop/shop.ts";
import { amountWords } from "../../stores/amount-words.ts";
import { mustNotMeet } from "../../stores/fluids.ts";
import { MixBody } from "../../stores/movement.ts";
import { useByOf } from "../../stores/shelf.ts";
import { kind, type Told } from "../kind.ts";

/** A batch mixed in the shop: what went in leaves stock, and the batch is a lot. */
export default kind({
  name: "mix",
  body: MixBody,
  sent: true,
  held: heldMix,
  folds: {
    stock_move: [
      {
        columns: {
          line: "0",
          event: "'mixed'",
          item: "body ->> 'item'",
          lot: "body ->> 'lot'",
          place: "''",
          amount: "(body ->> 'amountMl')::numeric(16, 3)",
          counted: "false",
          expiry: "(body ->> 'useBy')::date",
          routine: "NULL",
          channel: "NULL",
          order_id: "NULL::uuid",
          supplier: "NULL",
          delivery: "NULL",
        },
        rows: ({ body: { item, lot, amountMl, useBy } }) => [
          { line: 0, event: "mixed", item, lot, place: "", amount: amountMl, counted: false, expiry: useBy, ...NOTHING },
        ],
      },
      {
        each: "body -> 'parts'",
        columns: {
          line: "n::int",
          event: "'mixed in'",
          item: "v ->> 'item'",
          lot: "coalesce(v ->> 'lot', '')",
          place: "coalesce(v ->> 'place', '')",
          amount: "-(v ->> 'ml')::numeric(16, 3)",
          counted: "false",
          expiry: "NULL::date",
          routine: "NULL",
          channel: "NULL",
          order_id: "NULL::uuid",
          supplier: "NULL",
          delivery: "NULL",
        },
        rows: ({ body: { parts } }) =>
          parts.map(({ item, lot = "", place = "", ml }, index) => ({
            line: index + 1,
            event: "mixed in",
            item,
            lot,
            place,
            amount: -ml,
            counted: false,
            expiry: null,
            ...NOTHING,
          })),
      },
    ],
  },
  says: ({ item, lot, amountMl, parts }, said) =>
    `mixed ${amountWords(amountMl, "mL")} of ${said.name("item", item)}, lot ${lot}: ${parts.map((part) => `${said.name("item", part.item)} ${amountWords(part.ml, "mL")}`).join(", ")}`,
  words: ({ note }) => [note],
  samples: [
    {
      item: "cap-mix",
      lot: "M1",
      amountMl: 1000,
      useBy: "2027-01-01",
      parts: [
        { item: "water", ml: 900 },
        { item: "concentrate", lot: "C1", ml: 100 },
      ],
    },
  ],
});

const NOTHING = { routine: null, channel: null, order_id: null, supplier: null, delivery: null };

async function heldMix({ body, who, shop, record, happenedAt }: Told<MixBody>): Promise<string | undefined> {
  const item = itemOf(shop, body.item);
  if (item.unit !== "mL") throw new Refusal(400, `${item.name} is not kept in mL, so it can't be mixed.`);
  const today = dayOf(shop, happenedAt);
  const parts = body.parts.map((part) => ({ ...part, of: itemOf(shop, part.item) }));
  const held = await record.stock([...parts.map(({ item: id }) => id), body.item]);
  for (const [index, a] of parts.entries())
    for (const b of parts.slice(index + 1)) {
      const [one, other] = [a.of.fluid?.family, b.of.fluid?.family];
      if (!one || !other)
        throw new Refusal(400, `${(one ? b : a).of.name} is no fluid of the store; give it a family in its settings first.`);
      const why = mustNotMeet(one, other);
      if (why) throw new Refusal(409, `These must not be mixed: ${why}`);
    }
  for (const { of, lot = "", ml, place = "" } of parts) {
    if (of.keeping === "lot" && !lot) throw new Refusal(400, `Which lot of ${of.name}? It is kept by lot.`);
    const mine = held.filter((each) => each.item === of.id && each.lot === lot);
    const { useBy } = mine[0] ? useByOf(of, mine[0]) : { useBy: null };
    if (useBy !== null && useBy < today && !mayDo(who.role, "release"))
      throw new Refusal(409, `Lot ${lot} of ${of.name} was to be used by ${spokenDay(useBy)}.`);
    const there = mine.filter((each) => each.place === place).reduce((sum, each) => sum + each.amount, 0);
    if (ml > there + 0.5 && of.keeping !== "two-boxes" && of.keeping !== "listed")
      throw new Refusal(
        409,
        `The record holds ${amountWords(Math.max(0, there), "mL")} of ${of.name}${lot ? `, lot ${lot}` : ""}; the batch takes ${amountWords(ml, "mL")}. Count it first if there is more.`,
      );
  }
  const sum = parts.reduce((all, { ml }) => all + ml, 0);
  if (Math.abs(sum - body.amountMl) > 0.02 * sum)
    throw new Refusal(400, `The parts make ${amountWords(sum, "mL")}, not ${amountWords(body.amountMl, "mL")}.`);
  if (held.some((each) => each.item === body.item && each.lot === body.lot))
    throw new Refusal(409, `There is a batch ${body.lot} already; open the bench again for the next number.`);
  if (toDay(body.useBy) < today) throw new Refusal(400, `It would be past its day (${isoDay(toDay(body.useBy))}) when it is made.`);
  return undefined;
}
