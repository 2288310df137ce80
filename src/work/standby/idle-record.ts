import { group } from "d3-array";
import { type Day, isoDay, toDay, weekday } from "../../core/calendar/day.ts";
import { printsChecks } from "../../core/fleet/channels.ts";
import type { ChannelReading } from "../../core/nozzles/channel-reading.ts";
import { outsideTolerance } from "../../core/nozzles/tolerance.ts";
import { idsFor } from "../../core/routines/routine-for.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Morning } from "../../core/standby/first-print.ts";
import type { IdleSpell } from "../../core/standby/risk.ts";
import type { Sleep } from "../../core/standby/sleep.ts";
import { idleSpells } from "../../core/standby/spells.ts";
import type { Connection } from "../../ledger/database.ts";
import { checksSince, idleMark, lastDoings, loggedSeconds, sleepRows } from "../../ledger/standby.ts";
import { judgingOf } from "../facts/nozzles.ts";
import { standbyOf, usualRegime } from "../idle/of.ts";
import { sleepOf } from "../idle/sleeps.ts";
import { dayAt } from "../shop/shop.ts";
import { opensAt } from "./gap.ts";

/** How the machines of a shop stood idle, and how they were found after it. */
export type IdleRecord = {
  sleeps: { machine: string; upAt: Date | null; sleep: Sleep }[];
  /** The last check of each machine, judged. */
  lastChecks: ReadonlyMap<string, { entry: string; at: Date; hold: boolean; missing: boolean }>;
  /** Idle spells, by the class of their machine. */
  spells: ReadonlyMap<string | undefined, IdleSpell[]>;
  /** Mornings on which a machine was started again, by class. */
  mornings: ReadonlyMap<string | undefined, Morning[]>;
  /** Seconds that flushes of lines took. */
  logged: Awaited<ReturnType<typeof loggedSeconds>>;
};

const BACK_DAYS = 400;
const MINUTE_MS = 60_000;
/** The last record of each shop: 400 days are read and judged again only where something that counts was entered. */
const kept = new Map<string, { mark: string; record: Promise<IdleRecord> }>();
const SHOPS_KEPT = 20;

export async function idleRecord(db: Connection, shop: Shop): Promise<IdleRecord> {
  const today = dayAt(shop);
  const mark = `${shop.mark}/${today}/${await idleMark(db, shop.id, isoDay(today - 7))}`;
  const known = kept.get(shop.id);
  if (known?.mark === mark) return known.record;
  const record = read(db, shop, today);
  kept.delete(shop.id);
  kept.set(shop.id, { mark, record });
  const [oldest] = kept.keys();
  if (kept.size > SHOPS_KEPT && oldest !== undefined) kept.delete(oldest);
  record.catch(() => kept.delete(shop.id));
  return record;
}

async function read(db: Connection, shop: Shop, today: Day): Promise<IdleRecord> {
  const since = isoDay(today - BACK_DAYS);
  const checked = shop.machines.filter(printsChecks).map(({ id }) => id);
  const book = [...shop.rules.book.values()];
  const [slept, checks, doings, logged] = await Promise.all([
    sleepRows(db, shop.id, since, isoDay(today)),
    checksSince(db, shop.id, checked, since),
    lastDoings(db, shop.id, checked, since, idsFor("idle-exercise", book)),
    loggedSeconds(
      db,
      shop.id,
      book.flatMap(({ id, effects }) => (effects?.lineStep ? { routine: id, step: effects.lineStep } : [])),
      checked,
    ),
  ]);
  const sleeps = slept.map((row) => ({ machine: row.machine, upAt: row.upAt, sleep: sleepOf(shop, row) }));
  const judging = new Map(shop.machines.map((machine) => [machine.id, judgingOf(shop, machine)] as const));
  const judged = checks.flatMap(({ body, ...check }) => {
    const mine = judging.get(check.machine);
    if (!mine) return [];
    const { readiness, nozzles } = mine;
    // A check's body passed its schema when it was written.
    const channels = (body.channels ?? []) as ChannelReading[];
    return [
      {
        ...check,
        hold: outsideTolerance(channels, readiness, nozzles).length > 0,
        missing: channels.some(({ missing, weak, deflected }) => missing + weak + deflected > 0),
      },
    ];
  });
  const byId = new Map(shop.machines.map((machine) => [machine.id, machine] as const));
  const spells = idleSpells(
    judged.map(({ at, ...check }) => ({ ...check, at: at.getTime() })),
    doings.map(({ at, ...day }) => ({ ...day, at: at.getTime() })),
    sleeps.flatMap(({ machine, upAt, sleep }) =>
      upAt ? [{ machine, regime: sleep.regime, since: sleep.since, upAt: upAt.getTime() }] : [],
    ),
    (id, hours) => {
      const machine = byId.get(id);
      return machine ? usualRegime(machine, hours, standbyOf(shop, machine)) : "night";
    },
  );
  const checkedAt = new Map(judged.map(({ entry, at }) => [entry, at]));
  return {
    sleeps,
    lastChecks: new Map(judged.map((check) => [check.machine, check] as const)),
    spells: group(spells, ({ machine }) => byId.get(machine)?.class),
    mornings: group(
      spells.flatMap((spell): Morning[] => {
        const { machine, day, hours, parkedOnHold = false, recoveryMinutes } = spell;
        const checked = checkedAt.get(spell.entry ?? "");
        if (!checked) return [];
        const after = (checked.getTime() - opensAt(shop, toDay(day)).getTime()) / MINUTE_MS;
        const goodMinutes = recoveryMinutes === undefined ? null : after + recoveryMinutes;
        return [{ machine, day, weekday: weekday(toDay(day)), hours, parkedOnHold, goodMinutes }];
      }),
      ({ machine }) => byId.get(machine)?.class,
    ),
    logged,
  };
}
