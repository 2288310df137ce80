import { type Static, Type } from "typebox";
import { plainFamily } from "./plain-family.ts";

/**
 * What a fluid is, so that it can be held against what it would meet. Water has two: what is distilled may
 * take the place of tap water, never the other way round.
 */
export const FLUID_FAMILIES = [
  "distilled-water",
  "tap-water",
  "aqueous-cleaner",
  "capping",
  "storage",
  "glass-cleaner",
  "approved-cleaner",
  "alcohol",
  "uv-cleaner",
  "solvent-cleaner",
  "coder-solvent",
  "household",
  "chlorine",
  "ammonia",
  "acid",
  "ink",
] as const;
export type FluidFamily = (typeof FLUID_FAMILIES)[number];

/** Statements of hazard by the Globally Harmonised System, with their wording classes; the supplier's sheet rules. */
export const STATEMENTS: Record<string, string> = {
  H225: "Highly flammable liquid and vapour",
  H226: "Flammable liquid and vapour",
  H302: "Harmful if swallowed",
  H315: "Causes skin irritation",
  H317: "May cause an allergic skin reaction",
  H318: "Causes serious eye damage",
  H319: "Causes serious eye irritation",
  H335: "May cause respiratory irritation",
  H336: "May cause drowsiness or dizziness",
  H411: "Toxic to aquatic life with long lasting effects",
};

const closed = { additionalProperties: false } as const;
const optional = Type.Optional;
const above0 = (maximum: number) => Type.Number({ exclusiveMinimum: 0, maximum });

export const Fluid = Type.Object(
  {
    family: Type.Enum([...FLUID_FAMILIES]),
    densityGPerMl: optional(above0(3)),
    /** Share of its mass that ends in the air. */
    volatileShare: optional(Type.Number({ minimum: 0, maximum: 1 })),
    molarMassGPerMol: optional(above0(1000)),
    /** Exposure limit over 8 hours, and for short times. */
    limitPpm: optional(above0(1e6)),
    shortLimitPpm: optional(above0(1e6)),
    lowerExplosivePercent: optional(above0(100)),
    flashPointC: optional(Type.Number({ minimum: -100, maximum: 400 })),
    statements: optional(Type.Array(Type.Enum(Object.keys(STATEMENTS)), { maxItems: 12, uniqueItems: true })),
    /** Where these values stand. */
    source: optional(Type.String({ minLength: 1, maxLength: 300 })),
  },
  closed,
);
export type Fluid = Static<typeof Fluid>;

/** Butanone (MEK); OSHA Table Z-1, NIOSH Pocket Guide, GHS (from memory). */
export const MEK: Fluid = {
  family: "coder-solvent",
  densityGPerMl: 0.805,
  volatileShare: 1,
  molarMassGPerMol: 72.11,
  limitPpm: 200,
  shortLimitPpm: 300,
  lowerExplosivePercent: 1.4,
  flashPointC: -9,
  statements: ["H225", "H319", "H336"],
  source: "OSHA Table Z-1, NIOSH Pocket Guide, GHS (from memory)",
};

/** Isopropyl alcohol; the same sources (from memory). */
export const ISOPROPYL: Fluid = {
  family: "alcohol",
  densityGPerMl: 0.785,
  volatileShare: 1,
  molarMassGPerMol: 60.1,
  limitPpm: 400,
  shortLimitPpm: 500,
  lowerExplosivePercent: 2,
  flashPointC: 12,
  statements: ["H225", "H319", "H336"],
  source: "OSHA Table Z-1, NIOSH Pocket Guide, GHS (from memory)",
};

/** What may be thinned with water; all else keeps to its own family. */
const TAKES_WATER: readonly FluidFamily[] = ["aqueous-cleaner", "capping", "storage", "household"];
const WATERS: readonly FluidFamily[] = ["distilled-water", "tap-water"];

/** Pairs that make poison or fire; said before all else (the usual cautions). */
const NEVER: [FluidFamily, FluidFamily, string][] = [
  ["chlorine", "acid", "chlorine and acid set poisonous chlorine gas free"],
  ["chlorine", "ammonia", "chlorine and ammonia set poisonous chloramine gas free"],
  ["chlorine", "alcohol", "chlorine and alcohol react and make poisonous vapour"],
  ["chlorine", "household", "a household cleaner may hold ammonia or acid, which chlorine must never meet"],
];

/** Why two fluids must not be mixed; `undefined` where they may. */
export function mustNotMeet(a: FluidFamily, b: FluidFamily): string | undefined {
  if (a === "ink" && b === "ink") return "inks are not mixed: each keeps to its own lines.";
  if (a === b) return undefined;
  for (const [one, other, why] of NEVER) if ((a === one && b === other) || (a === other && b === one)) return `${why}: never mix them.`;
  const [water, fluid] = WATERS.includes(a) ? [a, b] : WATERS.includes(b) ? [b, a] : [];
  if (water && fluid) {
    if (WATERS.includes(fluid)) return "tap water spoils distilled water: minerals stay in the cap and clog.";
    if (!TAKES_WATER.includes(fluid)) return `${plainFamily(fluid)} is not thinned with water: use it as it comes.`;
    return water === "tap-water" ? `${plainFamily(fluid)} takes distilled water only: minerals of tap water clog.` : undefined;
  }
  return `${plainFamily(a)} and ${plainFamily(b)} are of different families, which are not mixed.`;
}
