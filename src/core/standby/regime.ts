/** In the handbook's order: “up” is down this list. */
export const REGIMES = ["night", "powered", "wet", "solution", "alive", "flush", "drained", "full", "head-out"] as const;
export type Regime = (typeof REGIMES)[number];
export const REGIME_NAMES: Readonly<Record<Regime, string>> = {
  night: "night",
  powered: "left powered",
  wet: "short, wet",
  solution: "short, with solution",
  alive: "kept alive",
  flush: "automatic flush",
  drained: "washed and drained",
  full: "stored full of fluid",
  "head-out": "head out",
};
