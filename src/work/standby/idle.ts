import { isoDay } from "../../core/calendar/day.ts";
import { printsChecks } from "../../core/fleet/channels.ts";
import { REGIME_NAMES, type Regime } from "../../core/standby/regime.ts";
import { spoken } from "../../core/standby/risk.ts";
import type { Connection } from "../../ledger/database.ts";
import { doorRows, lastActive, lastAnswers, lastDoneOf } from "../../ledger/standby.ts";
import { now } from "../clock.ts";
import { dayAt, type Shop } from "../shop.ts";
import { standbyOf, usualRegime } from "./of.ts";
import { sleepingNow } from "./sleeps.ts";

/** Routines that leave a machine capped or flushed. */
export const CAPPING = ["R10", "R11", "R12", "R13"] as const;
const BACK_DAYS = 60;
const HOUR_MS = 3_600_000;

/** How a machine was left when it was capped last. */
export type Capping = { at: Date; regime: Regime; words: string };

/** The last capping of each machine, by closing routine or by what was said at the door. */
export async function cappings(db: Connection, shop: Shop): Promise<Map<string, Capping>> {
  const today = dayAt(shop);
  const since = new Date(now().getTime() - BACK_DAYS * 24 * HOUR_MS);
  const [done, answers, door] = await Promise.all([
    lastDoneOf(db, shop.id, CAPPING, isoDay(today - BACK_DAYS)),
    lastAnswers(db, shop.id, "R10", "gap", since),
    doorRows(db, shop.id, isoDay(today)),
  ]);
  const found = new Map<string, Capping>();
  const put = (machine: string, capping: Capping) => {
    const known = found.get(machine);
    if (!known || known.at < capping.at) found.set(machine, capping);
  };
  for (const { machine, routine, at } of done) {
    const answer = answers.find((each) => each.machine === machine);
    const withConcentrate =
      routine === "R11" || (routine === "R10" && answer?.choice === "long" && Math.abs(answer.at.getTime() - at.getTime()) < 2 * HOUR_MS);
    put(machine, {
      at,
      regime: routine === "R12" ? "flush" : routine === "R13" ? "night" : withConcentrate ? "solution" : "wet",
      words:
        routine === "R12"
          ? "flushed"
          : routine === "R13"
            ? "shut down by its own cycle"
            : withConcentrate
              ? "capped on solution"
              : "capped on water",
    });
  }
  for (const { machine, happenedAt, body } of door)
    if (typeof body.capped === "string")
      put(machine, {
        at: happenedAt,
        regime: body.capped === "concentrate" ? "solution" : body.capped === "water" ? "wet" : "night",
        words: body.capped === "concentrate" ? "capped on solution" : body.capped === "water" ? "capped on water" : "capped dry",
      });
  return found;
}

/** Machines awake that have stood longer than the way they were left allows, with the sentence that says so. */
export async function standingTooLong(db: Connection, shop: Shop): Promise<Map<string, string>> {
  const [left, sleeps, active] = await Promise.all([
    cappings(db, shop),
    sleepingNow(db, shop),
    lastActive(
      db,
      shop.id,
      shop.machines.map(({ id }) => id),
    ),
  ]);
  const found = new Map<string, string>();
  for (const machine of shop.machines) {
    if (sleeps.has(machine.id) || !printsChecks(machine)) continue;
    const capping = left.get(machine.id);
    const last = active.get(machine.id);
    // A check, a clean or a print after it ends what the capping was good for.
    const from = capping && (!last || capping.at >= last) ? capping.at : last;
    if (!from) continue;
    const hours = (now().getTime() - from.getTime()) / HOUR_MS;
    const settings = standbyOf(shop, machine);
    const regime = capping && from === capping.at ? capping.regime : usualRegime(machine, 0, settings);
    const bound = settings.bounds[regime].to;
    if (bound !== null && hours > bound)
      found.set(
        machine.id,
        `${capping && from === capping.at ? capping.words : "last checked or printed"} ${spoken(hours)} ago; “${REGIME_NAMES[regime]}” is good for ${spoken(bound)}`,
      );
  }
  return found;
}
