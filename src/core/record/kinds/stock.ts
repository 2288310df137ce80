import { type Day, readDay, spokenDay, toDay } from "../../calendar/day.ts";
import { channelsOf } from "../../fleet/channels.ts";
import { mayDo } from "../../safety/who-may.ts";
import { Refusal } from "../../shop/refusal.ts";
import { dayOf, itemOf, machineOf, personName } from "../../shop/shop.ts";
import { amountWords } from "../../stores/amount-words.ts";
import type { Item } from "../../stores/item.ts";
import { StockBody, type StockLine } from "../../stores/movement.ts";
import { differenceWords, type Held, useByOf } from "../../stores/shelf.ts";
import { whichFluid } from "../../stores/which-fluid.ts";
import { kind, type OrderLooks, type Told } from "../kind.ts";
import { listed } from "../said.ts";

const SAID: Record<StockBody["event"], string> = {
  received: "received",
  used: "used",
  counted: "counted",
  discarded: "thrown away",
  moved: "moved",
  opened: "opened",
  "last-box": "last box opened",
  "kit-opened": "kit opened",
};

/** Stock received, used, counted, thrown away, moved or opened. */
export default kind({
  name: "stock",
  body: StockBody,
  sent: true,
  amend: "replace",
  heldWhenAmended: true,
  held: heldStock,
  folds: {
    stock_move: [
      {
        each: "body -> 'lines'",
        columns: {
          line: "n::int",
          event: "body ->> 'event'",
          item: "v ->> 'item'",
          lot: "coalesce(v ->> 'lot', '')",
          place: "coalesce(v ->> 'place', '')",
          amount: `(v ->> 'amount')::numeric(16, 3) * CASE WHEN body ->> 'event' IN ('used', 'discarded', 'moved') THEN -1
            WHEN body ->> 'event' IN ('opened', 'last-box') THEN 0 WHEN body ->> 'event' = 'kit-opened' AND n = 1 THEN -1 ELSE 1 END`,
          counted: "body ->> 'event' = 'counted'",
          expiry: "(v ->> 'expiry')::date",
          channel: "v ->> 'channel'",
          order_id: "(body ->> 'order')::uuid",
          supplier: "body ->> 'supplier'",
          delivery: "body ->> 'delivery'",
        },
        rows: ({ body: { event, lines, order = null, supplier = null, delivery = null } }) =>
          lines.map(({ item, lot = "", place = "", amount, expiry = null, channel = null }, index) => ({
            line: index + 1,
            event,
            item,
            lot,
            place,
            amount: amount * wayOf(event, index),
            counted: event === "counted",
            expiry,
            channel,
            order_id: order,
            supplier,
            delivery,
          })),
      },
      {
        // What was moved comes to its new place.
        where: "body ->> 'event' = 'moved'",
        each: "body -> 'lines'",
        columns: {
          line: "n::int + 1000",
          event: "'moved'",
          item: "v ->> 'item'",
          lot: "coalesce(v ->> 'lot', '')",
          place: "coalesce(body ->> 'to', '')",
          amount: "(v ->> 'amount')::numeric(16, 3)",
          counted: "false",
          expiry: "(v ->> 'expiry')::date",
          channel: "NULL",
          order_id: "NULL::uuid",
          supplier: "NULL",
          delivery: "NULL",
        },
        rows: ({ body: { event, lines, to = "" } }) =>
          event === "moved"
            ? lines.map(({ item, lot = "", amount, expiry = null }, index) => ({
                line: index + 1001,
                event,
                item,
                lot,
                place: to,
                amount,
                counted: false,
                expiry,
                channel: null,
                order_id: null,
                supplier: null,
                delivery: null,
              }))
            : [],
      },
    ],
  },
  says({ event, lines, to, reason, note }, said) {
    const some = lines.slice(0, 6).map(({ item, amount, unit, lot, channel }) => {
      const much = event === "opened" || event === "last-box" ? "" : amountWords(amount, unit);
      return [said.name("item", item), much, lot && `lot ${lot}`, channel].filter(Boolean).join(" ");
    });
    const more = lines.length > 6 ? ` and ${lines.length - 6} more` : "";
    return listed(`${SAID[event]}: ${some.join(", ")}${more}`, to && `to ${to}`, reason, note);
  },
  words: ({ event, reason, note }) => [event, reason, note],
  samples: [
    { event: "received", lines: [{ item: "white", amount: 1000, unit: "mL", lot: "W1", expiry: "2027-06-01" }], delivery: "D1" },
    { event: "used", lines: [{ item: "swab", amount: 4, unit: "pieces" }] },
    { event: "counted", lines: [{ item: "white", amount: 800, unit: "mL", lot: "W1" }] },
    { event: "moved", lines: [{ item: "swab", amount: 10, unit: "pieces" }], to: "bench" },
    {
      event: "kit-opened",
      lines: [
        { item: "kit", amount: 1, unit: "pieces" },
        { item: "swab", amount: 20, unit: "pieces" },
      ],
    },
  ],
});

