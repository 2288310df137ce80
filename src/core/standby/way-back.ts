import type { Regime } from "./regime.ts";
import type { IdleSpell } from "./risk.ts";
import type { StandbySettings } from "./settings.ts";

/** The way back planned from the first print: what must stand when. */
export type WayBackStep = { at: number; minutes: number; what: string; why: string };
export type WayBack = { startAt: number; spareHours: number; steps: WayBackStep[]; why: string };

const MINUTE = 60_000;

/** Spare hours for a recovery on the morning: by length of sleep, or what nine of ten of the house's own returns took, if that is more. */
export function spareHours(
  sleepHours: number,
  spells: readonly IdleSpell[],
  { base, aWeek, most }: StandbySettings["spareHours"],
): { hours: number; why: string } {
  const byLength = Math.min(most, base + (aWeek * sleepHours) / 168);
  const took = spells
    .filter(({ hours, recoveryMinutes }) => recoveryMinutes !== undefined && hours >= sleepHours / 2 && hours <= sleepHours * 2)
    .map(({ recoveryMinutes = 0 }) => recoveryMinutes / 60)
    .sort((a, b) => a - b);
  const own = took.length >= 3 ? took[Math.ceil(0.9 * took.length) - 1] : undefined;
  const rounded = (hours: number) => Math.ceil(hours * 4 - 1e-9) / 4;
  const said = `${base} h, and ${aWeek} h for each week asleep, at most ${most} h`;
  return own !== undefined && own > byLength
    ? {
        hours: rounded(own),
        why: `nine in ten of ${took.length} returns like this took ${own.toFixed(1)} h or less; more than ${said}`,
      }
    : {
        hours: rounded(byLength),
        why: `${said}${took.length ? `; ${took.length} returns on record took no more` : "; no such return on record"}`,
      };
}

/** Steps of a return, latest times first, counted back from the first print back. */
export function wayBack(
  firstPrint: number,
  { regime, handsMinutes, waitMinutes, sleepHours }: { regime: Regime; handsMinutes: number; waitMinutes: number; sleepHours: number },
  spells: readonly IdleSpell[],
  settings: StandbySettings,
): WayBack {
  const spare = spareHours(sleepHours, spells, settings.spareHours);
  const steps: WayBackStep[] = [];
  let at = firstPrint;
  const back = (minutes: number, what: string, why: string) => {
    at -= minutes * MINUTE;
    steps.unshift({ at, minutes, what, why });
  };
  back(5, "Print a colour flag, then print", "it draws mixed ink out");
  back(spare.hours * 60, "Spare time for a recovery", spare.why);
  back(5, "Nozzle check, compared with the one before", "shows what changed while it stood");
  const isStorage = regime === "head-out" || regime === "full" || regime === "drained" || regime === "flush";
  back(
    handsMinutes + waitMinutes,
    regime === "head-out"
      ? "Wake-up: fit the head, ink in, load, clean"
      : isStorage
        ? "Wake-up: ink in, load until no fluid shows, clean"
        : "Uncap, opening care and cleans",
    `${Math.round(handsMinutes)} min of work, ${Math.round(waitMinutes)} min waiting`,
  );
  back(10, "Shake the ink, check its date, lay out parts", "order what is missing before");
  const startAt = at;
  return { startAt, spareHours: spare.hours, steps, why: spare.why };
}
