import { spawnSync } from "node:child_process";
import { sql } from "drizzle-orm";
import { uuidv7 } from "uuidv7";
import { toDay } from "../../src/core/calendar/day.ts";
import { ENTRY_KINDS, kindOf } from "../../src/core/record/entries.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { append } from "../../src/ledger/append.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { type Database, openDatabase } from "../../src/ledger/database.ts";
import { migrateDatabase } from "../../src/ledger/migrate.ts";
import { rebuildSite } from "../../src/ledger/projections.ts";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { board } from "../../src/work/board/board.ts";
import { search } from "../../src/work/record/search.ts";
import { foundSite } from "../../src/work/shop/fleet.ts";
import { APP_ROLE, ensureDatabase } from "../postgres.ts";
import { say } from "../say.ts";
import { measurePages } from "./explain.ts";
import { quantile, type Row } from "./measure.ts";

export const ENTRIES = 2_000_000;
const SITE = "bench";

/** A database of its own with two million entries, made once and kept. */
async function benchDatabase(): Promise<{ db: Database; url: string; close: () => Promise<void> }> {
  const urls = await ensureDatabase("zesty_bench");
  await migrateDatabase(urls.owner, process.env.DATABASE_URL ? undefined : APP_ROLE);
  const { db, pool } = openDatabase(urls.app, 4);
  const { rows } = await db.execute<{ seq: number }>(sql`SELECT seq FROM ledger_end WHERE site = ${SITE}`);
  if ((rows[0]?.seq ?? 0) < ENTRIES) {
    say(`Making ${ENTRIES.toLocaleString("en-GB")} entries (some minutes, once) …`);
    if (!rows[0]) await foundSite(db, SITE, demoHouse(toDay("2026-11-25")));
    await fill(db);
  }
  return { db, url: urls.app, close: () => pool.end() };
}

async function fill(db: Database): Promise<void> {
  const step = 100_000;
  for (;;) {
    const { rows } = await db.execute<{ seq: number }>(sql`SELECT seq FROM ledger_end WHERE site = ${SITE}`);
    const seq = rows[0]?.seq ?? 0;
    if (seq >= ENTRIES) break;
    const many = Math.min(step, ENTRIES - seq);
    await db.transaction(async (tx) => {
      await tx.execute(sql`
        INSERT INTO entry (site, seq, id, kind, machine, routine, person, happened_at, recorded_at, local_day, body, words)
        SELECT ${SITE}, n, gen_random_uuid(), kind, machine, CASE kind WHEN 'check' THEN 'R01' WHEN 'routine' THEN routine END, person, at, at, at::date,
          CASE kind WHEN 'check' THEN jsonb_build_object('channels', jsonb_build_array(jsonb_build_object('id', 'H1/K', 'missing', n % 4, 'weak', 0, 'deflected', 0, 'neighbours', false)))
            WHEN 'counter' THEN jsonb_build_object('counter', 'prints', 'value', n) WHEN 'note' THEN jsonb_build_object('text', 'batch ' || n % 997) ELSE '{"outcome": "done"}' END,
          kind || ' ' || machine || ' ' || person || CASE kind WHEN 'note' THEN ' batch ' || n % 997 ELSE '' END
        FROM (SELECT n, (ARRAY['routine','routine','routine','check','check','counter','note'])[1 + n % 7] AS kind,
            (ARRAY['sprat','smelt','shanny','goby','teal','wigeon','pochard','lamprey','gannet','plover','longshore','fathom','compass','dory','tally','stave'])[1 + n % 16] AS machine,
            (ARRAY['R02','R04','R07','R08','R10','R21','R16','R30'])[1 + (n / 7) % 8] AS routine,
            (ARRAY['bram','ngozi','ilse','tadeo','wren','mirko'])[1 + n % 6] AS person,
            timestamptz '2016-01-01' + n * interval '170 seconds' AS at
          FROM generate_series(${seq + 1}::bigint, ${seq + many}::bigint) n) g`);
      await tx.execute(sql`UPDATE ledger_end SET seq = ${seq + many} WHERE site = ${SITE}`);
    });
    say(`  ${(seq + many).toLocaleString("en-GB")}`);
  }
  await db.transaction((tx) => rebuildSite(tx, SITE));
  await db.execute(sql`VACUUM ANALYZE`).catch(() => db.execute(sql`ANALYZE`).catch(() => {}));
}

