/** In the handbook's order: “up” is down this list. */
export const REGIMES = ["night", "powered", "wet", "solution", "alive", "flush", "drained", "full", "head-out"] as const;
export type Regime = (typeof REGIMES)[number];
export const REGIME_NAMES: Readonly<Record<Regime, string>> = {
  night: "Night",
  powered: "Left on",
  wet: "Wet cap",
  solution: "Solution cap",
  alive: "Run daily",
  flush: "Auto flush",
  drained: "Washed, drained",
  full: "Full of fluid",
  "head-out": "Head out",
};
