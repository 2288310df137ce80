import { spawnSync } from "node:child_process";
import { sql } from "drizzle-orm";
import { uuidv7 } from "uuidv7";
import { localDay } from "../../src/core/calendar/site-time.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { storeSettings } from "../../src/demo/store-items.ts";
import { type Database, openDatabase } from "../../src/ledger/database.ts";
import { migrateDatabase } from "../../src/ledger/migrate.ts";
import { rebuildSite } from "../../src/ledger/projections.ts";
import { board } from "../../src/work/board/board.ts";
import { record } from "../../src/work/record/record.ts";
import { foundSite } from "../../src/work/shop/fleet.ts";
import { airView } from "../../src/work/stores/air.ts";
import { monthView } from "../../src/work/stores/month.ts";
import { ordersView } from "../../src/work/stores/orders.ts";
import { itemView, shelfView } from "../../src/work/stores/shelf.ts";
import { solventView } from "../../src/work/stores/solvent.ts";
import { AirIntake } from "../../src/work/stores/take-air.ts";
import { wasteView } from "../../src/work/stores/waste.ts";
import { APP_ROLE, ensureDatabase } from "../postgres.ts";
import { say } from "../say.ts";
import { measure, quantile, type Row } from "./measure.ts";

const SITE = "bench";
const MOVES = 500_000;
const READINGS = 500_000;

/** A database of its own with a million movements and readings over two years, made once and kept. */
async function storesDatabase(): Promise<{ db: Database; url: string; close: () => Promise<void> }> {
  const urls = await ensureDatabase("zesty_bench_stores");
  await migrateDatabase(urls.owner, process.env.DATABASE_URL ? undefined : APP_ROLE);
  const { db, pool } = openDatabase(urls.app, 4);
  const { rows } = await db.execute<{ seq: number }>(sql`SELECT seq FROM ledger_end WHERE site = ${SITE}`);
  if ((rows[0]?.seq ?? 0) < MOVES) {
    say(`Making ${(MOVES + READINGS).toLocaleString("en-GB")} movements and readings (a minute or two, once) …`);
    const today = localDay(new Date(), { timeZone: "Europe/Lisbon" });
    if (!rows[0]) await foundSite(db, SITE, demoHouse(today), undefined, storeSettings());
    await fill(db);
  }
  return { db, url: urls.app, close: () => pool.end() };
}

async function fill(db: Database): Promise<void> {
  await db.transaction(async (tx) => {
    const { rows } = await tx.execute<{ seq: number }>(sql`SELECT seq FROM ledger_end WHERE site = ${SITE}`);
    const seq = rows[0]?.seq ?? 0;
    // Received by lots of a quarter's use, used in between, counted now and then.
    await tx.execute(sql`
      INSERT INTO entry (site, seq, id, kind, machine, routine, person, happened_at, recorded_at, local_day, body, words)
      SELECT ${SITE}, ${seq}::bigint + n, gen_random_uuid(), 'stock', CASE WHEN event = 'used' THEN machine END, CASE WHEN event = 'used' AND n % 3 > 0 THEN 'R17' END, 'bram', at, at, at::date,
        jsonb_build_object('event', event, 'lines', jsonb_build_array(jsonb_strip_nulls(jsonb_build_object('item', item, 'amount', CASE event WHEN 'received' THEN 25000 WHEN 'counted' THEN 9000 ELSE 10 END,
          'unit', 'mL', 'lot', CASE WHEN item IN ('distilled-water', 'glass-cleaner') THEN NULL ELSE 'L' || n / 25000 END)))), 'stock'
      FROM (SELECT n, CASE WHEN n % 2500 = 1 THEN 'received' WHEN n % 5000 = 2 THEN 'counted' ELSE 'used' END AS event,
          (ARRAY['aqueous-cleaner','uv-cleaner','solvent-cleaner','coder-solvent','alcohol','distilled-water','glass-cleaner','capping-concentrate','storage-liquid'])[1 + (n / 2500 + n) % 9] AS item,
          (ARRAY['sprat','smelt','shanny','goby','teal','wigeon','pochard','lamprey','gannet','plover','longshore','fathom','compass','dory','tally','stave'])[1 + n % 16] AS machine,
          now() - interval '730 days' + n * interval '126 seconds' AS at
        FROM generate_series(1, ${MOVES}::bigint) n) g`);
    await tx.execute(sql`UPDATE ledger_end SET seq = ${seq + MOVES} WHERE site = ${SITE}`);
    await tx.execute(sql`
      INSERT INTO room_reading (site, area, sensor, at, celsius, humidity)
      SELECT ${SITE}, (ARRAY['film','garment','flatbed','roll','packing'])[1 + n % 5], 'wall', date_trunc('minute', now()) - (n / 5) * interval '1 minute', 20 + (n % 17) * 0.1, 40 + (n % 131) * 0.1
      FROM generate_series(0, ${READINGS - 1}::bigint) n ON CONFLICT DO NOTHING`);
    await tx.execute(sql`
      INSERT INTO room_hour (site, area, hour, celsius, humidity, readings)
      SELECT ${SITE}, area, date_trunc('hour', at), avg(celsius), avg(humidity), count(*)::int FROM room_reading WHERE site = ${SITE} GROUP BY 2, 3`);
    await rebuildSite(tx, SITE);
  });
  await db.execute(sql`VACUUM ANALYZE`).catch(() => db.execute(sql`ANALYZE`).catch(() => {}));
}

