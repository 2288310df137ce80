import { isoDay } from "../../core/calendar/day.ts";
import { printsChecks } from "../../core/fleet/channels.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { REGIME_NAMES, type Regime } from "../../core/standby/regime.ts";
import { spoken } from "../../core/standby/risk.ts";
import type { Sleep } from "../../core/standby/sleep.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastActive, lastAnswer, lastCapped, lastDoneOf } from "../../ledger/standby.ts";
import { now } from "../clock.ts";
import { dayAt } from "../shop/shop.ts";
import { standbyOf, usualRegime } from "./of.ts";

/** How a routine leaves the cap. */
const capsOf = (shop: Shop, routine: string) => shop.rules.book.get(routine)?.effects?.caps;
const BACK_DAYS = 60;
const HOUR_MS = 3_600_000;

/** How a machine was left when it was capped last. */
export type Capping = { at: Date; regime: Regime; words: string };
/** When a machine did which routines last, and until when it was surely in use. */
export type LastUse = { done: readonly { routine: string; at: Date }[]; active: Date | null };

/** The last use of each machine, for a page that does not know it otherwise. */
export async function lastUses(db: Connection, shop: Shop): Promise<(machine: Machine) => LastUse> {
  const [done, active] = await Promise.all([
    lastDoneOf(
      db,
      shop.id,
      [...shop.rules.book.values()].flatMap(({ id, effects }) => (effects?.caps ? [id] : [])),
      isoDay(dayAt(shop) - BACK_DAYS),
    ),
    lastActive(
      db,
      shop.id,
      shop.machines.map(({ id }) => id),
    ),
  ]);
  return ({ id }) => ({ done: done.filter(({ machine }) => machine === id), active: active.get(id) ?? null });
}

/** How a machine was left after it was used last: by its closing routine, or by what was said at the door; `null`: not capped since. */
export async function cappingOf(db: Connection, shop: Shop, machine: Machine, use: LastUse, said: CappedSaid): Promise<Capping | null> {
  const last = lastCapping(shop, use);
  const door = said.get(machine.id);
  const capping =
    door && !(last && last.at > door.at) ? door : last && { at: last.at, ...(await wayOf(db, shop, machine, last.routine, last.at)) };
  return capping && (!use.active || capping.at >= use.active) ? capping : null;
}

type CappedSaid = ReadonlyMap<string, Capping>;
const ON_CONCENTRATE: Omit<Capping, "at"> = { regime: "solution", words: "capped on solution" };
const ON_WATER: Omit<Capping, "at"> = { regime: "wet", words: "capped on water" };
const SAID: Readonly<Record<string, Omit<Capping, "at">>> = {
  concentrate: ON_CONCENTRATE,
  water: ON_WATER,
  dry: { regime: "night", words: "capped dry" },
};

/** What was last said of each cap at the door. */
export async function cappedSaid(db: Connection, shop: Shop): Promise<CappedSaid> {
  const rows = await lastCapped(db, shop.id, isoDay(dayAt(shop) - BACK_DAYS));
  return new Map(
    rows.flatMap(({ machine, capped, cappedAt }) =>
      cappedAt ? [[machine, { at: cappedAt, ...(SAID[capped ?? ""] ?? ON_WATER) }] as const] : [],
    ),
  );
}

const lastCapping = (shop: Shop, { done }: LastUse) =>
  done
    .filter(({ routine }) => capsOf(shop, routine))
    .reduce<{ routine: string; at: Date } | undefined>((a, b) => (a && a.at >= b.at ? a : b), undefined);

/** By its routine; one that asks whether the gap is long puts the concentrate in where it is. */
async function wayOf(db: Connection, shop: Shop, { id }: Machine, routine: string, at: Date): Promise<Omit<Capping, "at">> {
  const caps = capsOf(shop, routine);
  if (caps?.with === "flush") return { regime: "flush", words: "flushed" };
  if (caps?.with === "own-cycle") return { regime: "night", words: "shut down by its own cycle" };
  if (caps?.with === "concentrate") return ON_CONCENTRATE;
  if (!caps?.longGapStep) return ON_WATER;
  const asked = { machine: id, routine, step: caps.longGapStep, from: new Date(at.getTime() - 2 * HOUR_MS), to: at };
  return (await lastAnswer(db, shop.id, asked)) === "long" ? ON_CONCENTRATE : ON_WATER;
}

/** Machines awake that have stood longer than the way they were left allows, with the sentence that says so. */
export async function standingTooLong(
  db: Connection,
  shop: Shop,
  machines: readonly Machine[],
  sleeps: ReadonlyMap<string, Sleep>,
  useOf: (machine: Machine) => LastUse,
): Promise<Map<string, string>> {
  const found = new Map<string, string>();
  let said: CappedSaid | undefined;
  for (const machine of machines) {
    if (sleeps.has(machine.id) || !printsChecks(machine)) continue;
    const use = useOf(machine);
    const settings = standbyOf(shop, machine);
    const isPast = (from: Date | null, regime: Regime) => {
      const bound = settings.bounds[regime].to;
      return from !== null && bound !== null && (now().getTime() - from.getTime()) / HOUR_MS > bound;
    };
    const last = lastCapping(shop, use);
    const latest = last && (!use.active || last.at >= use.active) ? last.at : use.active;
    // Nothing is looked up for what has not even stood for a night.
    if (!isPast(latest, "night")) continue;
    said ??= await cappedSaid(db, shop);
    const capping = await cappingOf(db, shop, machine, use, said);
    const regime = capping?.regime ?? usualRegime(machine, 0, settings);
    const from = capping?.at ?? use.active;
    if (!isPast(from, regime) || !from) continue;
    found.set(
      machine.id,
      `${capping?.words ?? "last checked or printed"} ${spoken((now().getTime() - from.getTime()) / HOUR_MS)} ago; “${REGIME_NAMES[regime]}” is good for ${spoken(settings.bounds[regime].to ?? 0)}`,
    );
  }
  return found;
}
