import { parseArgs } from "node:util";
import { sql } from "drizzle-orm";
import { append, type NewEntry } from "../src/ledger/append.ts";
import { compareSite, type Difference } from "../src/ledger/compare.ts";
import { type Connection, type Database, openDatabase } from "../src/ledger/database.ts";
import { rebuildSite } from "../src/ledger/projections.ts";
import { allSites } from "../src/ledger/settings.ts";
import { ensureDatabase } from "./postgres.ts";
import { databaseInUse } from "./running.ts";
import { Fault, run, say } from "./say.ts";

/** How many entries are sent again through the application's own way in, out of order, doubled and late. */
const REPLAYED = 600;

await run(async () => {
  const { values } = parseArgs({ options: { check: { type: "boolean" }, database: { type: "string" } } });
  const urls = await ensureDatabase(values.database ?? databaseInUse());
  const { db, pool } = openDatabase(urls.app, 4);
  let differing = 0;
  for (const site of await allSites(db)) {
    if (!values.check) {
      await db.transaction((tx) => rebuildSite(tx, site));
      say(`${site}: projections made anew.`);
      continue;
    }
    const started = performance.now();
    const { rows } = await db.execute<{ entries: number }>(sql`SELECT count(*)::int AS entries FROM entry WHERE site = ${site}`);
    differing += report(
      `${site}: ${rows[0]?.entries} entries folded anew in ${((performance.now() - started) / 1000).toFixed(1)} s`,
      await timed(compareSite(db, site)),
    );
    differing += report(`${site}: ${REPLAYED} entries at most, shuffled, doubled and late`, await timed(replay(db, site)));
  }
  await pool.end();
  if (differing) throw new Fault("The projections are not what the ledger says. ./zesty rebuild makes them anew.");
  if (values.check) say("The projections are what the ledger says.");
});

async function timed(work: Promise<Difference[]>): Promise<{ differences: Difference[]; seconds: number }> {
  const started = performance.now();
  return { differences: await work, seconds: (performance.now() - started) / 1000 };
}

function report(what: string, { differences, seconds }: { differences: Difference[]; seconds: number }): number {
  say(`${what}: ${differences.length ? "DIFFERENT" : "equal"} (${seconds.toFixed(1)} s)`);
  for (const { table, missing, surplus } of differences) say(`  ${table}: ${missing} rows lack, ${surplus} are too many`);
  return differences.length;
}

/** Sends the newest entries (and all that amend or are amended) to a scratch site in another order, then undoes it all. */
async function replay(db: Database, site: string): Promise<Difference[]> {
  const scratch = `${site}~replay`;
  let differences: Difference[] = [];
  const undone = new Error("undone on purpose");
  await db
    .transaction(async (tx) => {
      const { rows } = await tx.execute<NewEntry & { happenedAt: string }>(sql`
        SELECT id, kind, machine, routine, person, device, happened_at AS "happenedAt", local_day AS "localDay", amends, body, words FROM entry
        WHERE site = ${site} AND kind <> 'settings' AND (seq > (SELECT max(seq) - ${REPLAYED} FROM entry WHERE site = ${site}) OR amends IS NOT NULL)
        ORDER BY md5(id::text) LIMIT ${2 * REPLAYED}`);
      const entries = rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt) }));
      // md5 order is a shuffle that is the same each time; a third comes twice.
      const doubled = [...entries, ...entries.filter((_, index) => index % 3 === 0)];
      await append(tx, scratch, doubled, new Date());
      differences = await compareSite({ transaction: <T>(work: (inner: Connection) => Promise<T>) => work(tx) }, scratch);
      throw undone;
    })
    .catch((error) => {
      if (error !== undone) throw error;
    });
  return differences;
}
