/** What an ink is made for: an ink of one is never poured at another. */
export const INK_SYSTEMS = ["dtf", "dtg", "uv", "solvent", "heat-cured", "aqueous", "dye-sublimation", "cij"] as const;
export type InkSystem = (typeof INK_SYSTEMS)[number];
