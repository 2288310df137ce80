import Papa from "papaparse";
import { type Day, isoDay, readDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { monthName } from "../../core/calendar/said.ts";
import { ESCAPE_FORMULAE } from "../../core/large/csv.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import { STATEMENTS } from "../../core/stores/fluids.ts";
import type { Item } from "../../core/stores/item.ts";
import { type Volatile, volatileGrams, volatileOf } from "../../core/stores/volatile.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { solventTally } from "../../ledger/runs.ts";
import { firstStockDay, letOut, letOutByItem } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

export type VolatileFluid = { item: Item; gPerMl: number; by: Volatile["by"]; statements: string[] };
export type OutRow = {
  day: string;
  item: string;
  itemName: string;
  machine: string | null;
  machineName: string;
  area: string;
  ml: number;
  grams: number;
};
export type SolventView = {
  seq: number;
  month: string;
  monthWords: string;
  months: string[];
  fluids: VolatileFluid[];
  rows: OutRow[];
  grams: number;
  yearGrams: number;
  byDay: { day: string; grams: number }[];
  byFluid: { name: string; ml: number; words: string; gPerMl: number; by: Volatile["by"]; grams: number }[];
  /** Used, but how much of it evaporates is not known: in none of the sums. */
  missing: { name: string; words: string }[];
  /** How much of the month the record holds: days before it began are no record. */
  record: "whole" | "part" | "none";
  recordFrom: string | null;
  byMachine: { name: string; grams: number }[];
  byArea: { name: string; grams: number }[];
  threshold: number | null;
  /** By the days gone by of the month, how it would end. */
  foreseen: number | null;
  over: "over" | "heading" | null;
  /** Solvent through channels of UV machines. */
  tally: { machine: string; channel: string; ml: number; times: number; last: string }[];
  rooms: { id: string; name: string; volumeM3: number; airChangesAnHour: number }[];
};

/** A month as it is asked for in an address; left out, the present one. @throws Refusal 400 @example monthAsked("2026-11") // "2026-11" */
export function monthAsked(text: string | null): string {
  if (text && (!/^\d{4}-(0[1-9]|1[0-2])$/.test(text) || readDay(`${text}-01`) === undefined))
    throw new Refusal(400, `“${text.slice(0, 40)}” is no month; expected one like 2026-11.`);
  return text ?? "";
}

export const monthOf = (day: Day): string => isoDay(day).slice(0, 7);

function span(month: string): { from: string; to: string } {
  const first = toDay(`${month}-01`);
  const next = monthOf(first + 31);
  const last = toDay(`${next}-01`) - 1;
  return { from: isoDay(first), to: isoDay(last) };
}

function outRows(shop: Shop, moves: Awaited<ReturnType<typeof letOut>>): OutRow[] {
  return moves.flatMap(({ item: id, machine, day, amount }) => {
    const item = shop.items.find((each) => each.id === id);
    const known = item && volatileOf(item, shop.items);
    if (!item || !known || known.gPerMl <= 0) return [];
    const at = shop.machines.find((each) => each.id === machine);
    return [
      {
        day,
        item: id,
        itemName: item.name,
        machine,
        machineName: at?.name ?? (machine ? machine : "no machine"),
        area: shop.areas.find((each) => each.id === at?.area)?.name ?? "no area",
        ml: amount,
        grams: volatileGrams(amount, known.gPerMl),
      },
    ];
  });
}

/** Volatile matter let out in a month, by what was used and spilt; of `month`, like `2026-11`. */
export async function solventView(db: Connection, actor: Actor, asked: string): Promise<SolventView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const month = /^\d{4}-(0[1-9]|1[0-2])$/.test(asked) && readDay(`${asked}-01`) !== undefined ? asked : monthOf(today);
  const { from, to } = span(month);
  const known = new Map(shop.items.map((item) => [item.id, volatileOf(item, shop.items)]));
  const fluids = shop.items.filter(({ id }) => (known.get(id)?.gPerMl ?? 0) > 0);
  const ids = shop.items.filter(({ group }) => group === "fluid" || group === "ink").map(({ id }) => id);
  const year = month.slice(0, 4);
  const uv = shop.machines.filter((machine) => machine.class === "uv").map(({ id }) => id);
  const solventSteps = [...shop.rules.book.values()].flatMap(({ id, effects }) =>
    effects?.solventStep ? [{ routine: id, step: effects.solventStep }] : [],
  );
  const [moves, wholeYear, seq, tally, recordFrom] = await Promise.all([
    letOut(db, shop.id, ids, from, to),
    letOutByItem(db, shop.id, ids, `${year}-01-01`, `${year}-12-31`),
    lastSeq(db, actor.site),
    solventTally(db, shop.id, uv, solventSteps),
    firstStockDay(db, shop.id),
  ]);
  const rows = outRows(shop, moves);
  const sum = (list: readonly { grams: number }[]) => list.reduce((all, { grams }) => all + grams, 0);
  const by = (key: (row: OutRow) => string) =>
    [...new Set(rows.map(key))]
      .map((name) => ({ name, grams: sum(rows.filter((row) => key(row) === name)) }))
      .sort((a, b) => b.grams - a.grams);
  const grams = sum(rows);
  const last = month === monthOf(today) ? today : toDay(to);
  const first = Math.max(toDay(from), recordFrom === null ? last + 1 : toDay(recordFrom));
  const gone = last - first + 1;
  const record = gone <= 0 ? "none" : first > toDay(from) ? "part" : "whole";
  const foreseen = month === monthOf(today) && gone > 0 && last < toDay(to) ? grams + (grams / gone) * (toDay(to) - last) : null;
  const threshold = shop.stores.volatileGramsAMonth ?? null;
  return {
    seq,
    month,
    monthWords: monthName(month),
    months: Array.from({ length: 13 }, (_, back) => monthOf(toDay(`${monthOf(today)}-15`) - Math.round(back * 30.44))),
    fluids: fluids.map((item) => ({
      item,
      gPerMl: known.get(item.id)?.gPerMl ?? 0,
      by: known.get(item.id)?.by ?? "guess",
      statements: (item.fluid?.statements ?? []).map((id) => `${id} ${STATEMENTS[id]}`),
    })),
    rows,
    grams,
    yearGrams: wholeYear.reduce((all, { item: id, amount }) => {
      return all + volatileGrams(amount, known.get(id)?.gPerMl ?? 0);
    }, 0),
    byDay: [...new Set(rows.map(({ day }) => day))].sort().map((day) => ({ day, grams: sum(rows.filter((row) => row.day === day)) })),
    byFluid: by((row) => row.item).map(({ name: id, grams: mine }) => {
      const item = shop.items.find((each) => each.id === id);
      const ml = rows.filter((row) => row.item === id).reduce((all, row) => all + row.ml, 0);
      return {
        name: item?.name ?? id,
        ml,
        words: amountWords(ml, "mL"),
        gPerMl: known.get(id)?.gPerMl ?? 0,
        by: known.get(id)?.by ?? "guess",
        grams: mine,
      };
    }),
    missing: [...new Set(moves.map(({ item: id }) => id))].flatMap((id) => {
      const item = shop.items.find((each) => each.id === id);
      if (!item || known.get(id) !== undefined) return [];
      const ml = moves.reduce((all, move) => all + (move.item === id ? move.amount : 0), 0);
      return [{ name: item.name, words: amountWords(ml, item.unit) }];
    }),
    record,
    recordFrom: recordFrom === null ? null : spokenDay(toDay(recordFrom)),
    byMachine: by((row) => row.machineName),
    byArea: by((row) => row.area),
    threshold,
    foreseen,
    over:
      threshold === null || record === "none"
        ? null
        : grams > threshold
          ? "over"
          : foreseen !== null && foreseen > threshold
            ? "heading"
            : null,
    tally: tally.map((row) => ({
      machine: shop.machines.find(({ id }) => id === row.machine)?.name ?? row.machine,
      channel: row.channel,
      ml: row.ml,
      times: row.times,
      last: spokenDay(toDay(row.last)),
    })),
    rooms: shop.areas.flatMap(({ id, name }) => {
      const room = shop.rooms.get(id);
      return room ? [{ id, name, volumeM3: room.volumeM3, airChangesAnHour: room.airChangesAnHour }] : [];
    }),
  };
}

export async function solventCsv(db: Connection, actor: Actor, month: string): Promise<{ name: string; text: string }> {
  const view = await solventView(db, actor, month);
  return {
    name: `volatile-${view.month}.csv`,
    text: Papa.unparse(
      {
        fields: ["day", "fluid", "machine", "area", "mL", "g a mL volatile", "grams"],
        data: view.rows.map(({ day, itemName, machineName, area, ml, grams }) => [
          day,
          itemName,
          machineName,
          area,
          ml.toFixed(1),
          (ml ? grams / ml : 0).toFixed(4),
          grams.toFixed(1),
        ]),
      },
      { escapeFormulae: ESCAPE_FORMULAE },
    ),
  };
}
