import { goneBy } from "../../core/calendar/roster.ts";
import type { RecordLooks } from "../../core/record/kind.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { settledOn } from "../../ledger/condition.ts";
import type { Connection } from "../../ledger/database.ts";
import { checkById } from "../../ledger/nozzles.ts";
import { openRuns, openRunsOf, runEvents, runRow } from "../../ledger/runs.ts";
import { signRow } from "../../ledger/signs.ts";
import { sleepAt } from "../../ledger/standby.ts";
import { deliveredBefore, expiryElsewhere, purchaseRow, stockAt, stockRows } from "../../ledger/stock.ts";
import { checkedSince, handoverIs, oneOffRow, openRepairs, repairRow, taskOf } from "../../ledger/tasks.ts";
import { containerRows, endedRun } from "../../ledger/waste.ts";
import { now } from "../clock.ts";
import { rosterChanges } from "../day/day.ts";
import { dueFacts } from "../facts/due.ts";
import { sleepOf } from "../idle/sleeps.ts";
import { dayAt } from "../shop/shop.ts";
import { stepsOf } from "../shop/steps.ts";

/** What kinds of entries may look up, answered from the database in the transaction that keeps them. */
export function recordLooks(tx: Connection, shop: Shop): RecordLooks {
  const { id: site } = shop;
  return {
    checkOf: (id) => checkById(tx, site, id),
    checkedSince: (machine, since) => checkedSince(tx, site, machine, since),
    container: async (id) => (await containerRows(tx, site)).find(({ container }) => container === id),
    deliveredBefore: (of) => deliveredBefore(tx, site, of),
    dueFacts: async (machine) => (await dueFacts(tx, shop, dayAt(shop), [machine]))[0],
    endedRun: (run) => endedRun(tx, site, run),
    expiryElsewhere: (of) => expiryElsewhere(tx, site, of),
    gone: async () => goneBy(shop, dayAt(shop), now(), await rosterChanges(tx, shop, dayAt(shop))),
    handoverIs: (id) => handoverIs(tx, site, id),
    oneOff: (id) => oneOffRow(tx, site, id),
    openRepair: async (machine) => (await openRepairs(tx, site)).find((each) => each.machine === machine),
    openRunsAt: async (machine) => (await openRuns(tx, site)).filter((run) => run.machine === machine),
    openRunsOf: (key) => openRunsOf(tx, site, key),
    order: (id) => purchaseRow(tx, site, id),
    repair: (id) => repairRow(tx, site, id),
    run: (id) => runRow(tx, site, id),
    runEvents: async (id) => (await runEvents(tx, site, [id])).get(id) ?? [],
    settledOn: (machine, routine, day) => settledOn(tx, site, machine, routine, day),
    sign: (id) => signRow(tx, site, id),
    sleepAt: async (machine, at) => {
      const row = await sleepAt(tx, site, machine, at);
      return row && sleepOf(shop, row);
    },
    steps: (routine, version) => stepsOf(tx, shop, routine, version),
    stock: (items) => stockRows(tx, site, [...items], true),
    stockAt: (of) => stockAt(tx, site, of),
    task: (key) => taskOf(tx, site, key),
  };
}
