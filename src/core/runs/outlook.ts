import type { Use } from "../routines/step.ts";
import type { PlannedStep } from "./plan.ts";
import type { Trace } from "./run.ts";

/** A window of a run that is still to be begun, and whether it can be kept. */
export type WindowOutlook = {
  id: string;
  text: string;
  withinMinutes: number;
  plannedMinutes: number;
  /** This person's earlier times in it, the longest of them. */
  times: number;
  longestMinutes: number | null;
  likely: boolean;
  why: string;
};

const minutes = (value: number) => `${Math.round(value * 10) / 10} min`;

/**
 * Each window of a plan with whether it can be kept: by this person's own times where there are some (the longest counts),
 * otherwise by the minutes planned. `past` holds seconds in each window of earlier runs, by the window's id.
 */
export function windowOutlook(plan: readonly PlannedStep[], past: Readonly<Record<string, readonly number[]>>): WindowOutlook[] {
  const windows = new Map<string, WindowOutlook>();
  for (const { window, minutes: hands = 0 } of plan) {
    if (!window) continue;
    const known = windows.get(window.id);
    if (known) {
      known.plannedMinutes += hands;
      continue;
    }
    const own = past[window.id] ?? [];
    const longestMinutes = own.length ? Math.max(...own) / 60 : null;
    windows.set(window.id, { ...window, plannedMinutes: hands, times: own.length, longestMinutes, likely: true, why: "" });
  }
  return [...windows.values()].map((each) => {
    const { plannedMinutes, longestMinutes, withinMinutes, times } = each;
    const likely = (longestMinutes ?? plannedMinutes) <= withinMinutes;
    const own = longestMinutes === null ? "not done here by you yet" : `your longest of ${times} took ${minutes(longestMinutes)}`;
    return { ...each, likely, why: `${own}; its steps are planned at ${minutes(plannedMinutes)}` };
  });
}

/** The seconds that a run spent in each of its windows. */
export function secondsInWindows(plan: readonly PlannedStep[], trace: readonly Trace[]): Record<string, number> {
  const spent: Record<string, number> = {};
  for (const { step: at, tookSeconds } of trace) {
    const window = plan.find((step) => step.at === at)?.window;
    if (window) spent[window.id] = (spent[window.id] ?? 0) + tookSeconds;
  }
  return spent;
}

/** What a plan uses up, added up by item and unit, in the order of use. */
export function materials(plan: readonly PlannedStep[]): Use[] {
  const total = new Map<string, Use>();
  for (const { item, amount, unit } of plan.flatMap(({ uses }) => uses ?? [])) {
    const key = `${item}/${unit}`;
    total.set(key, { item, unit, amount: (total.get(key)?.amount ?? 0) + amount });
  }
  return [...total.values()];
}

/** `5 mL solvent cleaner`; what is counted, `cleaning sticks: 2`. */
export const useWords = ({ item, amount, unit }: Use): string => (unit === "pieces" ? `${item}: ${amount}` : `${amount} ${unit} ${item}`);
