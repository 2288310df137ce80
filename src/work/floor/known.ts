import { printsChecks } from "../../core/fleet/channels.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { capAnswer, cappedAnswer, type Known } from "../../core/runs/known.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { flushPlan } from "../../core/standby/flush.ts";
import { linesOf } from "../../core/standby/needs.ts";
import { spoken } from "../../core/standby/risk.ts";
import { plumbingOf } from "../../core/standby/settings.ts";
import type { Sleep } from "../../core/standby/sleep.ts";
import type { Connection } from "../../ledger/database.ts";
import { now } from "../clock.ts";
import { cappedSaid, cappingOf, lastUses } from "../idle/idle.ts";
import { fillAt, standbyOf } from "../idle/of.ts";
import { daysWords } from "../idle/sleeps.ts";
import { plansTonight } from "../standby/tonight.ts";

const HOUR_MS = 3_600_000;

/** What the shop knows of its machines that a step asks for: how long each will stand, how it was capped, how it was stored. */
export async function knownOf(db: Connection, shop: Shop, sleeps: ReadonlyMap<string, Sleep>): Promise<Map<string, Known>> {
  const [useOf, said, planOf] = await Promise.all([lastUses(db, shop), cappedSaid(db, shop), plansTonight(db, shop)]);
  const found = await Promise.all(
    shop.machines.filter(printsChecks).map(async (machine) => {
      const capped = machine.class === "dtf" ? await cappingOf(db, shop, machine, useOf(machine), said) : null;
      const standing = capped ? (now().getTime() - capped.at.getTime()) / HOUR_MS : 0;
      const most = standbyOf(shop, machine).bounds.wet.to;
      const sleep = sleeps.get(machine.id);
      const { gap, plan } = planOf(machine);
      return [
        machine.id,
        {
          ...(gap.hours === null ? {} : { gap: { choice: capAnswer(plan.advice.advised), words: spoken(gap.hours) } }),
          ...(capped
            ? {
                capped: {
                  choice: cappedAnswer(capped.regime, standing, most),
                  words: `${capped.words} ${spoken(standing)} ago`,
                },
              }
            : {}),
          fill: fillOfLines(shop, machine),
          ...(machine.abilities?.includes("bottles") ? { lines: flushOfLines(shop, machine) } : {}),
          ...(sleep ? { stored: { choice: STORED[sleep.regime] ?? "powered", words: `since ${daysWords(sleep.sinceDay)}` } } : {}),
        },
      ] as const;
    }),
  );
  return new Map(found);
}

function fillOfLines(shop: Shop, machine: Machine): NonNullable<Known["fill"]> {
  const fill = fillAt(shop, machine);
  const { pumpMlAMinute } = plumbingOf(machine, shop.plumbing.get(machine.id)).plumbing;
  return { ...fill, lineSeconds: pumpMlAMinute > 0 ? Math.round((fill.lineMl / pumpMlAMinute) * 60) : 0 };
}

/** Millilitres and seconds of each line, from its bore, length, damper, head and pump. */
function flushOfLines(shop: Shop, machine: Machine): NonNullable<Known["lines"]> {
  const settings = standbyOf(shop, machine);
  const { plumbing } = plumbingOf(machine, shop.plumbing.get(machine.id));
  if (!(plumbing.pumpMlAMinute > 0)) return {};
  const { lines } = flushPlan(linesOf(machine), plumbing, settings, { whiteFactor: settings.whiteFactor, cleanMl: 0 });
  return Object.fromEntries(lines.map(({ id, ml, seconds }) => [id, { ml: Math.round(ml), seconds: Math.round(seconds) }]));
}

/** A regime as the way back asks for it. */
const STORED: Readonly<Record<string, string>> = { flush: "flush", drained: "drained", full: "full", "head-out": "head-out" };
