/** The parts that each built-in routine tends (common practice, no source), for the drawn head end. */
export const TENDS: Record<string, string[]> = {
  R07: ["wiper", "cap"],
  R10: ["cap"],
  R16: ["cap", "wiper", "guard-rail"],
  R17: ["ink-sump", "cap", "wiper"],
  R18: ["spit-tray-filter", "cap"],
  R19: ["cap", "spit-box"],
  R20: ["cap", "wiper", "carriage-pin"],
  R21: ["cap", "wiper", "cap-pad"],
  R23: ["gutter", "deflection-plates", "charge-electrode", "gun-body"],
  R24: ["cap", "wiper", "rail"],
  R25: ["cap", "aerosol-filter", "cleaning-roll", "cleaning-blade"],
  R26: ["cap", "wiper"],
  R29: ["cap", "cap-pad"],
  R30: ["air-filter"],
  R31: ["rail"],
  R32: ["encoder-strip"],
  R33: ["wiper", "wiper-cleaner", "flushing-pad"],
  R36: ["cap", "cap-pad"],
  R40: ["drying-cap", "wiper-roll"],
  R41: ["flushing-foam"],
  R43: ["cutter-blade"],
};

const DRIES = ["cap", "cap-seal", "cap-pad", "drying-cap", "wiper", "spit-tray", "spit-tray-filter", "head"];
/** Care that comes earlier in dry air: of what ink dries on (common practice, no source). */
export const DRY_AIR_SHORTENS: ReadonlySet<string> = new Set(
  Object.entries(TENDS).flatMap(([routine, parts]) => (parts.some((part) => DRIES.includes(part)) ? [routine] : [])),
);

/** Routines that shake or exercise ink, which would settle or dry without (common practice, no source). */
export const KEEP_INK_MOVING: readonly string[] = ["R02", "R14"];
