import { isoDay, spokenDay } from "../../core/calendar/day.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import type { Item, Unit } from "../../core/stores/item.ts";
import { expiringWithin, type Lot, lotsInOrder, usable } from "../../core/stores/shelf.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { moveRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { demand } from "./demand.ts";

export type LotView = {
  lot: string;
  place: string;
  amount: number;
  words: string;
  useBy: string | null;
  why: string;
  expired: boolean;
  opened: string | null;
};
export type ShelfRow = {
  id: string;
  name: string;
  group: Item["group"];
  unit: Unit;
  keeping: Item["keeping"];
  place: string;
  amount: number;
  words: string;
  lots: LotView[];
  /** What asks to be looked at, in short. */
  flags: { kind: "order" | "expired" | "soon" | "below" | "wasted"; words: string }[];
  coverDays: number | null;
  orderOn: string | null;
  why: string[];
  onOrder: number;
};
export type ShelfView = {
  seq: number;
  today: string;
  rows: ShelfRow[];
  all: number;
  page: number;
  pages: number;
  groups: Item["group"][];
  find: string;
  group: string;
  counts: { order: number; expired: number; soon: number };
};

const PAGE = 30;
const SOON_DAYS = 21;

export const lotView = (item: Item, lot: Lot): LotView => ({
  lot: lot.lot,
  place: lot.place,
  amount: lot.amount,
  words: amountWords(lot.amount, item.unit),
  useBy: lot.useBy === null ? null : isoDay(lot.useBy),
  why: lot.why,
  expired: lot.expired,
  opened: lot.openedOn,
});

/** The shelf: what is there, in which lots, how long it lasts. A page at a time. */
export async function shelfView(db: Connection, actor: Actor, asked: { page: number; find: string; group: string }): Promise<ShelfView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const [{ advice, held }, seq] = await Promise.all([demand(db, shop), lastSeq(db, actor.site)]);
  const today = dayAt(shop);
  const rows = shop.items.map((item): ShelfRow => {
    const lots = lotsInOrder(item, held, today).filter(({ amount, lot }) => amount !== 0 || lot === "");
    const amount = usable(lots);
    const about = advice.get(item.id);
    const flags: ShelfRow["flags"] = [];
    if (about && about.packs > 0) flags.push({ kind: "order", words: `order ${about.packs} × ${amountWords(item.pack, item.unit)}` });
    const expired = lots.filter((lot) => lot.expired && lot.amount > 0);
    if (expired.length) flags.push({ kind: "expired", words: `${expired.map(({ lot }) => `lot ${lot}`).join(", ")} past its day` });
    const soon = expiringWithin(lots, today, SOON_DAYS);
    if (soon.length)
      flags.push({
        kind: "soon",
        words: `${soon.map(({ lot, useBy }) => `${lot ? `lot ${lot}` : "it"} by ${spokenDay(useBy ?? today)}`).join(", ")}`,
      });
    if (lots.some((lot) => lot.amount < 0)) flags.push({ kind: "below", words: "more taken than the record held: count it" });
    if (about?.wasted.length)
      flags.push({
        kind: "wasted",
        words: `${amountWords(
          about.wasted.reduce((sum, each) => sum + each.amount, 0),
          item.unit,
        )} will expire unused`,
      });
    return {
      id: item.id,
      name: item.name,
      group: item.group,
      unit: item.unit,
      keeping: item.keeping,
      place: item.place,
      amount,
      words:
        item.keeping === "two-boxes"
          ? about && about.orderOn !== null
            ? "last box open"
            : "two boxes"
          : item.keeping === "listed"
            ? "not counted"
            : amountWords(amount, item.unit),
      lots: lots.map((lot) => lotView(item, lot)),
      flags,
      coverDays: about?.coverDays ?? null,
      orderOn: about?.orderOn === null || about?.orderOn === undefined ? null : isoDay(about.orderOn),
      why: about?.why ?? [],
      onOrder: about?.onOrder ?? 0,
    };
  });
  const find = asked.find.trim().toLowerCase();
  const wanted = rows.filter(
    (row) =>
      (!asked.group || row.group === asked.group || row.flags.some(({ kind }) => kind === asked.group)) &&
      (!find || `${row.name} ${row.place} ${row.lots.map(({ lot }) => lot).join(" ")}`.toLowerCase().includes(find)),
  );
  const pages = Math.max(1, Math.ceil(wanted.length / PAGE));
  const page = Math.min(Math.max(1, asked.page), pages);
  const count = (kind: string) => rows.filter(({ flags }) => flags.some((flag) => flag.kind === kind)).length;
  return {
    seq,
    today: isoDay(today),
    rows: wanted.slice((page - 1) * PAGE, page * PAGE),
    all: wanted.length,
    page,
    pages,
    groups: [...new Set(shop.items.map(({ group }) => group))],
    find: asked.find,
    group: asked.group,
    counts: { order: count("order"), expired: count("expired"), soon: count("soon") },
  };
}

