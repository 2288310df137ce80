import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { drizzle } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import pg from "pg";
import { expect, test } from "vitest";
import { dropDatabase, ensureDatabase } from "../../commands/postgres.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { openDatabase } from "../../src/ledger/database.ts";
import { migrateDatabase } from "../../src/ledger/migrate.ts";

/** Databases that earlier states left behind, with entries, brought up to date: nothing is lost, and each projection is what the ledger says. */

const FOLDER = "src/ledger/migrations";
const own = process.env.DATABASE_URL;

/** The database as it was after so many migrations. */
async function databaseOf(name: string, migrations: number): Promise<{ app: string; owner: string }> {
  delete process.env.DATABASE_URL;
  const urls = await ensureDatabase(name).finally(() => {
    process.env.DATABASE_URL = own;
  });
  const folder = mkdtempSync(join(tmpdir(), "zesty-upgrade-"));
  cpSync(FOLDER, folder, { recursive: true });
  const journal = join(folder, "meta/_journal.json");
  const { entries, ...rest } = JSON.parse(readFileSync(journal, "utf8"));
  writeFileSync(journal, JSON.stringify({ ...rest, entries: entries.slice(0, migrations) }));
  const client = new pg.Client({ connectionString: urls.owner });
  await client.connect();
  await migrate(drizzle(client), { migrationsFolder: folder });
  await client.query(readFileSync("tests/fixtures/kept-entries.sql", "utf8"));
  // Where the ledger's end is kept had another name once.
  const { rows } = await client.query("SELECT to_regclass('site_head') IS NOT NULL AS old");
  await client.query(`INSERT INTO ${rows[0].old ? "site_head" : "ledger_end"} (site, seq) VALUES ('old', 9)`);
  await client.end();
  rmSync(folder, { recursive: true });
  return urls;
}

test.skipIf(process.env.ZESTY_OWN_DATABASE).each([
  ["before standing idle had a projection", 12],
  ["before plain names", 14],
  ["of the state before sign-in names", 18],
])("%s (%i migrations)", async (_, migrations) => {
  const name = `zesty_upgrade_${migrations}_${process.pid}`;
  const urls = await databaseOf(name, migrations);
  await migrateDatabase(urls.owner);
  const { db, pool } = openDatabase(urls.owner, 2);
  const { rows: kept } = await pool.query("SELECT count(*)::int AS entries FROM entry");
  expect(kept).toEqual([{ entries: 9 }]);
  expect(await compareSite(db, "old")).toEqual([]);
  // What the entries say is really there: it slept and is awake, is clean, has its counter and its sign.
  const one = async (columns: string, table: string) => (await pool.query(`SELECT ${columns} FROM ${table} WHERE site = 'old'`)).rows;
  expect(await one("machine, regime, up_at IS NOT NULL AS up", "sleep")).toEqual([{ machine: "stave", regime: "wet", up: true }]);
  expect(await one("machine, missing", "latest_check")).toEqual([{ machine: "teal", missing: 0 }]);
  expect((await one("routine", "settled_day")).map(({ routine }) => routine).sort()).toEqual(["R01", "R04", "R10"]);
  expect(await one("counter, value", "counter_reading")).toEqual([{ counter: "prints", value: 1200 }]);
  expect(await one("machine, sign", "open_sign")).toEqual([{ machine: "teal", sign: "banding" }]);
  // Each goes on signing in: by name where it was theirs alone, otherwise by id.
  const { rows: names } = await pool.query(`SELECT person_id, sign_in_name FROM auth."user" ORDER BY person_id`);
  expect(names).toEqual([
    { person_id: "Alba", sign_in_name: "alba" },
    { person_id: "alba", sign_in_name: "alba 2" },
    { person_id: "ottoline", sign_in_name: "ottoline marsh" },
  ]);
  await pool.end();
  delete process.env.DATABASE_URL;
  await dropDatabase(name).finally(() => {
    process.env.DATABASE_URL = own;
  });
});