/** The store's pages with a million movements and readings behind them, beside plain queries in psql; and a sensor that floods. */
export async function storesBench(): Promise<Row[]> {
  const { db, url, close } = await storesDatabase();
  const actor = { site: SITE, personId: "ottoline", name: "O", role: "supervisor" as const, sessionId: "" };
  const budget = "50 ms median, 150 ms at the 95th percentile";
  const month = new Date().toISOString().slice(0, 7);
  const areas = ["film", "garment", "flatbed", "roll", "packing"];
  const pages: [string, (index: number) => Promise<unknown>][] = [
    ["the shelf", (index) => shelfView(db, actor, { page: 1 + (index % 2), find: "", group: "" })],
    ["an item and its movements", (index) => itemView(db, actor, ["alcohol", "coder-solvent", "distilled-water"][index % 3] ?? "", null)],
    ["orders", () => ordersView(db, actor)],
    ["waste", () => wasteView(db, actor)],
    ["solvent of a month", () => solventView(db, actor, month)],
    ["a month's costs", () => monthView(db, actor, month)],
    ["room air, 7 days minute by minute", (index) => airView(db, actor, { area: areas[index % 5] ?? "", days: 7, to: "" })],
    ["room air, 90 days", (index) => airView(db, actor, { area: areas[index % 5] ?? "", days: 90, to: "" })],
    ["the Board's data", () => board(db, actor)],
  ];
  const rows: Row[] = [];
  for (const [what, work] of pages)
    rows.push({ what: `${what}, 1 million movements and readings`, budget, measured: await measure(40, work) });
  const used = () => ({
    id: uuidv7(),
    kind: "stock",
    machine: "teal",
    happenedAt: new Date().toISOString(),
    body: { event: "used", lines: [{ item: "alcohol", amount: 1, unit: "mL", lot: "L19" }] },
  });
  rows.push({
    what: "a movement kept, the same database",
    budget: "–",
    measured: await measure(40, () => record(db, { site: SITE, actor }, { entries: [used()] })),
  });
  const psql = (what: string, query: string): Row => {
    const all = Array.from({ length: 20 }, () => {
      const { stdout } = spawnSync("psql", [url, "-At", "-c", `EXPLAIN (ANALYZE, TIMING OFF, SUMMARY ON) ${query}`], { encoding: "utf8" });
      return Number(/Execution Time: ([\d.]+)/.exec(stdout)?.[1] ?? Number.NaN);
    }).sort((a, b) => a - b);
    return {
      what: `psql: ${what}`,
      budget: "beside it",
      measured: `median ${quantile(all, 0.5).toFixed(1)} ms, 95th percentile ${quantile(all, 0.95).toFixed(1)} ms`,
    };
  };
  rows.push(
    psql(
      "an item's last movements",
      "SELECT * FROM stock_move WHERE site = 'bench' AND item = 'alcohol' ORDER BY happened_at DESC, entry_id DESC LIMIT 41",
    ),
    psql(
      "what was used in 26 weeks",
      "SELECT item, (current_date - day) / 7, sum(amount) FROM stock_day WHERE site = 'bench' AND event <> 'discarded' AND day > current_date - 182 GROUP BY 1, 2",
    ),
    psql(
      "7 days of one area's air",
      "SELECT * FROM room_reading WHERE site = 'bench' AND area = 'film' AND at > now() - interval '7 days' ORDER BY at",
    ),
  );
  const intake = new AirIntake(db, SITE);
  const payload = Buffer.from(JSON.stringify({ celsius: 20, humidity: 45, sensor: "mad" }));
  const started = performance.now();
  for (let message = 0; message < 60_000; message++) intake.offer("film", payload);
  const offered = performance.now() - started;
  const before = performance.now();
  await intake.keep();
  rows.push({
    what: "a minute of a sensor that floods, 1,000 messages a second",
    budget: "bounded",
    measured: `${(offered / 60).toFixed(1)} ms a second taken in, ${(performance.now() - before).toFixed(0)} ms to keep what came`,
  });
  await close();
  return rows;
}
