import { familyOf } from "../fleet/rule.ts";
import type { Machine } from "../fleet/schema.ts";
import type { Hazard } from "./hazards.ts";

/** Cautions that hold for one class alone. Source: the safety table of the handbook, its column "where". */
const UV_ONLY: readonly Hazard[] = ["sensitiser", "uv-light"];

/**
 * The hazards of a routine as they are at one machine: work with waste ink has what that machine's ink has, and what only a
 * UV machine does is not said elsewhere. What a house wrote into a routine of its own stays.
 *
 * @param ofHouse the house wrote these hazards itself
 * @example hazardsAt(["waste-ink"], { class: "uv", … }) → ["waste-ink", "sensitiser"]
 */
export function hazardsAt(hazards: readonly Hazard[], machine: Pick<Machine, "class" | "family">, ofHouse = false): Hazard[] {
  const isUv = machine.class === "uv";
  const solvent = machine.class === "cij" || familyOf(machine) === "solvent";
  const ofInk: Hazard[] = hazards.includes("waste-ink")
    ? [...(isUv ? (["sensitiser"] as const) : []), ...(solvent ? (["flammable"] as const) : [])]
    : [];
  return [...new Set([...hazards.filter((each) => ofHouse || isUv || !UV_ONLY.includes(each)), ...ofInk])];
}
