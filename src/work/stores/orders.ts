import Papa from "papaparse";
import { isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { ESCAPE_FORMULAE } from "../../core/large/csv.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import type { Item, Unit } from "../../core/stores/item.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { purchaseRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { type Demand, demand, leadDaysOf } from "./demand.ts";

export type OrderLine = {
  item: string;
  name: string;
  unit: Unit;
  pack: number;
  packWords: string;
  packs: number;
  minPacks: number;
  priceCents: number;
  orderOn: string | null;
  /** To order today; otherwise it is foreseen. */
  now: boolean;
  dayWords: string;
  why: string[];
};
export type OpenOrder = {
  id: string;
  day: string;
  dayWords: string;
  person: string;
  supplier: string;
  supplierName: string;
  expected: string;
  late: boolean;
  lines: {
    item: string;
    name: string;
    unit: Unit;
    keeping: Item["keeping"];
    ordered: number;
    orderedWords: string;
    received: number;
    restWords: string;
    rest: number;
  }[];
  closed: string | null;
};
export type OrdersView = {
  seq: number;
  today: string;
  suppliers: { id: string; name: string; leadDays: number; mail: string | null; lines: OrderLine[]; mailText: string }[];
  open: OpenOrder[];
  past: OpenOrder[];
};

/** Looked ahead for what will be ordered soon. */
const SOON_DAYS = 14;

/** What is to be ordered from whom, what is on its way, what came. */
export async function ordersView(db: Connection, actor: Actor): Promise<OrdersView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const [asked, seq, recent] = await Promise.all([demand(db, shop), lastSeq(db, actor.site), purchaseRows(db, shop.id, 25)]);
  const suppliers = [...shop.suppliers, { id: "", name: "Without a supplier", leadDays: 7, mail: undefined }].map((supplier) => {
    const lines = linesOf(shop, asked, supplier.id);
    return {
      id: supplier.id,
      name: supplier.name,
      leadDays: supplier.leadDays,
      mail: supplier.mail ?? null,
      lines,
      mailText: mailText(
        shop,
        lines.filter(({ now }) => now),
      ),
    };
  });
  const orders = [...asked.open, ...recent.filter(({ id }) => !asked.open.some((each) => each.id === id))].map((row): OpenOrder => {
    const name = shop.suppliers.find(({ id }) => id === row.supplier)?.name ?? row.supplier;
    const lead = Math.max(
      0,
      ...row.body.lines.map(({ item: id }) => leadDaysOf(shop, shop.items.find((each) => each.id === id) ?? NO_ITEM)),
    );
    const lines = row.body.lines.map(({ item: id, amount }) => {
      const item = shop.items.find((each) => each.id === id);
      const received = row.received[id] ?? 0;
      const unit = item?.unit ?? "pieces";
      return {
        item: id,
        name: item?.name ?? id,
        unit,
        keeping: item?.keeping ?? "counted",
        ordered: amount,
        orderedWords: amountWords(amount, unit),
        received,
        rest: Math.max(0, amount - received),
        restWords: amountWords(Math.max(0, amount - received), unit),
      };
    });
    const whole = lines.every(({ rest }) => rest <= 1e-9);
    return {
      id: row.id,
      day: row.day,
      dayWords: spokenDay(toDay(row.day)),
      person: personName(shop, row.person),
      supplier: row.supplier,
      supplierName: name,
      expected: spokenDay(toDay(row.day) + lead),
      late: toDay(row.day) + lead < today,
      lines,
      closed: row.closedAt ? (row.closedWhy ?? "closed") : whole ? "all came" : null,
    };
  });
  return {
    seq,
    today: isoDay(today),
    suppliers: suppliers.filter(({ lines }) => lines.length > 0),
    open: orders.filter(({ closed }) => closed === null),
    past: orders.filter(({ closed }) => closed !== null).slice(0, 20),
  };
}

const NO_ITEM = { leadDays: 7 } as Item;

function linesOf(shop: Shop, { advice }: Demand, supplier: string): OrderLine[] {
  const today = dayAt(shop);
  return shop.items
    .filter((item) => (item.supplier ?? "") === supplier)
    .flatMap((item): OrderLine[] => {
      const about = advice.get(item.id);
      if (!about || about.orderOn === null || about.orderOn > today + SOON_DAYS || about.packsThen === 0) return [];
      const now = about.packs > 0;
      return [
        {
          item: item.id,
          name: item.name,
          unit: item.unit,
          pack: item.pack,
          packWords: amountWords(item.pack, item.unit),
          packs: about.packsThen,
          minPacks: item.minPacks,
          priceCents: item.priceCents,
          orderOn: isoDay(about.orderOn),
          now,
          dayWords: now ? "now" : spokenDay(about.orderOn),
          why: about.why,
        },
      ];
    })
    .sort((a, b) => Number(b.now) - Number(a.now) || ((a.orderOn ?? "") < (b.orderOn ?? "") ? -1 : 1));
}

function mailText(shop: Shop, lines: readonly OrderLine[]): string {
  if (lines.length === 0) return "";
  return [
    `Order of ${shop.site.name}`,
    "",
    ...lines.map(({ name, packs, packWords }) => `${packs} × ${packWords}  ${name}`),
    "",
    "Please confirm day and price. Thank you.",
    shop.site.name,
  ].join("\n");
}

/** The order list of one supplier, or of all, as CSV; formulas of spreadsheets are made harmless. */
export async function ordersCsv(db: Connection, actor: Actor, supplier: string | null): Promise<string> {
  const { suppliers } = await ordersView(db, actor);
  const rows = suppliers
    .filter(({ id }) => supplier === null || id === supplier)
    .flatMap(({ name, lines }) =>
      lines.map((line) => ({
        supplier: name,
        item: line.name,
        packs: line.packs,
        pack: line.packWords,
        price: ((line.packs * line.priceCents) / 100).toFixed(2),
        order: line.orderOn ?? "",
        now: line.now ? "yes" : "no",
        why: line.why.join("; "),
      })),
    );
  return Papa.unparse(
    { fields: ["supplier", "item", "packs", "pack", "price", "order", "now", "why"], data: rows },
    { escapeFormulae: ESCAPE_FORMULAE },
  );
}
