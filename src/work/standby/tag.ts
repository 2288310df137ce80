import { spokenDay, toDay } from "../../core/calendar/day.ts";
import { partNow } from "../../core/condition/part-life.ts";
import { machineOf } from "../../core/shop/shop.ts";
import { REGIME_NAMES } from "../../core/standby/regime.ts";
import { whatIsIn } from "../../core/standby/sleep.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastChecks } from "../../ledger/nozzles.ts";
import { partRows } from "../../ledger/parts.ts";
import { type Actor, authorise } from "../actor.ts";
import { partEvents } from "../board/condition.ts";
import { sleepingNow } from "../idle/sleeps.ts";
import { calendarAt, loadShop } from "../shop/shop.ts";
import { tagOf } from "../shop/tags.ts";

export type TagView = {
  name: string;
  tag: string;
  asleep: boolean;
  lines: { name: string; words: string }[];
  heads: { id: string; lines: { name: string; words: string }[] }[];
};

/** What the tag of a sleeping machine says, and the labels of its heads' boxes where they can be taken out. */
export async function storageTag(db: Connection, actor: Actor, machineId: string): Promise<TagView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const machine = machineOf(shop, machineId);
  const [sleeps, [check], parts] = await Promise.all([
    sleepingNow(db, shop, [machine.id]),
    lastChecks(db, shop.id, machine.id, 1),
    partRows(db, shop.id, [machine.id]),
  ]);
  const sleep = sleeps.get(machine.id);
  const since = sleep ? spokenDay(toDay(sleep.sinceDay), true) : "";
  const events = partEvents(parts);
  return {
    name: machine.name,
    tag: tagOf(shop, machine.id),
    asleep: Boolean(sleep),
    lines: [
      { name: "In its lines", words: sleep ? whatIsIn(sleep) : "" },
      { name: "Since", words: since },
      { name: "By", words: sleep?.by ?? "" },
      { name: "How", words: sleep ? REGIME_NAMES[sleep.regime] : "" },
      { name: "To be woken", words: sleep?.until ? spokenDay(toDay(sleep.until), true) : "" },
      { name: "Check before", words: check ? spokenDay(calendarAt(shop, check.happenedAt), true) : "none on record" },
    ],
    heads: machine.abilities?.includes("removable-head")
      ? (machine.heads ?? []).map(({ id }) => ({
          id,
          lines: [
            { name: "Serial", words: partNow(id, null, events).serial ?? "" },
            { name: "Taken out", words: sleep?.regimes.includes("head-out") ? since : "" },
            { name: "In it", words: sleep?.regimes.includes("head-out") ? "storage liquid" : "" },
            { name: "By", words: sleep?.regimes.includes("head-out") ? (sleep.by ?? "") : "" },
          ],
        }))
      : [],
  };
}
