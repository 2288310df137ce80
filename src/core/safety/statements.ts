/**
 * Hazard statements as the Globally Harmonised System words them, for the classes that this trade's fluids usually have.
 * Source: GHS, annex 3 (from memory); those of MEK and isopropyl alcohol are H225, H319 and H336. The supplier's sheet rules.
 */
export const STATEMENTS = {
  H225: "Highly flammable liquid and vapour",
  H315: "Causes skin irritation",
  H317: "May cause an allergic skin reaction",
  H319: "Causes serious eye irritation",
  H336: "May cause drowsiness or dizziness",
} as const;

export type Statement = keyof typeof STATEMENTS;

/** `H225 Highly flammable liquid and vapour; …` */
export const statementWords = (statements: readonly Statement[]): string =>
  statements.map((statement) => `${statement} ${STATEMENTS[statement]}`).join("; ");