function wayOf(event: StockBody["event"], index: number): number {
  if (event === "used" || event === "discarded" || event === "moved") return -1;
  if (event === "opened" || event === "last-box") return 0;
  return event === "kit-opened" && index === 0 ? -1 : 1;
}

type StockTold = Told<StockBody>;
/** One line with all that it is held against. */
type Line = { line: StockLine; item: Item; lot: string; mine: readonly Held[]; today: Day; order: OrderLooks | undefined };

async function heldStock(told: StockTold): Promise<string | undefined> {
  const { body, shop, record } = told;
  if (body.event === "moved" && !body.to) throw new Refusal(400, "Where to? A move names the place that it goes to.");
  if (body.event === "discarded" && !body.reason) throw new Refusal(400, "Why is it thrown away? A reason goes with it.");
  const held = await record.stock([...new Set(body.lines.map(({ item }) => item))]);
  const order = body.order ? await record.order(body.order) : undefined;
  if (body.order && !order) throw new Refusal(404, "There is no such order.");
  const messages: string[] = [];
  const seen = new Set<string>();
  for (const [index, line] of body.lines.entries()) {
    const item = itemOf(shop, line.item);
    const lot = line.lot ?? "";
    heldLine(body, line, item);
    const key = `${line.item}/${lot}/${line.place ?? ""}/${line.channel ?? ""}`;
    if (seen.has(key)) throw new Refusal(400, `${item.name}${lot ? `, lot ${lot},` : ""} stands twice in this entry; put it down once.`);
    seen.add(key);
    const mine = held.filter((each) => each.item === line.item && each.lot === lot);
    const of = { line, item, lot, mine, today: dayOf(shop, told.happenedAt), order };
    if (body.event === "received") messages.push(...(await heldReceived(told, of)));
    if (body.event === "counted") messages.push(...(await heldCounted(told, of)));
    if (body.event === "used") messages.push(...heldUsed(told, of));
    if (["used", "discarded", "moved"].includes(body.event) || (body.event === "kit-opened" && index === 0)) {
      const there = mine.filter(({ place }) => place === (line.place ?? "")).reduce((sum, each) => sum + each.amount, 0);
      if (line.amount > there + 1e-9 && item.keeping !== "two-boxes")
        messages.push(
          `The record held ${amountWords(Math.max(0, there), item.unit)} of ${item.name}${lot ? `, lot ${lot}` : ""}: count it when you can.`,
        );
    }
  }
  if (body.event === "kit-opened") {
    const kit = itemOf(shop, body.lines[0]?.item ?? "");
    if (!kit.contents) throw new Refusal(400, `${kit.name} is no kit: it opens into nothing.`);
  }
  return messages.join(" ") || undefined;
}