export type MoveView = {
  id: string;
  line: number;
  when: string;
  event: string;
  words: string;
  lot: string;
  machine: string | null;
  person: string;
};
export type ItemView = {
  seq: number;
  item: Item;
  supplier: string | null;
  lots: LotView[];
  amount: string;
  why: string[];
  planned: { routine: string; machine: string; times: number; words: string }[];
  moves: MoveView[];
  /** Where the next page begins. */
  more: string | null;
};

const MOVES = 40;

/** One item: its lots, what it is needed for, and each movement, a page at a time. */
export async function itemView(db: Connection, actor: Actor, id: string, before: string | null): Promise<ItemView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const item = shop.items.find((each) => each.id === id);
  if (!item) throw new Refusal(404, "There is no such item in the store.");
  const today = dayAt(shop);
  const [at = "", entry = ""] = before?.split("~") ?? [];
  if (before && (Number.isNaN(Date.parse(at)) || !/^[0-9a-f-]{36}$/.test(entry)))
    throw new Refusal(400, "This is no place in the list of movements.");
  const [{ advice, planned, held }, moves, seq] = await Promise.all([
    demand(db, shop),
    moveRows(db, shop.id, { item: id, ...(before ? { before: { at, id: entry } } : {}), limit: MOVES + 1 }),
    lastSeq(db, actor.site),
  ]);
  const lots = lotsInOrder(item, held, today);
  const last = moves[MOVES - 1];
  return {
    seq,
    item,
    supplier: shop.suppliers.find((each) => each.id === item.supplier)?.name ?? null,
    lots: lots.map((lot) => lotView(item, lot)),
    amount: amountWords(usable(lots), item.unit),
    why: advice.get(id)?.why ?? [],
    planned: (planned.get(id)?.from ?? [])
      .sort((a, b) => b.amount - a.amount)
      .slice(0, 12)
      .map(({ routine, machine, times, amount }) => ({
        routine: shop.rules.book.get(routine)?.name ?? routine,
        machine: shop.machines.find((each) => each.id === machine)?.name ?? machine,
        times,
        words: amountWords(amount, item.unit),
      })),
    moves: moves.slice(0, MOVES).map((move) => moveView(shop, item, move)),
    more: moves.length > MOVES && last ? `${last.happenedAt.toISOString()}~${last.entryId}` : null,
  };
}

const moveView = (shop: Shop, item: Item, move: Awaited<ReturnType<typeof moveRows>>[number]): MoveView => ({
  id: move.entryId,
  line: move.line,
  when: `${spokenDay(dayAt(shop, move.happenedAt))} ${clockTime(move.happenedAt, shop.site.timeZone)}`,
  event: move.event,
  words:
    move.event === "counted"
      ? `${amountWords(move.amount, item.unit)} there`
      : move.amount === 0
        ? ""
        : `${move.amount > 0 ? "+" : "−"}${amountWords(Math.abs(move.amount), item.unit)}`,
  lot: move.lot,
  machine: move.machine ? (shop.machines.find(({ id }) => id === move.machine)?.name ?? move.machine) : null,
  person: personName(shop, move.person),
});
