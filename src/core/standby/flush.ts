import { saysPace } from "../rounds/durations.ts";
import type { FillMl } from "../stores/waste/draws.ts";
import type { Plumbing, StandbySettings } from "./settings.ts";

/** What a flush takes: millilitres and seconds a line, fluid in all, waste, and where the bottle must be emptied. */

export type Line = { id: string; ink: string };
export type LineFlush = {
  id: string;
  ink: string;
  /** Of line, damper and head. */
  volumeMl: number;
  /** Volumes pumped through it. */
  volumes: number;
  ml: number;
  seconds: number;
  why: string;
};
/** A step that lets something run into the waste. */
export type WasteStep = { what: string; ml: number };
export type FlushPlan = {
  lines: LineFlush[];
  steps: WasteStep[];
  fluidMl: number;
  seconds: number;
};

/** Millilitres in a line: π/4 · d² · L; a 3 mm bore holds 7.07 mL a metre. */
export const lineMl = (boreMm: number, lengthM: number): number => (Math.PI / 4) * boreMm ** 2 * lengthM;

/**
 * Ink that fills a machine's lines again: each holds what its line, damper and head do, and so many times that is pumped through it.
 * @example fillOf([{ id: "H1/K", ink: "black" }], plumbing, { chargeFactor: 1.5 }).lineMl // 1.5 times what a line holds
 */
export function fillOf(
  lines: readonly Line[],
  { boreMm, lengthM, damperMl, headMl }: Required<Plumbing>,
  { chargeFactor }: Pick<StandbySettings, "chargeFactor">,
): FillMl {
  const damper = damperMl + headMl;
  return { lines: lines.length, lineMl: chargeFactor * (lineMl(boreMm, lengthM) + damper), damperMl: chargeFactor * damper };
}

/**
 * Volumes to pump until a share of what was there is left: n = −ln(share), since in one well-mixed volume e^−n stays (chemical
 * reaction engineering texts; from memory). Lines flow closer to a plug and clear sooner, so this is on the safe side.
 */
export const volumesFor = (share: number): number => -Math.log(share);

/** The share left in n tanks in series after `volumes` volumes in all (Levenspiel; from memory): one tank is well mixed, many are a plug. */
export function shareLeft(volumes: number, tanks = 1): number {
  const each = volumes * tanks;
  let term = Math.exp(-each);
  let sum = term;
  for (let tank = 1; tank < tanks; tank++) {
    term *= each / tank;
    sum += term;
  }
  return sum;
}

/**
 * A bottle flush (R53): each line until the residual share is left, white so many times longer, some seconds more; fresh fluid through all
 * lines; head cleans in fluid. All of it ends as waste.
 *
 * @throws RangeError where the pump moves nothing
 */
export function flushPlan(
  lines: readonly Line[],
  plumbing: Required<Plumbing>,
  settings: Pick<StandbySettings, "residual" | "extraSeconds" | "freshVolumes" | "fluidCleans">,
  { whiteFactor, cleanMl }: { whiteFactor: number; cleanMl: number },
): FlushPlan {
  const { boreMm, lengthM, damperMl, headMl, pumpMlAMinute } = plumbing;
  if (!(pumpMlAMinute > 0)) throw new RangeError("The pump's rate must be above 0 mL a minute: without it no seconds can be said.");
  const volumeMl = lineMl(boreMm, lengthM) + damperMl + headMl;
  const extraMl = (settings.extraSeconds * pumpMlAMinute) / 60;
  const each = lines.map(({ id, ink }): LineFlush => {
    const factor = ink === "white" ? whiteFactor : 1;
    const volumes = volumesFor(settings.residual) * factor;
    const ml = volumes * volumeMl + extraMl;
    return {
      id,
      ink,
      volumeMl,
      volumes,
      ml,
      seconds: (ml / pumpMlAMinute) * 60,
      why: `${figure(volumeMl)} mL (π/4 · ${figure(boreMm)}² · ${figure(lengthM)} m + ${figure(damperMl)} + ${figure(headMl)}) × ${figure(volumesFor(settings.residual), 2)} volumes for ${figure(settings.residual * 100, 1)} % left${factor === 1 ? "" : ` × ${figure(factor, 2)} for white`}, and ${figure(settings.extraSeconds)} s more at ${figure(pumpMlAMinute)} mL a minute`,
    };
  });
  const steps: WasteStep[] = [
    ...each.map(({ id, ml }) => ({ what: `flush ${id}`, ml })),
    { what: "fresh fluid through all lines", ml: settings.freshVolumes * volumeMl * lines.length },
    { what: `${settings.fluidCleans} head cleans in fluid`, ml: settings.fluidCleans * cleanMl },
  ].filter(({ ml }) => ml > 0);
  return {
    lines: each,
    steps,
    fluidMl: steps.reduce((sum, { ml }) => sum + ml, 0),
    seconds: each.reduce((sum, { seconds }) => sum + seconds, 0),
  };
}

/** Fluid to take a head out with (R54): so much for six positions, in proportion for others. */
export const headOutMl = (
  positions: number,
  { headFluidMl, headStorageMl }: Pick<StandbySettings, "headFluidMl" | "headStorageMl">,
): { fluidMl: number; storageMl: number } => ({
  fluidMl: (headFluidMl * positions) / 6,
  storageMl: (headStorageMl * positions) / 6,
});

export type Emptying = {
  /** Before which step, from 0; every flush begins with an empty vessel. */
  before: number;
  /** Within that step, after so many mL of it: where it alone holds more than the vessel takes. */
  after: number;
};

/** Where the waste must be emptied so that it never passes its mark: before the first step, and before each that would overflow it. */
export function emptyings(steps: readonly WasteStep[], limitMl: number): Emptying[] {
  if (!(limitMl > 0) || steps.length === 0) return [];
  const places: Emptying[] = [{ before: 0, after: 0 }];
  let inIt = 0;
  steps.forEach(({ ml }, index) => {
    if (inIt + ml > limitMl + 1e-9 && inIt > 0) {
      places.push({ before: index, after: 0 });
      inIt = 0;
    }
    for (let after = limitMl; ml - after > 1e-9; after += limitMl) places.push({ before: index, after });
    inIt = ml > limitMl ? ml % limitMl || limitMl : inIt + ml;
  });
  return places;
}

/** Seconds that a line really took at a flush, beside those planned for colour. */
export type LoggedLine = { seconds: number; plannedSeconds: number };
const GUESS_WEIGHS_LINES = 3;

/** How much longer white takes: the house's logged seconds over what is planned for colour, over the first guess, as a mean of ratios' logarithms; what is far off the guess says nothing. */
export function learnedWhiteFactor(logged: readonly LoggedLine[], guess: number): { factor: number; lines: number; why: string } {
  const good = logged.filter(({ seconds, plannedSeconds }) => saysPace(seconds, plannedSeconds * guess));
  const sum = good.reduce(
    (all, { seconds, plannedSeconds }) => all + Math.log(seconds / plannedSeconds),
    GUESS_WEIGHS_LINES * Math.log(guess),
  );
  const factor = Math.max(1, Math.exp(sum / (GUESS_WEIGHS_LINES + good.length)));
  return {
    factor,
    lines: good.length,
    why: good.length
      ? `white took ${figure(factor, 2)} times as long: from ${good.length} white lines logged, over a first guess of ${figure(guess)}`
      : `white is planned ${figure(guess)} times as long: a first guess, no white line is logged yet`,
  };
}

const figure = (value: number, digits = 2): string => String(Number(value.toFixed(digits)));