function heldLine({ event }: StockBody, line: StockLine, item: Item): void {
  if (line.unit !== item.unit)
    throw new Refusal(400, `${item.name} is kept in ${item.unit}, not in ${line.unit}: enter the amount in ${item.unit}.`);
  if (item.keeping === "listed") throw new Refusal(400, `${item.name} is only listed; its stock is not kept.`);
  if (item.unit === "pieces" && !Number.isInteger(line.amount)) throw new Refusal(400, `${item.name} is counted in whole pieces.`);
  if (line.amount === 0 && !["counted", "opened", "last-box"].includes(event))
    throw new Refusal(400, `How much ${item.name}? The amount is above 0.`);
  if (item.keeping === "lot" && !line.lot && event !== "last-box") throw new Refusal(400, `Which lot of ${item.name}? It is kept by lot.`);
  if (event === "last-box" && item.keeping !== "two-boxes") throw new Refusal(400, `${item.name} is not kept as two boxes.`);
}

async function heldReceived({ id, body, shop, record }: StockTold, { line, item, lot, today, order }: Line): Promise<string[]> {
  const messages: string[] = [];
  const say = (amount: number) => amountWords(amount, item.unit);
  const expiry = lot && line.expiry ? await record.expiryElsewhere({ item: item.id, lot, not: id }) : undefined;
  if (expiry && expiry !== line.expiry)
    throw new Refusal(
      409,
      `Lot ${lot} of ${item.name} is known with the expiry ${expiry}, and one lot has one. Look at the label: is it another lot, or was the first one mistyped? Then amend that entry.`,
    );
  if (line.expiry && readDay(line.expiry) !== undefined && toDay(line.expiry) < today)
    messages.push(`${item.name}, lot ${lot}, came past its day (${line.expiry}): it will not be offered for use.`);
  if (body.delivery && !body.again) {
    const supplier = body.supplier ?? order?.supplier ?? null;
    const before = await record.deliveredBefore({ delivery: body.delivery, supplier, item: item.id, lot, not: id });
    if (before)
      throw new Refusal(
        409,
        `Delivery ${body.delivery} with ${item.name}${lot ? `, lot ${lot},` : ""} was entered on ${spokenDay(toDay(before.day))} by ${personName(shop, before.person)} already. If this is a second parcel under the same number, say so.`,
      );
  }
  const ordered = order?.body.lines.find((each) => each.item === item.id);
  const sum = (order?.received[item.id] ?? 0) + line.amount;
  if (order && !ordered) messages.push(`${item.name} is not in that order; it is kept all the same.`);
  else if (ordered && sum > ordered.amount + 1e-9) messages.push(`More ${item.name} than ordered: ${say(sum)} of ${say(ordered.amount)}.`);
  return messages;
}

async function heldCounted({ id, happenedAt, record }: StockTold, { line, item, lot }: Line): Promise<string[]> {
  const expected = await record.stockAt({ item: item.id, lot, place: line.place ?? "", at: happenedAt, not: id });
  const difference = differenceWords(line.amount, expected, item.unit);
  return difference ? [`${item.name}${lot ? `, lot ${lot}` : ""}: ${difference}`] : [];
}

function heldUsed({ body, machine: at, who, shop }: StockTold, { line, item, lot, mine, today }: Line): string[] {
  const messages: string[] = [];
  const maySupervise = mayDo(who.role, "release") && Boolean(body.reason);
  const known = mine.find(({ expiry }) => expiry !== null);
  const first = mine[0];
  const { useBy } = first ? useByOf(item, { ...first, expiry: known?.expiry ?? first.expiry }) : { useBy: null };
  if (useBy !== null && useBy < today) {
    if (!maySupervise)
      throw new Refusal(
        409,
        `Lot ${lot} of ${item.name} was to be used by ${spokenDay(useBy)}: take another. A supervisor can enter it with a reason, where it must be.`,
      );
    messages.push(`Lot ${lot} is past its day; ${who.name} let it be used.`);
  }
  const machine = at ? machineOf(shop, at) : undefined;
  if (item.fluid && machine && (line.part || line.channel)) {
    const fit = whichFluid(item.fluid.family, machine, line.part);
    if (fit.verdict === "refused" && !maySupervise) throw new Refusal(409, `${item.name} does not go there: ${fit.why}`);
    if (fit.verdict !== "fits") messages.push(fit.why);
  }
  if (line.channel && machine && !channelsOf(machine).some(({ id }) => id === line.channel))
    throw new Refusal(400, `${machine.name} has no channel ${line.channel.slice(0, 60)}.`);
  return messages;
}
