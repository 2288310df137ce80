import type { Machine } from "../fleet/schema.ts";
import type { Unit } from "./item.ts";
import type { ShelfItem } from "./run-materials.ts";
import { usable } from "./shelf.ts";
import { whichFluid } from "./which-fluid.ts";

/** What helps where the shelf holds too little of an item. Amounts in the item's unit. */
export type Help =
  | { kind: "mix"; parts: { name: string; amount: number; unit: Unit }[] }
  | { kind: "kit"; name: string }
  | { kind: "instead"; name: string }
  | { kind: "order" };
export type Short = { item: ShelfItem; needed: number; there: number; helps: Help[] };

/**
 * How much of an item is there, and what helps where that is too little: to mix it of what is there, to open a kit that holds it, another
 * fluid of its kind that fits the machine's ink; else an order. `undefined` where there is enough.
 *
 * @example shortOf(item, 0, [item], machine) // undefined
 */
export function shortOf(item: ShelfItem, needed: number, shelf: readonly ShelfItem[], machine: Machine): Short | undefined {
  const there = usable(item.lots);
  if (there >= needed) return undefined;
  const on = (id: string) => shelf.find((each) => each.id === id);
  const parts = item.recipe ?? [];
  const all = parts.reduce((sum, each) => sum + each.parts, 0);
  const mixed = parts.map((each) => {
    const part = on(each.item);
    return { part, name: part?.name ?? "", unit: item.unit, amount: Math.ceil(((needed - there) * each.parts) / all) };
  });
  const canMix = mixed.length > 0 && mixed.every(({ part, amount }) => part !== undefined && usable(part.lots) >= amount);
  const kits = shelf.filter((each) => each.contents?.some((inner) => inner.item === item.id) && usable(each.lots) >= 1);
  const others = shelf.filter(
    (each) =>
      each !== item &&
      each.unit === item.unit &&
      each.fluid !== undefined &&
      each.fluid.family === item.fluid?.family &&
      each.fluid.family !== "ink" &&
      usable(each.lots) >= needed &&
      whichFluid(each.fluid.family, machine).verdict === "fits",
  );
  const helps: Help[] = [
    ...(canMix ? [{ kind: "mix" as const, parts: mixed.map(({ part: _, ...each }) => each) }] : []),
    ...kits.map(({ name }) => ({ kind: "kit" as const, name })),
    ...others.map(({ name }) => ({ kind: "instead" as const, name })),
  ];
  return { item, needed, there, helps: helps.length ? helps : [{ kind: "order" }] };
}
