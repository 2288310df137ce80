/** Classes of machines and their families; apart from the other ids, since a tablet's first screen needs these alone. */

export const FAMILIES = {
  dtf: ["dtf-desktop", "dtf-roll"],
  dtg: ["dtg"],
  uv: ["uv-flatbed"],
  wide: ["solvent", "heat-cured", "aqueous", "dye-sublimation"],
  cij: ["cij"],
} as const;

export type MachineClass = keyof typeof FAMILIES;
export const CLASSES = Object.keys(FAMILIES) as MachineClass[];