/** Pages of the ledger with two million entries behind them, beside the same query in psql. */
export async function ledgerBench(): Promise<Row[]> {
  const { db, url, close } = await benchDatabase();
  const filters = [
    {},
    { machine: "teal" },
    { person: "wren" },
    { person: "wren", machine: "dory" },
    { kind: "check" },
    { from: "2020-03-01", to: "2020-03-31" },
    { text: "batch 41" },
    { text: "teal" },
    { machine: "teal", text: "note" },
  ];
  const at = (index: number) => (index % 3 ? 1 + ((index * 7919 * 131) % ENTRIES) : undefined);
  const budget = "50 ms median, 150 ms at the 95th percentile";
  const actor = { site: SITE, personId: "ottoline", name: "O", role: "supervisor" as const, sessionId: "" };
  const typed = ["teal", "batch 41", "no", "note b", "wren", "gap", "ban", "squeak"];
  const rows = await measurePages(url, db, [
    {
      what: "a page of the ledger, 2 million entries, all filters",
      budget,
      times: 180,
      rounds: filters.length,
      each: (own, index) => ledgerPage(own, SITE, { ...filters[index % filters.length], before: at(index), limit: 51 }),
    },
    { what: "the Board's data, the same database", budget, times: 40, each: (own) => board(own, actor) },
    {
      what: "search from anywhere, the same database",
      budget: "100 ms",
      times: 80,
      rounds: typed.length,
      each: (own, index) => search(own, actor, typed[index % typed.length] ?? ""),
    },
    { what: "an entry of each kind kept, and taken back", budget: "beside it", times: 3, each: keepEachKind },
  ]);
  const psql = Array.from({ length: 20 }, (_, index) => {
    const query = `EXPLAIN (ANALYZE, TIMING OFF, SUMMARY ON) SELECT * FROM entry WHERE site = 'bench' AND machine = 'teal' AND seq < ${at(index + 1) ?? ENTRIES} ORDER BY seq DESC LIMIT 51`;
    const { stdout } = spawnSync("psql", [url, "-At", "-c", query], { encoding: "utf8" });
    return Number(/Execution Time: ([\d.]+)/.exec(stdout)?.[1] ?? Number.NaN);
  }).sort((a, b) => a - b);
  rows.push({
    what: "the same by machine in psql (execution)",
    budget: "beside it",
    measured: `median ${quantile(psql, 0.5).toFixed(1)} ms, 95th percentile ${quantile(psql, 0.95).toFixed(1)} ms`,
  });
  await close();
  return rows;
}

/** One entry of each kind, as an operator's tablet sends them, in one transaction that is taken back. */
async function keepEachKind(db: Database): Promise<void> {
  const takenBack = new Error("taken back");
  await db
    .transaction(async (tx) => {
      const at = new Date();
      const entries = ENTRY_KINDS.flatMap((kind) =>
        (kindOf(kind)?.samples ?? []).slice(0, 1).map((body) => ({
          id: uuidv7(),
          kind,
          machine: "teal",
          routine: "R21",
          run: kind === "run" ? uuidv7() : null,
          person: "bram",
          happenedAt: at,
          localDay: at.toISOString().slice(0, 10),
          body: body as Record<string, unknown>,
          words: "",
        })),
      );
      await append(tx, SITE, entries, at);
      throw takenBack;
    })
    .catch((error) => {
      if (error !== takenBack) throw error;
    });
}

/** All projections folded again from two million entries and held against what stands. */
export async function rebuildBench(): Promise<Row[]> {
  const { db, close } = await benchDatabase();
  const started = performance.now();
  const differences = await compareSite(db, SITE);
  await close();
  return [
    {
      what: "rebuild --check of 2 million entries",
      budget: "60 s",
      measured: `${((performance.now() - started) / 1000).toFixed(1)} s, ${differences.length ? "DIFFERENT" : "equal"}`,
    },
  ];
}
