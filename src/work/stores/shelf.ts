import { plannedClosures } from "../../core/calendar/closures-ahead.ts";
import { isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import { channelsOf } from "../../core/fleet/channels.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import type { Item, Unit } from "../../core/stores/item.ts";
import { expiringWithin, type Lot, lotsInOrder, usable } from "../../core/stores/shelf.ts";
import { type CurvePoint, stockByDay } from "../../core/stores/stock-curve.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { moveRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { calendarAt, dayAt, loadShop } from "../shop/shop.ts";
import { demand, leadDaysOf } from "./demand.ts";

export type LotView = {
  lot: string;
  place: string;
  amount: number;
  words: string;
  useBy: string | null;
  useByWords: string | null;
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
  orderWords: string | null;
  /** To order now, soon, or neither. */
  state: ShelfState;
  /** From today to the order's day, and what a delivery takes, in days. */
  orderInDays: number | null;
  leadDays: number;
  /** Of an ink as it is on the machines. */
  colour: string | null;
  supplier: string | null;
  packs: number;
  minPacks: number;
  pack: number;
  packWords: string;
  priceCents: number;
  why: string[];
  onOrder: number;
};
export type ShelfState = "order" | "low" | "fine";
export type ShelfView = {
  seq: number;
  today: string;
  /** Days from today on which each closure ahead begins and ends. */
  closures: { from: number; to: number; words: string }[];
  /** Dates along the days ahead. */
  days: { in: number; words: string }[];
  suppliers: { id: string; name: string; mail: string | null }[];
  rows: ShelfRow[];
  all: number;
  page: number;
  pages: number;
  groups: Item["group"][];
  find: string;
  group: string;
  counts: { order: number; low: number; fine: number; expired: number; soon: number };
};

const PAGE = 60;
const SOON_DAYS = 21;
/** What is to be ordered within so many days is low. */
const LOW_DAYS = 21;
/** The picture of the days ahead. */
const [SHOWN_DAYS, MARK_DAYS] = [56, 14];

export const lotView = (item: Item, lot: Lot): LotView => ({
  lot: lot.lot,
  place: lot.place,
  amount: lot.amount,
  words: amountWords(lot.amount, item.unit),
  useBy: lot.useBy === null ? null : isoDay(lot.useBy),
  useByWords: lot.useBy === null ? null : spokenDay(lot.useBy),
  why: lot.why,
  expired: lot.expired,
  opened: lot.openedOn,
});

const STATES: readonly ShelfState[] = ["order", "low", "fine"];

/** The shelf: what is there, in which lots, how long it lasts. A page at a time. */
export async function shelfView(db: Connection, actor: Actor, asked: { page: number; find: string; group: string }): Promise<ShelfView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const [{ advice, held }, seq] = await Promise.all([demand(db, shop), lastSeq(db, actor.site)]);
  const today = dayAt(shop);
  const colourOf = new Map(shop.machines.flatMap((machine) => channelsOf(machine).map(({ ink, colour }) => [ink, colour] as const)));
  const rows = shop.items.map((item): ShelfRow => {
    const lots = lotsInOrder(item, held, today).filter(({ amount, lot }) => amount !== 0 || lot === "");
    const amount = usable(lots);
    const about = advice.get(item.id);
    const flags: ShelfRow["flags"] = [];
    if (about && about.packs > 0) flags.push({ kind: "order", words: `order ${about.packs} × ${amountWords(item.pack, item.unit)}` });
    const expired = lots.filter((lot) => lot.expired && lot.amount > 0);
    if (expired.length) flags.push({ kind: "expired", words: `${expired.map(({ lot }) => `lot ${lot}`).join(", ")} expired` });
    const soon = expiringWithin(lots, today, SOON_DAYS);
    if (soon.length)
      flags.push({
        kind: "soon",
        words: `${soon.map(({ lot, useBy }) => `${lot ? `lot ${lot}` : "it"} by ${spokenDay(useBy ?? today)}`).join(", ")}`,
      });
    const below = lots.filter((lot) => lot.amount < 0);
    if (below.length)
      flags.push({
        kind: "below",
        words: `${below.map(({ lot }) => (lot ? `lot ${lot}` : "it")).join(", ")}: more was taken than it held. Count it`,
      });
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
      orderWords: about?.orderOn == null ? null : spokenDay(about.orderOn),
      state:
        about && about.packs > 0
          ? "order"
          : about?.orderOn != null && about.orderOn <= today + LOW_DAYS && about.packsThen > 0
            ? "low"
            : "fine",
      orderInDays: about?.orderOn == null ? null : about.orderOn - today,
      leadDays: leadDaysOf(shop, item),
      colour: (item.ink && colourOf.get(item.ink)) ?? null,
      supplier: item.supplier ?? null,
      packs: about?.packsThen ?? 0,
      minPacks: item.minPacks,
      pack: item.pack,
      packWords: amountWords(item.pack, item.unit),
      priceCents: item.priceCents,
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
  // Equal days stand as the shop lists its items.
  wanted.sort(
    (a, b) =>
      STATES.indexOf(a.state) - STATES.indexOf(b.state) ||
      (a.coverDays ?? 999) - (b.coverDays ?? 999) ||
      (a.orderInDays ?? 999) - (b.orderInDays ?? 999),
  );
  const pages = Math.max(1, Math.ceil(wanted.length / PAGE));
  const page = Math.min(Math.max(1, asked.page), pages);
  const count = (kind: string) => rows.filter(({ flags }) => flags.some((flag) => flag.kind === kind)).length;
  const inState = (state: ShelfState) => rows.filter((row) => row.state === state).length;
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
    closures: plannedClosures(shop.calendar.closures ?? [], today).map(({ from, to }) => ({
      from: toDay(from) - today,
      to: toDay(to) - today + 1,
      words: `${spokenDay(toDay(from))} – ${spokenDay(toDay(to))}`,
    })),
    days: Array.from({ length: SHOWN_DAYS / MARK_DAYS }, (_, index) => index * MARK_DAYS).map((ahead) => ({
      in: ahead,
      words: spokenDay(today + ahead)
        .split(" ")
        .slice(1)
        .join(" "),
    })),
    suppliers: shop.suppliers.map(({ id, name, mail }) => ({ id, name, mail: mail ?? null })),
    counts: {
      order: inState("order"),
      low: inState("low"),
      fine: inState("fine"),
      expired: count("expired"),
      soon: count("soon"),
    },
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
  /** What was there at the end of each day, and what is expected from today on. */
  past: CurvePoint[];
  ahead: CurvePoint[];
  safety: number;
  today: number;
  coverDays: number | null;
  orderInDays: number | null;
  orderWords: string | null;
  packs: number;
  packWords: string;
  why: string[];
  planned: { routine: string; machine: string; times: number; words: string }[];
  moves: MoveView[];
  /** Where the next page begins. */
  more: string | null;
};

const MOVES = 40;
/** The curve shows so many days back and ahead, from at most so many movements. */
const [CURVE_DAYS, CURVE_MOVES] = [60, 5000];

/** One item: its lots, what it is needed for, and each movement, a page at a time. */
export async function itemView(db: Connection, actor: Actor, id: string, before: string | null): Promise<ItemView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const item = shop.items.find((each) => each.id === id);
  if (!item) throw new Refusal(404, "There is no such item in Stores.");
  const today = dayAt(shop);
  const [at = "", entry = ""] = before?.split("~") ?? [];
  if (before && (Number.isNaN(Date.parse(at)) || !/^[0-9a-f-]{36}$/.test(entry)))
    throw new Refusal(400, "This is not a place in the list of movements.");
  const [{ advice, planned, held }, moves, seq, all] = await Promise.all([
    demand(db, shop),
    moveRows(db, shop.id, { item: id, ...(before ? { before: { at, id: entry } } : {}), limit: MOVES + 1 }),
    lastSeq(db, actor.site),
    moveRows(db, shop.id, { item: id, limit: CURVE_MOVES }),
  ]);
  const about = advice.get(id);
  const lots = lotsInOrder(item, held, today);
  const last = moves[MOVES - 1];
  return {
    seq,
    item,
    supplier: shop.suppliers.find((each) => each.id === item.supplier)?.name ?? null,
    lots: lots.map((lot) => lotView(item, lot)),
    amount: amountWords(usable(lots), item.unit),
    past: stockByDay(
      all.reverse().map(({ day, lot, place, amount, counted }) => ({ day: toDay(day), lot, place, amount, counted })),
      today - CURVE_DAYS,
      today,
    ),
    ahead: (about?.ahead ?? []).slice(0, CURVE_DAYS).map((amount, index) => ({ day: today + index, amount })),
    safety: about?.safety ?? 0,
    today,
    coverDays: about?.coverDays ?? null,
    orderInDays: about?.orderOn == null ? null : about.orderOn - today,
    orderWords: about?.orderOn == null ? null : spokenDay(about.orderOn),
    packs: about?.packs ?? 0,
    packWords: amountWords(item.pack, item.unit),
    why: about?.why ?? [],
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
  when: `${spokenDay(calendarAt(shop, move.happenedAt))} ${clockTime(move.happenedAt, shop.site.timeZone)}`,
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
