/** The ids that files, code and database share. A house's own parts, signs and skills begin with `house-`. */

export { CLASSES, FAMILIES, type MachineClass } from "./classes.ts";

export const INKS = [
  "black",
  "cyan",
  "magenta",
  "yellow",
  "light-cyan",
  "light-magenta",
  "light-black",
  "red",
  "green",
  "blue",
  "orange",
  "white",
  "varnish",
  "coding",
  "fluid",
] as const;

export const PARTS = [
  "head",
  "cap",
  "cap-seal",
  "cap-pad",
  "drying-cap",
  "wiper",
  "wiper-cleaner",
  "wiper-roll",
  "spit-tray",
  "spit-tray-filter",
  "spit-box",
  "flushing-foam",
  "flushing-pad",
  "ink-sump",
  "damper",
  "ink-line",
  "pump",
  "encoder-strip",
  "air-filter",
  "aerosol-filter",
  "rail",
  "cutter-blade",
  "lamp",
  "cleaning-roll",
  "cleaning-blade",
  "guard-rail",
  "carriage-pin",
  "feed-roller",
  "gutter",
  "deflection-plates",
  "phase-detector",
  "charge-electrode",
  "gun-body",
] as const;

export const WASTE_KINDS = ["bottle", "cartridge", "borderless-cartridge", "tank"] as const;

export const ABILITIES = [
  "standby-self-clean",
  "shutdown-self-clean",
  "white-circulation",
  "full-circulation",
  "automatic-flush",
  "storage-cartridges",
  "bottles",
  "removable-head",
  "jig-clean",
  "two-ink-systems",
  "waste-alarm",
  "part-prompts",
  "level-reporting",
] as const;

export const POLICIES = {
  power: ["on", "off"],
  cap: ["wet", "dry"],
  cadence: ["calendar", "print-days", "indicator"],
  recovery: ["ladder", "fixed", "load-and-clean"],
  idle: ["exercise", "flush"],
  plate: ["never", "wipe"],
  fluid: ["maker", "water", "alcohol", "household"],
  cartridge: ["replace", "repack"],
  white: ["move", "rotate"],
} as const;

export const SKILLS = ["dtf", "dtg", "uv", "solvent", "wide", "cij", "technician"] as const;
export const ROLES = ["supervisor", "operator", "technician", "viewer"] as const;
export type Role = (typeof ROLES)[number];
export const COUNTERS = ["prints", "square-metres", "ink-litres", "run-hours", "cleans", "powered-days"] as const;

export const SIGNS = [
  "banding",
  "weak-white",
  "slow-white",
  "colour-absent",
  "all-poor-after-load",
  "new-head-silent",
  "cap-drains-one-side",
  "white-in-cap-water",
  "ink-pools-on-filter",
  "mist-on-rails",
  "stains",
  "lines-after-care",
  "condensation-warning",
  "ink-on-idle-head",
  "air-in-line",
  "mixed-colours",
] as const;

export { BEATS, type Beat } from "./beats.ts";

export type PartKind = (typeof PARTS)[number];
export type WasteKind = (typeof WASTE_KINDS)[number];
export type Ability = (typeof ABILITIES)[number];
export type PolicyName = keyof typeof POLICIES;
