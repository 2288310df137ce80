import type { Regime } from "./regime.ts";
import type { IdleSpell } from "./risk.ts";

/** A check of a machine, judged: times in milliseconds, days as `2026-11-25`. */
export type SpellCheck = { machine: string; day: string; at: number; hold: boolean; entry: string };
/** A day on which something was done at a machine: when last, and whether it was exercised as on an idle day. */
export type SpellDay = { machine: string; day: string; at: number; exercised: boolean };
export type SpellSleep = { machine: string; regime: Regime; since: number; upAt: number };

const HOUR_MS = 3_600_000;
/** A shorter pause is no idle spell. */
const SPELL_HOURS = 8;
/** The first check after a machine is woken, and the good one after a bad, come within so long. */
const WOKEN_HOURS = 36;
const RECOVERED_HOURS = 24;

/**
 * The spells in which machines stood: from a sleep's beginning, or the last work of an earlier day, to the first check of a day. Days on which a
 * machine was only exercised belong to the spell, as one that was kept alive.
 *
 * @param checks by machine, oldest first
 * @param days by machine, oldest first
 * @param usual how a machine stands over so many hours by its house's way of closing
 */
export function idleSpells(
  checks: readonly SpellCheck[],
  days: readonly SpellDay[],
  sleeps: readonly SpellSleep[],
  usual: (machine: string, hours: number) => Regime,
): IdleSpell[] {
  const daysOf = new Map<string, SpellDay[]>();
  for (const each of days) {
    const mine = daysOf.get(each.machine);
    if (mine) mine.push(each);
    else daysOf.set(each.machine, [each]);
  }
  return checks.flatMap((check, index): IdleSpell[] => {
    const { machine, day, at, hold, entry } = check;
    const last = checks[index - 1];
    if (last?.machine === machine && last.day === day) return [];
    const slept = sleeps.find((each) => each.machine === machine && each.upAt <= at && each.upAt > at - WOKEN_HOURS * HOUR_MS);
    const left = slept ? { at: slept.since, exercised: false } : leftAt(daysOf.get(machine) ?? [], day);
    if (!left) return [];
    const hours = (at - left.at) / HOUR_MS;
    if (hours < SPELL_HOURS) return [];
    const good = hold
      ? checks.slice(index + 1).find((later) => later.machine === machine && !later.hold && later.at - at < RECOVERED_HOURS * HOUR_MS)
      : check;
    return [
      {
        machine,
        hours,
        regime: slept?.regime ?? (left.exercised ? "alive" : usual(machine, hours)),
        hold,
        ...(last?.machine === machine ? { parkedOnHold: last.hold } : {}),
        day,
        entry,
        ...(good ? { recoveryMinutes: (good.at - at) / 60_000 } : {}),
      },
    ];
  });
}

/** When a machine was left before a day: the last day of work before it, going back over days on which it was only exercised. */
function leftAt(days: readonly SpellDay[], day: string): { at: number; exercised: boolean } | undefined {
  let place = days.findLastIndex((each) => each.day < day);
  const exercised = days[place]?.exercised ?? false;
  while (place > 0 && days[place]?.exercised) place--;
  const found = days[place];
  return found && { at: found.at, exercised };
}
