import Papa from "papaparse";
import { isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { ESCAPE_FORMULAE } from "../../core/large/csv.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName } from "../../core/shop/shop.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import type { WasteOutBody } from "../../core/stores/movement.ts";
import type { VesselView } from "../../core/stores/waste/vessel-view.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { runsOf } from "../../ledger/runs.ts";
import { containerRows, outRows } from "../../ledger/waste.ts";
import { type Actor, authorise } from "../actor.ts";
import { factsNow } from "../facts/due.ts";
import { wasteRoutines } from "../facts/vessels.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

export type VesselRow = VesselView & { name: string; area: string; cartridge: boolean; proofs: { run: string; words: string }[] };
export type ContainerView = {
  id: string;
  name: string;
  kind: string;
  volumeMl: number;
  ml: number;
  words: string;
  since: string | null;
  percent: number;
  /** A pick-up took more than the record held. */
  more: { day: string; words: string; byWords: string } | null;
};
export type OutView = {
  id: string;
  day: string;
  container: string;
  words: string;
  ml: number;
  taker: string;
  papers: string;
  person: string;
};
export type WasteView = { seq: number; year: number; vessels: VesselRow[]; containers: ContainerView[]; out: OutView[] };

/** A pick-up is asked about for so long, and from so much of the container on: less is how drums are read. */
const [ASKED_DAYS, ASKED_SHARE] = [60, 0.05];

/** Vessels at the machines, containers of the house, and what left it this year. */
export async function wasteView(db: Connection, actor: Actor): Promise<WasteView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const year = Number(isoDay(today).slice(0, 4));
  const repacking = shop.machines.filter(({ policies }) => policies?.cartridge === "repack").map(({ id }) => id);
  const [{ vessels }, contents, out, seq, repacked] = await Promise.all([
    factsNow(db, shop, shop.machines),
    containerRows(db, shop.id),
    outRows(db, shop.id, `${year}-01-01`, `${year}-12-31`),
    lastSeq(db, actor.site),
    runsOf(db, shop.id, wasteRoutines(shop, "resets"), repacking, isoDay(today - 30)),
  ]);
  return {
    seq,
    year,
    vessels: shop.machines.flatMap((machine): VesselRow[] => {
      const view = vessels.get(machine.id);
      if (!view) return [];
      return [
        {
          ...view,
          name: machine.name,
          area: shop.areas.find(({ id }) => id === machine.area)?.name ?? "",
          cartridge: view.kind.endsWith("cartridge"),
          proofs: repacked
            .filter((run) => run.machine === machine.id)
            .map((run) => ({ run: run.run, words: `repacked ${spokenDay(toDay(run.day))} by ${personName(shop, run.person)}` })),
        },
      ];
    }),
    containers: shop.containers.map(({ id, name, kind, volumeMl }) => {
      const row = contents.find(({ container }) => container === id);
      const ml = row?.ml ?? 0;
      const more = row?.more ?? null;
      return {
        id,
        name,
        kind,
        volumeMl,
        ml,
        words: amountWords(ml, "mL"),
        since: row?.since ? spokenDay(toDay(row.since)) : null,
        percent: Math.round((ml / volumeMl) * 100),
        more:
          more && toDay(more.day) > today - ASKED_DAYS && more.byMl > ASKED_SHARE * volumeMl
            ? { day: spokenDay(toDay(more.day)), words: amountWords(more.ml, "mL"), byWords: amountWords(more.byMl, "mL") }
            : null,
      };
    }),
    out: out.map((row) => {
      // Its body passed its schema when it was written.
      const body = row.body as WasteOutBody;
      return {
        id: row.id,
        day: row.day,
        container: shop.containers.find(({ id }) => id === row.container)?.name ?? row.container,
        words: amountWords(row.ml, "mL"),
        ml: row.ml,
        taker: body.taker,
        papers: body.papers,
        person: personName(shop, row.person),
      };
    }),
  };
}

export type WasteYear = { year: number; site: string; rows: OutView[]; byKind: { kind: string; words: string; times: number }[] };

/** A year of waste that left the house, for whoever asks for it. @throws Refusal */
export async function wasteYear(db: Connection, actor: Actor, year: number): Promise<WasteYear> {
  authorise(actor, "look");
  if (!Number.isInteger(year) || year < 2000 || year > 2200) throw new Refusal(400, "Which year? Expected one like 2026.");
  const shop = await loadShop(db, actor.site);
  const rows = await outRows(db, shop.id, `${year}-01-01`, `${year}-12-31`);
  const kindOf = (id: string) => shop.containers.find((each) => each.id === id)?.kind ?? "other waste";
  const kinds = [...new Set(rows.map(({ container }) => kindOf(container)))].sort();
  return {
    year,
    site: shop.site.name,
    rows: rows.map((row) => {
      const body = row.body as WasteOutBody;
      return {
        id: row.id,
        day: row.day,
        container: `${shop.containers.find(({ id }) => id === row.container)?.name ?? row.container} (${kindOf(row.container)})`,
        words: amountWords(row.ml, "mL"),
        ml: row.ml,
        taker: body.taker,
        papers: body.papers,
        person: personName(shop, row.person),
      };
    }),
    byKind: kinds.map((kind) => {
      const mine = rows.filter(({ container }) => kindOf(container) === kind);
      return {
        kind,
        times: mine.length,
        words: amountWords(
          mine.reduce((sum, { ml }) => sum + ml, 0),
          "mL",
        ),
      };
    }),
  };
}

export async function wasteYearCsv(db: Connection, actor: Actor, year: number): Promise<string> {
  const { rows } = await wasteYear(db, actor, year);
  return Papa.unparse(
    {
      fields: ["day", "container", "litres", "taker", "papers", "entered by"],
      data: rows.map(({ day, container, ml, taker, papers, person }) => [day, container, (ml / 1000).toFixed(2), taker, papers, person]),
    },
    { escapeFormulae: ESCAPE_FORMULAE },
  );
}
