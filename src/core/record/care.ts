/** What was done for a machine's nozzles or supply outside its routines. */
export const CARE = [
  "clean",
  "load",
  "repair",
  "wake",
  "look",
  "seal-test",
  "cap-service",
  "damper",
  "by-hand",
  "flush",
  "colour-flag",
  "rest",
  "technician",
] as const;
/** What of it takes a check's force. */
export const VOIDING_CARE: readonly string[] = ["clean", "load", "repair", "wake", "cap-service", "damper", "by-hand", "flush"];
