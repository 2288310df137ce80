import { isoDay } from "../../core/calendar/day.ts";
import { printsChecks } from "../../core/fleet/channels.ts";
import { REGIME_NAMES, type Regime } from "../../core/standby/regime.ts";
import { spoken } from "../../core/standby/risk.ts";
import type { Sleep } from "../../core/standby/sleep.ts";
import type { Connection } from "../../ledger/database.ts";
import { doorRows, lastActive, lastAnswer, lastDoneOf } from "../../ledger/standby.ts";
import { now } from "../clock.ts";
import { dayAt, type Shop } from "../shop.ts";
import { standbyOf, usualRegime } from "./of.ts";

/** Routines that leave a machine capped or flushed. */
export const CAPPING = ["R10", "R11", "R12", "R13"] as const;
const BACK_DAYS = 60;
/** A younger capping is good whatever was in the water. */
const ASKED_HOURS = 24;
const HOUR_MS = 3_600_000;

/** How a machine was left when it was capped last. */
export type Capping = { at: Date; regime: Regime; words: string };

/**
 * The last capping of each machine, by closing routine or by what was said at the door.
 *
 * @param asked only of cappings older than so many hours it is looked up whether concentrate was in the water
 */
export async function cappings(db: Connection, shop: Shop, asked = 0): Promise<Map<string, Capping>> {
  const today = dayAt(shop);
  const [done, door] = await Promise.all([
    lastDoneOf(db, shop.id, CAPPING, isoDay(today - BACK_DAYS)),
    doorRows(db, shop.id, isoDay(today)),
  ]);
  const latest = new Map<string, { routine: string; at: Date }>();
  for (const { machine, ...each } of done) {
    const known = latest.get(machine);
    if (!known || known.at < each.at) latest.set(machine, each);
  }
  const found = new Map<string, Capping>();
  await Promise.all(
    [...latest].map(async ([machine, { routine, at }]) => {
      const isOld = now().getTime() - at.getTime() >= asked * HOUR_MS;
      const gap =
        routine === "R10" && isOld
          ? await lastAnswer(db, shop.id, { machine, routine, step: "gap", from: new Date(at.getTime() - 2 * HOUR_MS), to: at })
          : null;
      found.set(machine, { at, ...wayOf(routine, routine === "R11" || gap === "long") });
    }),
  );
  for (const { machine, happenedAt, body } of door) {
    const known = found.get(machine);
    if (typeof body.capped === "string" && !(known && known.at > happenedAt))
      found.set(machine, { at: happenedAt, ...(SAID[body.capped] ?? SAID_DRY) });
  }
  return found;
}

const SAID_DRY = { regime: "night" as const, words: "capped dry" };
const SAID: Readonly<Record<string, Omit<Capping, "at">>> = {
  concentrate: { regime: "solution", words: "capped on solution" },
  water: { regime: "wet", words: "capped on water" },
  dry: SAID_DRY,
};

function wayOf(routine: string, withConcentrate: boolean): Omit<Capping, "at"> {
  if (routine === "R12") return { regime: "flush", words: "flushed" };
  if (routine === "R13") return { regime: "night", words: "shut down by its own cycle" };
  return withConcentrate ? { regime: "solution", words: "capped on solution" } : { regime: "wet", words: "capped on water" };
}

/** Machines awake that have stood longer than the way they were left allows, with the sentence that says so. */
export async function standingTooLong(db: Connection, shop: Shop, sleeps: ReadonlyMap<string, Sleep>): Promise<Map<string, string>> {
  const [left, active] = await Promise.all([
    cappings(db, shop, ASKED_HOURS),
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
