import { localDay } from "../../src/core/calendar/site-time.ts";
import { demoHistory } from "../../src/demo/history.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { roomHistory } from "../../src/demo/room-history.ts";
import { storeSettings } from "../../src/demo/store-items.ts";
import { openDatabase } from "../../src/ledger/database.ts";
import { migrateDatabase } from "../../src/ledger/migrate.ts";
import { lastSeq } from "../../src/ledger/reading.ts";
import { addReadings } from "../../src/ledger/room.ts";
import { board } from "../../src/work/board/board.ts";
import { machineView } from "../../src/work/machine/machine.ts";
import { nozzleHistory } from "../../src/work/nozzles/nozzle-history.ts";
import { paper } from "../../src/work/paper/paper.ts";
import { search } from "../../src/work/record/search.ts";
import { roundView } from "../../src/work/rounds/rounds.ts";
import { foundSite } from "../../src/work/shop/fleet.ts";
import { doorView } from "../../src/work/standby/door.ts";
import { standbyView } from "../../src/work/standby/machine.ts";
import { seasonView } from "../../src/work/standby/season.ts";
import { APP_ROLE, ensureDatabase } from "../postgres.ts";
import { say } from "../say.ts";
import { measurePages, type Page } from "./explain.ts";
import type { Row } from "./measure.ts";

const SITE = "years";
const YEARS_DAYS = 730;
const NOW = "2026-11-25T09:10:00Z";

/** The pages of a supervisor's day, over two years of the demo's sixteen machines. */
export async function yearsBench(): Promise<Row[]> {
  process.env.ZESTY_NOW = NOW;
  const urls = await ensureDatabase("zesty_bench_years");
  await migrateDatabase(urls.owner, process.env.DATABASE_URL ? undefined : APP_ROLE);
  const { db, pool } = openDatabase(urls.app, 4);
  const zone = "Europe/Lisbon";
  const today = localDay(new Date(NOW), { timeZone: zone });
  const house = demoHouse(today);
  if ((await lastSeq(db, SITE)) === 0) {
    say("Making two years of the demo (a minute, once) …");
    await foundSite(db, SITE, house, (shop) => demoHistory(shop, today, new Date(NOW), YEARS_DAYS), storeSettings());
    await addReadings(db, SITE, roomHistory(today, new Date(NOW), zone, YEARS_DAYS));
    await db.execute("ANALYZE");
  }
  const actor = { site: SITE, personId: "ottoline", name: "O", role: "supervisor" as const, sessionId: "" };
  const closure = house.calendar.closures?.[0]?.from ?? "";
  const typed = ["teal", "wren", "gap", "ban", "squeak", "no", "handover", "white"];
  const page = (what: string, each: Page["each"], rounds?: number): Page => ({
    what: `${what}; two years of 16 machines`,
    budget: "150 ms median",
    times: 24,
    rounds,
    each,
  });
  const rows = await measurePages(urls.app, db, [
    page("the Board's data", (own) => board(own, actor)),
    page("the rounds' page", (own) => roundView(own, actor, { on: null, what: "opening", safe: false })),
    page("Standby of a machine", (own) => standbyView(own, actor, "sprat", {})),
    page("a closure", (own) => seasonView(own, actor, closure)),
    page("the closing check", (own) => doorView(own, actor)),
    page("a machine's page", (own) => machineView(own, actor, "sprat")),
    page("a machine's nozzles", (own) => nozzleHistory(own, actor, "teal")),
    page("paper", (own) => paper(own, actor)),
    page("search", (own, index) => search(own, actor, typed[index % typed.length] ?? ""), typed.length),
  ]);
  rows.unshift({ what: "entries of two years", budget: "", measured: (await lastSeq(db, SITE)).toLocaleString("en-GB") });
  await pool.end();
  return rows;
}
