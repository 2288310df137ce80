import { familyOf } from "../fleet/rule.ts";
import type { Machine } from "../fleet/schema.ts";
import { INK_SYSTEMS, type InkSystem } from "./ink-systems.ts";
import type { Item } from "./item.ts";

/** A machine's own: its class, of wide format its family. @example inkSystemOf({ class: "uv" }) // "uv" */
export function inkSystemOf(machine: Pick<Machine, "class" | "family">): InkSystem | undefined {
  const kind = machine.class === "wide" ? familyOf(machine) : machine.class;
  return INK_SYSTEMS.find((system) => system === kind);
}

/** Whether an ink is made for a machine; where the store does not say what it is for, nobody can tell and it may be. */
export function inkFits({ inkOf }: Pick<Item, "inkOf">, machine: Pick<Machine, "class" | "family">): boolean {
  const system = inkSystemOf(machine);
  return inkOf === undefined || (system !== undefined && inkOf.includes(system));
}

/**
 * What a millilitre of a machine's ink costs, in hundredths of the shop's money: the mean of the store's inks that are made for it, in its
 * colours; without one the store's own figure, a guess.
 *
 * @param colours of the machine's channels
 * @example inkCentsAMl([], machine, new Set(["black"]), 12) // 12
 */
export function inkCentsAMl(
  items: readonly Item[],
  machine: Pick<Machine, "class" | "family">,
  colours: ReadonlySet<string>,
  guess: number,
): number {
  const own = items.filter((item) => item.group === "ink" && item.ink !== undefined && colours.has(item.ink) && inkFits(item, machine));
  return own.length ? own.reduce((sum, { priceCents, pack }) => sum + priceCents / pack, 0) / own.length : guess;
}
