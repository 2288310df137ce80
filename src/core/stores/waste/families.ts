import { familyOf } from "../../fleet/rule.ts";
import type { Machine } from "../../fleet/schema.ts";
import { type Container, WASTE_FAMILIES, type WasteFamily } from "../item.ts";

/** What a machine's waste is, by its ink. @example wasteFamilyOf({ class: "uv" }) // "uv" */
export const wasteFamilyOf = (machine: Pick<Machine, "class" | "family">): WasteFamily =>
  machine.class === "uv" ? "uv" : machine.class === "cij" || familyOf(machine) === "solvent" ? "solvent" : "water";

/** What a container takes, as the shop says; else a guess by its words. @example containerFamily({ kind: "uncured UV ink" }) // "uv" */
export const containerFamily = ({ kind, takes }: Pick<Container, "kind" | "takes">): WasteFamily =>
  takes ?? (/\buv\b/i.test(kind) ? "uv" : /solvent|flammable|\bmek\b|alcohol/i.test(kind) ? "solvent" : "water");

/** A container is full at so much of it. */
export const FULL_SHARE = 0.95;

export type FamilyWaste = { family: WasteFamily; ml: number; roomMl: number; containers: string[] };

/**
 * Waste to come held against the shop's containers, each family against its own.
 * @param held mL in each container, by id
 * @returns the families that anything comes of
 */
export function wasteByFamily(
  comes: readonly { machine: Pick<Machine, "class" | "family">; ml: number }[],
  containers: readonly Container[],
  held: ReadonlyMap<string, number>,
): FamilyWaste[] {
  return WASTE_FAMILIES.flatMap((family) => {
    const ml = comes.reduce((sum, each) => sum + (wasteFamilyOf(each.machine) === family ? each.ml : 0), 0);
    if (ml <= 0) return [];
    const own = containers.filter((each) => containerFamily(each) === family);
    const roomMl = own.reduce((sum, { id, volumeMl }) => sum + Math.max(0, volumeMl * FULL_SHARE - (held.get(id) ?? 0)), 0);
    return [{ family, ml, roomMl, containers: own.map(({ name }) => name) }];
  });
}
