import { familyOf } from "../core/fleet/rule.ts";
import type { Machine } from "../core/fleet/schema.ts";
import type { Item } from "../core/stores/item.ts";

/** The inks that a machine takes, as the demo's shelf names them; undefined where it keeps none for it. */
const systemOf = (machine: Machine): string | undefined =>
  machine.class === "wide" ? (familyOf(machine) === "solvent" ? "sign" : undefined) : machine.class === "cij" ? "coder" : machine.class;
export const takesKeptInk = (machine: Machine): boolean => systemOf(machine) !== undefined;

/** With what a channel of a machine is filled, how much of it, and every how many days. */
export function fillingOf(
  items: readonly Item[],
  machine: Machine,
  ink: string,
): { item: Item; amount: number; every: number } | undefined {
  const system = systemOf(machine);
  const item = system && items.find(({ id }) => id === (system === "coder" ? "coder-ink" : `${system}-${ink}`));
  if (!item) return undefined;
  const amount = Math.min(item.pack, system === "coder" ? 400 : item.pack * 0.9);
  return { item, amount, every: system === "coder" ? 24 : ink === "white" ? 15 : 33 };
}
