import { isoDay, readDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { channelsOf } from "../../core/fleet/channels.ts";
import type { Person } from "../../core/fleet/schema.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import { mustNotMeet } from "../../core/stores/fluids.ts";
import { amountWords, type Item } from "../../core/stores/item.ts";
import type { AirBody, InkLevelBody, MixBody, OrderBody, StockBody, VesselBody, WasteOutBody } from "../../core/stores/movement.ts";
import { differenceWords, useByOf } from "../../core/stores/shelf.ts";
import { whichFluid } from "../../core/stores/which-fluid.ts";
import type { NewEntry } from "../../ledger/append.ts";
import type { Connection } from "../../ledger/database.ts";
import { deliveredBefore, expiryElsewhere, purchaseRow, stockAt, stockRows } from "../../ledger/stock.ts";
import { containerRows, endedRun } from "../../ledger/waste.ts";
import { Refusal } from "../refusal.ts";
import { dayAt, machineOf, personName, type Shop } from "../shop.ts";

/** Holds entries of the store against its settings and the record. @throws Refusal where they can't be true, or must not be done */
export async function heldStores(tx: Connection, shop: Shop, who: Person, made: NewEntry): Promise<string | undefined> {
  // Bodies passed their schema before.
  switch (made.kind) {
    case "stock":
      return heldStock(tx, shop, who, made, made.body as StockBody);
    case "mix":
      return heldMix(tx, shop, who, made, made.body as MixBody);
    case "order":
      return heldOrder(tx, shop, made.body as OrderBody);
    case "vessel":
      return heldVessel(tx, shop, made, made.body as VesselBody);
    case "waste-out":
      return heldWasteOut(tx, shop, made.body as WasteOutBody);
    case "ink-level":
      return heldInkLevel(shop, made, made.body as InkLevelBody);
    case "air": {
      const { area } = made.body as AirBody;
      if (!shop.areas.some(({ id }) => id === area)) throw new Refusal(400, `There is no area “${area.slice(0, 60)}” in this shop.`);
      return undefined;
    }
    default:
      return undefined;
  }
}

export function itemOf(shop: Shop, id: string): Item {
  const item = shop.items.find((each) => each.id === id);
  if (!item) throw new Refusal(400, `There is no item “${id.slice(0, 60)}” in the store.`);
  return item;
}

async function heldStock(tx: Connection, shop: Shop, who: Person, made: NewEntry, body: StockBody): Promise<string | undefined> {
  const messages: string[] = [];
  const today = dayAt(shop, made.happenedAt);
  const maySupervise = mayDo(who.role, "release");
  if (body.event === "moved" && !body.to) throw new Refusal(400, "Where to? A move names the place that it goes to.");
  if (body.event === "discarded" && !body.reason) throw new Refusal(400, "Why is it thrown away? A reason goes with it.");
  const held = await stockRows(tx, shop.id, [...new Set(body.lines.map(({ item }) => item))], true);
  const order = body.order ? await purchaseRow(tx, shop.id, body.order) : undefined;
  if (body.order && !order) throw new Refusal(404, "There is no such order.");
  const seen = new Set<string>();
  for (const [index, line] of body.lines.entries()) {
    const item = itemOf(shop, line.item);
    const lot = line.lot ?? "";
    const say = (amount: number) => amountWords(amount, item.unit);
    if (line.unit !== item.unit)
      throw new Refusal(400, `${item.name} is kept in ${item.unit}, not in ${line.unit}: enter the amount in ${item.unit}.`);
    if (item.keeping === "listed") throw new Refusal(400, `${item.name} is only listed; its stock is not kept.`);
    if (item.unit === "pieces" && !Number.isInteger(line.amount)) throw new Refusal(400, `${item.name} is counted in whole pieces.`);
    if (line.amount === 0 && !["counted", "opened", "last-box"].includes(body.event))
      throw new Refusal(400, `How much ${item.name}? The amount is above 0.`);
    if (item.keeping === "lot" && !lot && body.event !== "last-box")
      throw new Refusal(400, `Which lot of ${item.name}? It is kept by lot.`);
    if (body.event === "last-box" && item.keeping !== "two-boxes") throw new Refusal(400, `${item.name} is not kept as two boxes.`);
    const key = `${line.item}/${lot}/${line.place ?? ""}/${line.channel ?? ""}`;
    if (seen.has(key)) throw new Refusal(400, `${item.name}${lot ? `, lot ${lot},` : ""} stands twice in this entry; put it down once.`);
    seen.add(key);
    const mine = held.filter((each) => each.item === line.item && each.lot === lot);
    const known = mine.find(({ expiry }) => expiry !== null);
    if (body.event === "received") {
      const expiry = lot && line.expiry ? await expiryElsewhere(tx, shop.id, { item: item.id, lot, not: made.id }) : undefined;
      if (expiry && expiry !== line.expiry)
        throw new Refusal(
          409,
          `Lot ${lot} of ${item.name} is known with the expiry ${expiry}, and one lot has one. Look at the label: is it another lot, or was the first one mistyped? Then amend that entry.`,
        );
      if (line.expiry && readDay(line.expiry) !== undefined && toDay(line.expiry) < today)
        messages.push(`${item.name}, lot ${lot}, came past its day (${line.expiry}): it will not be offered for use.`);
      if (body.delivery && !body.again) {
        const before = await deliveredBefore(tx, shop.id, {
          delivery: body.delivery,
          supplier: body.supplier ?? order?.supplier ?? null,
          item: item.id,
          lot,
          not: made.id,
        });
        if (before)
          throw new Refusal(
            409,
            `Delivery ${body.delivery} with ${item.name}${lot ? `, lot ${lot},` : ""} was entered on ${spokenDay(toDay(before.day))} by ${personName(shop, before.person)} already. If this is a second parcel under the same number, say so.`,
          );
      }
      const ordered = order?.body.lines.find((each) => each.item === item.id);
      if (order && !ordered) messages.push(`${item.name} is not in that order; it is kept all the same.`);
      else if (ordered && (order?.received[item.id] ?? 0) + line.amount > ordered.amount + 1e-9)
        messages.push(`More ${item.name} than ordered: ${say((order?.received[item.id] ?? 0) + line.amount)} of ${say(ordered.amount)}.`);
    }
    if (body.event === "counted") {
      const expected = await stockAt(tx, shop.id, { item: item.id, lot, place: line.place ?? "", at: made.happenedAt, not: made.id });
      const difference = differenceWords(line.amount, expected, item.unit);
      if (difference) messages.push(`${item.name}${lot ? `, lot ${lot}` : ""}: ${difference}`);
    }
    if (body.event === "used") {
      const first = mine[0];
      const { useBy } = first ? useByOf(item, { ...first, expiry: known?.expiry ?? first.expiry }) : { useBy: null };
      if (useBy !== null && useBy < today && !(maySupervise && body.reason))
        throw new Refusal(
          409,
          `Lot ${lot} of ${item.name} was to be used by ${spokenDay(useBy)}: take another. A supervisor can enter it with a reason, where it must be.`,
        );
      if (useBy !== null && useBy < today) messages.push(`Lot ${lot} is past its day; ${who.name} let it be used.`);
      if (item.fluid && made.machine && (line.part || line.channel)) {
        const fit = whichFluid(item.fluid.family, machineOf(shop, made.machine), line.part);
        if (fit.verdict === "refused" && !(maySupervise && body.reason))
          throw new Refusal(409, `${item.name} does not go there: ${fit.why}`);
        if (fit.verdict !== "fits") messages.push(fit.why);
      }
      if (line.channel && made.machine && !channelsOf(machineOf(shop, made.machine)).some(({ id }) => id === line.channel))
        throw new Refusal(400, `${machineOf(shop, made.machine).name} has no channel ${line.channel.slice(0, 60)}.`);
    }
    if (["used", "discarded", "moved"].includes(body.event) || (body.event === "kit-opened" && index === 0)) {
      const there = mine.filter(({ place }) => place === (line.place ?? "")).reduce((sum, each) => sum + each.amount, 0);
      if (line.amount > there + 1e-9 && item.keeping !== "two-boxes")
        messages.push(`The record held ${say(Math.max(0, there))} of ${item.name}${lot ? `, lot ${lot}` : ""}: count it when you can.`);
    }
  }
  if (body.event === "kit-opened") {
    const kit = itemOf(shop, body.lines[0]?.item ?? "");
    if (!kit.contents) throw new Refusal(400, `${kit.name} is no kit: it opens into nothing.`);
  }
  return messages.join(" ") || undefined;
}

async function heldMix(tx: Connection, shop: Shop, who: Person, made: NewEntry, body: MixBody): Promise<string | undefined> {
  const item = itemOf(shop, body.item);
  if (item.unit !== "mL") throw new Refusal(400, `${item.name} is not kept in mL, so it can't be mixed.`);
  const today = dayAt(shop, made.happenedAt);
  const parts = body.parts.map((part) => ({ ...part, of: itemOf(shop, part.item) }));
  const held = await stockRows(tx, shop.id, [...parts.map(({ item: id }) => id), body.item], true);
  parts.forEach((a, index) => {
    for (const b of parts.slice(index + 1)) {
      const [one, other] = [a.of.fluid?.family, b.of.fluid?.family];
      if (!one || !other)
        throw new Refusal(400, `${(one ? b : a).of.name} is no fluid of the store; give it a family in its settings first.`);
      const why = mustNotMeet(one, other);
      if (why) throw new Refusal(409, `These must not be mixed: ${why}`);
    }
  });
  for (const { of, lot = "", ml, place = "" } of parts) {
    if (of.keeping === "lot" && !lot) throw new Refusal(400, `Which lot of ${of.name}? It is kept by lot.`);
    const mine = held.filter((each) => each.item === of.id && each.lot === lot);
    const first = mine[0];
    const { useBy } = first ? useByOf(of, first) : { useBy: null };
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
    throw new Refusal(409, `There is a batch ${body.lot} already; reckon it once more for the next number.`);
  if (toDay(body.useBy) < today) throw new Refusal(400, `It would be past its day (${isoDay(toDay(body.useBy))}) when it is made.`);
  return undefined;
}

async function heldOrder(tx: Connection, shop: Shop, body: OrderBody): Promise<string | undefined> {
  if (body.event === "closed") {
    const order = body.of ? await purchaseRow(tx, shop.id, body.of) : undefined;
    if (!order) throw new Refusal(404, "There is no such order.");
    return order.closedAt ? "This order was closed already." : undefined;
  }
  if (!body.supplier || !shop.suppliers.some(({ id }) => id === body.supplier))
    throw new Refusal(400, "From which supplier? There is none of that name.");
  if (!body.lines?.length) throw new Refusal(400, "What is ordered? An order has a line at least.");
  for (const { item: id, packs, amount } of body.lines) {
    const item = itemOf(shop, id);
    if (Math.abs(packs * item.pack - amount) > 1e-6)
      throw new Refusal(
        400,
        `${packs} packs of ${item.name} are ${amountWords(packs * item.pack, item.unit)}, not ${amountWords(amount, item.unit)}.`,
      );
    if (packs < item.minPacks) throw new Refusal(400, `${item.name} is ordered by ${item.minPacks} packs at least.`);
  }
  return undefined;
}

async function heldVessel(tx: Connection, shop: Shop, made: NewEntry, body: VesselBody): Promise<string | undefined> {
  const machine = machineOf(shop, made.machine ?? "");
  const vessel = machine.waste?.find(({ id }) => id === body.vessel);
  if (!vessel) throw new Refusal(404, `${machine.name} has no waste vessel “${body.vessel.slice(0, 60)}”.`);
  for (const ml of [body.ml, body.beforeMl])
    if (ml !== undefined && ml > vessel.volumeMl)
      throw new Refusal(400, `${machine.name}'s ${vessel.kind} holds ${vessel.volumeMl} mL to the brim, so not ${Math.round(ml)} mL.`);
  if (body.event === "level" && body.ml === undefined) throw new Refusal(400, "How much is in it? A look gives a level.");
  const isCartridge = vessel.kind === "cartridge" || vessel.kind === "borderless-cartridge";
  if (body.event === "emptied") {
    if (isCartridge) throw new Refusal(400, "A cartridge is replaced, or repacked and then reset; it is not emptied by itself.");
    if (body.into !== undefined) {
      const container = shop.containers.find(({ id }) => id === body.into);
      if (!container) throw new Refusal(404, `There is no container “${body.into.slice(0, 60)}” in the house.`);
      const there = (await containerRows(tx, shop.id)).find((each) => each.container === body.into)?.ml ?? 0;
      const more = Math.max(0, (body.beforeMl ?? 0) - (body.ml ?? 0));
      if (there + more > container.volumeMl)
        throw new Refusal(
          409,
          `${container.name} has room for ${amountWords(Math.max(0, container.volumeMl - there), "mL")}, and this is ${amountWords(more, "mL")}: take another, or have it picked up first.`,
        );
    }
    return body.into === undefined ? "Where it was emptied to is not said: the year's report will miss it." : undefined;
  }
  if (body.event === "reset") {
    if (!isCartridge) throw new Refusal(400, "Only a counted cartridge has a counter to reset.");
    const run = body.proof ? await endedRun(tx, shop.id, body.proof) : undefined;
    if (run?.routine !== "R44" || run.machine !== machine.id)
      throw new Refusal(
        409,
        "A counter is reset only after the cartridge was really emptied and repacked: name the ended run of R44. A reset without it floods the machine.",
      );
  }
  if (body.event === "replaced" && !isCartridge) throw new Refusal(400, `A ${vessel.kind} is emptied, not replaced.`);
  return undefined;
}

async function heldWasteOut(tx: Connection, shop: Shop, body: WasteOutBody): Promise<string | undefined> {
  const container = shop.containers.find(({ id }) => id === body.container);
  if (!container) throw new Refusal(404, `There is no container “${body.container.slice(0, 60)}” in the house.`);
  if (body.ml > container.volumeMl * 1.001)
    throw new Refusal(400, `${container.name} holds ${amountWords(container.volumeMl, "mL")}, so not ${amountWords(body.ml, "mL")}.`);
  const there = (await containerRows(tx, shop.id)).find((each) => each.container === body.container)?.ml ?? 0;
  return Math.abs(there - body.ml) > 0.1 * container.volumeMl
    ? `By the emptyings it held ${amountWords(Math.max(0, there), "mL")}; you entered ${amountWords(body.ml, "mL")}. Both are kept.`
    : undefined;
}

function heldInkLevel(shop: Shop, made: NewEntry, body: InkLevelBody): undefined {
  const machine = machineOf(shop, made.machine ?? "");
  const known = new Set(channelsOf(machine).map(({ id }) => id));
  const strange = body.channels.find(({ channel }) => !known.has(channel));
  if (strange) throw new Refusal(400, `${machine.name} has no channel ${strange.channel.slice(0, 60)}.`);
}
