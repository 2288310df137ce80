import type { Draw } from "../routines/effects.ts";
import type { StepResult } from "./events.ts";
import type { PlannedStep } from "./plan.ts";

type Done = { step: string; passed?: string | undefined; result?: StepResult | undefined };

/**
 * What a run let run into the waste: what its steps say, each as often as it was done; what none of its steps tells of (cleans, loads or
 * fluid) is as usual for the routine. One draw for each strength of clean, one for the rest.
 *
 * @param usual the routine's own figure, a guess of the shop
 * @example drawnIn([], [], { fluidMl: 5 }) // [{ fluidMl: 5 }]
 */
export function drawnIn(plan: readonly PlannedStep[], done: readonly Done[], usual: Draw | undefined): Draw[] {
  const drawn = drawnSoFar(plan, done);
  const tells = (what: keyof Draw) => plan.some(({ draws }) => draws?.[what] !== undefined);
  const rest: Draw = {
    ...(usual?.cleans && !tells("cleans") ? { cleans: usual.cleans, ...(usual.inFluid ? { inFluid: true } : {}) } : {}),
    ...(usual?.loads && !tells("loads") ? { loads: usual.loads } : {}),
    ...(usual?.fluidMl && !tells("fluidMl") ? { fluidMl: usual.fluidMl } : {}),
    ...(usual?.lines && !tells("lines") ? { lines: usual.lines } : {}),
    ...(usual?.dampers && !tells("dampers") ? { dampers: usual.dampers } : {}),
  };
  return Object.keys(rest).length ? [...drawn, rest] : drawn;
}

type Filled = number | "all";
const plus = (sum: Filled, more: Filled | undefined): Filled => (sum === "all" || more === "all" ? "all" : sum + (more ?? 0));

/** The same of what the steps say alone. @example drawnSoFar([], []) // [] */
export function drawnSoFar(plan: readonly PlannedStep[], done: readonly Done[]): Draw[] {
  const cleans = new Map<string, Draw & { cleans: NonNullable<Draw["cleans"]> }>();
  let [loads, fluidMl, lines, dampers]: [number, number, Filled, Filled] = [0, 0, 0, 0];
  for (const { step: at, passed, result } of done) {
    const step = plan.find((each) => each.at === at);
    if (!step?.draws || passed !== undefined) continue;
    const times = step.kind === "measure" ? (result?.value ?? 0) : 1;
    const { cleans: clean, inFluid } = step.draws;
    if (clean && times > 0) {
      const name = `${clean.strength}/${inFluid ?? false}`;
      const known = cleans.get(name)?.cleans.times ?? 0;
      cleans.set(name, {
        cleans: { ...clean, times: known + Math.round(clean.times * times) },
        ...(inFluid ? { inFluid } : {}),
      });
    }
    loads += (step.draws.loads ?? 0) * times;
    fluidMl += (step.draws.fluidMl ?? 0) * times;
    lines = plus(lines, step.draws.lines);
    dampers = plus(dampers, step.draws.dampers);
  }
  const rest: Draw = {
    ...(loads > 0 ? { loads } : {}),
    ...(fluidMl > 0 ? { fluidMl } : {}),
    ...(lines ? { lines } : {}),
    ...(dampers ? { dampers } : {}),
  };
  return [...cleans.values(), ...(Object.keys(rest).length ? [rest] : [])];
}
