import type { Trigger } from "../fleet/schema.ts";
import type { Hazard } from "../safety/hazards.ts";
import { BUILT_IN_EFFECTS } from "./built-in-effects.ts";
import type { Routine } from "./routine.ts";
import { GEAR, STEPS } from "./steps/steps.ts";

/**
 * The built-in routines as data: rule, trigger, covers, minutes, skill, hazards. Numbers are defaults to be
 * edited (common practice, no source). Who gets which by itself follows from `rule`; those without a rule are
 * chosen by the house or called for by a run, a sign or a plan.
 */

const opening: Trigger = { every: "print-day", beat: "opening" };
const midday: Trigger = { every: "print-day", beat: "midday" };
const closing: Trigger = { every: "print-day", beat: "closing" };
const weekly: Trigger = { every: { weeks: 1 } };
const monthly: Trigger = { every: { months: 1 } };
/** All but the coders. */
const inkjet = { notClasses: ["cij" as const] };
const wet: Hazard[] = ["moving-parts", "waste-ink"];

/** Names for narrow places. */
const SHORT: Record<string, string> = {
  R01: "Check",
  R02: "White",
  R03: "Pre-print",
  R04: "Cleans",
  R05: "UV opening",
  R06: "Check",
  R07: "3 points",
  R08: "Waste",
  R10: "Water cap",
  R11: "Wet cap",
  R12: "Flush",
  R13: "Shutdown",
  R14: "Exercise",
  R15: "Check print",
  R16: "Surround, caps",
  R17: "Station, sump",
  R18: "Cap, filter",
  R19: "Caps, spit box",
  R20: "Basic clean",
  R21: "Deep clean",
  R22: "White shift",
  R24: "Head to rails",
  R25: "Service station",
  R26: "Surround, caps",
  R27: "White clean",
  R28: "Colour clean",
  R29: "Cap soak",
  R30: "Air filters",
  R31: "Rails",
  R32: "Strip",
  R33: "Wipers, pads",
  R36: "Seal test",
  R40: "Drying cap",
  R41: "Foams",
  R42: "Waste cartridge",
  R43: "Blade",
  R44: "Repack",
  R47: "Surround",
  R48: "Interior",
  R50: "Storage agreed",
  R51: "Storage flush",
  R52: "Cartridges",
  R53: "Line flush",
  R54: "Head out",
  R55: "Wake-up",
};

/** How the machine stands before or in it. */
const MACHINE_STATE: Record<string, string> = {
  R03: "parked, before power",
  R05: "at home, lamp off",
  R07: "in its maintenance position",
  R12: "idle, nothing on the bed",
  R17: "head in the middle, off and unplugged",
  R18: "in its cleaning position",
  R19: "idle, then in its cleaning position",
  R20: "idle",
  R21: "off and unplugged, head parked left",
  R23: "circulating without a jet",
  R24: "idle, in its maintenance position",
  R25: "idle, substrate out, cooled down",
  R26: "idle, by its menu",
  R31: "off and unplugged",
  R32: "off and unplugged",
  R34: "off and unplugged",
  R35: "off and unplugged",
  R37: "off and unplugged",
  R38: "off and unplugged",
  R39: "off and unplugged",
  R48: "off and unplugged",
  R52: "on, in its program",
  R53: "on, nothing printing",
};

const routine = (id: string, name: string, handsMinutes: number, waitMinutes: number, rest: Omit<Routine, "id" | "name">): Routine => ({
  id,
  name,
  short: SHORT[id] ?? name,
  ...(STEPS[id] ? { steps: STEPS[id] } : {}),
  ...(GEAR[id] ? { gear: GEAR[id] } : {}),
  ...(MACHINE_STATE[id] ? { machineState: MACHINE_STATE[id] } : {}),
  ...(BUILT_IN_EFFECTS[id] ? { effects: BUILT_IN_EFFECTS[id] } : {}),
  handsMinutes,
  waitMinutes,
  ...rest,
});

export const BUILT_IN: readonly Routine[] = [
  routine("R01", "Opening nozzle check", 3, 2, {
    rule: { notClasses: ["cij", "uv"] },
    trigger: opening,
    isCheck: true,
    hazards: ["moving-parts"],
  }),
  routine("R02", "Agitate white", 2, 0, {
    rule: { classes: ["dtg", "dtf"], withoutAbilities: ["white-circulation", "full-circulation"] },
    trigger: opening,
  }),
  routine("R03", "Pre-print care", 12, 6, {
    rule: { families: ["dtf-desktop"] },
    trigger: opening,
    voidsCheck: true,
    hazards: [...wet, "electricity"],
  }),
  routine("R04", "Opening cleans", 2, 6, { rule: { families: ["dtf-roll"] }, trigger: opening, voidsCheck: true, hazards: ["waste-ink"] }),
  routine("R05", "UV opening", 10, 10, {
    rule: { classes: ["uv"] },
    trigger: opening,
    isCheck: true,
    hazards: ["uv-light", "sensitiser", "flammable", "moving-parts"],
  }),
  routine("R06", "Midday nozzle check", 3, 2, {
    rule: { classes: ["uv"] },
    trigger: midday,
    isCheck: true,
    hazards: ["uv-light", "moving-parts"],
  }),
  routine("R07", "Three-point check", 6, 0, { rule: { families: ["dtf-roll"] }, trigger: closing, hazards: wet }),
  routine("R08", "Waste look", 1, 0, { rule: { waste: ["bottle", "tank"] }, trigger: midday, hazards: ["waste-ink"] }),
  routine("R09", "Pause cap", 2, 0, { calledFor: { classes: ["dtf"] }, hazards: ["moving-parts"] }),
  routine("R10", "Water cap", 4, 0, {
    rule: { classes: ["dtf"], policies: { cap: "wet" }, withoutAbilities: ["automatic-flush"] },
    trigger: closing,
    hazards: ["moving-parts"],
  }),
  routine("R11", "Clean and wet cap", 5, 4, { calledFor: { classes: ["dtf"] }, voidsCheck: true, hazards: wet }),
  routine("R12", "Wipe-down and automatic flush", 15, 5, {
    rule: { abilities: ["automatic-flush"] },
    trigger: closing,
    covers: ["R10", "R11"],
    voidsCheck: true,
    hazards: wet,
  }),
  routine("R13", "Shutdown self-clean", 1, 5, {
    rule: { abilities: ["shutdown-self-clean"], policies: { power: "off" } },
    trigger: closing,
    voidsCheck: true,
    hazards: ["moving-parts"],
  }),
  routine("R14", "Idle-day exercise", 8, 15, {
    rule: { classes: ["dtf", "dtg"], policies: { idle: "exercise" }, withoutAbilities: ["automatic-flush"] },
    trigger: { every: "idle-day" },
    voidsCheck: true,
    hazards: ["waste-ink"],
  }),
  routine("R15", "Weekly check print", 3, 2, { calledFor: inkjet, isCheck: true, hazards: ["moving-parts"] }),
  routine("R16", "Head surround, caps and wiper by hand", 15, 5, {
    rule: { parts: ["guard-rail"] },
    trigger: weekly,
    voidsCheck: true,
    hazards: wet,
  }),
  routine("R17", "Maintenance station and sump", 20, 3, {
    rule: { parts: ["ink-sump"] },
    trigger: weekly,
    voidsCheck: true,
    hazards: [...wet, "electricity"],
  }),
  routine("R18", "Head cap and spit-tray filter", 15, 3, {
    rule: { parts: ["spit-tray-filter"] },
    trigger: [{ every: { weeks: 1 } }, { sign: "ink-pools-on-filter" }],
    voidsCheck: true,
    hazards: wet,
  }),
  routine("R19", "Suction caps and spit box", 15, 0, { rule: { parts: ["spit-box"] }, trigger: weekly, voidsCheck: true, hazards: wet }),
  routine("R20", "Basic clean", 20, 3, { rule: { parts: ["carriage-pin"] }, trigger: weekly, voidsCheck: true, hazards: wet }),
  routine("R21", "Deep clean", 25, 5, {
    rule: { families: ["dtf-roll"] },
    trigger: { times: 2, per: "week", minPrintDays: 3 },
    covers: ["R07"],
    voidsCheck: true,
    hazards: [...wet, "electricity"],
  }),
  routine("R22", "Shift white positions", 10, 5, {
    rule: { policies: { white: "rotate" }, whiteChannelsAtLeast: 2 },
    trigger: weekly,
    voidsCheck: true,
    hazards: ["mixing", "mouth"],
  }),
  routine("R23", "Head clean", 12, 5, { rule: { classes: ["cij"] }, trigger: weekly, hazards: ["flammable", "electricity"] }),
  routine("R24", "Head, caps, wipers and rails", 30, 5, {
    rule: { families: ["solvent"] },
    trigger: weekly,
    voidsCheck: true,
    hazards: [...wet, "flammable"],
  }),
  routine("R25", "Service station", 45, 8, {
    rule: { families: ["heat-cured"] },
    trigger: weekly,
    voidsCheck: true,
    hazards: [...wet, "hot", "flammable"],
  }),
  routine("R26", "Head surround and caps by menu", 15, 2, {
    rule: { families: ["aqueous"], withoutParts: ["guard-rail"] },
    trigger: weekly,
    voidsCheck: true,
    hazards: wet,
  }),
  routine("R27", "White system clean", 10, 5, {
    rule: { abilities: ["two-ink-systems", "jig-clean"] },
    trigger: { every: { days: 3 } },
    voidsCheck: true,
    hazards: ["moving-parts"],
  }),
  routine("R28", "Colour system clean", 10, 5, {
    rule: { abilities: ["two-ink-systems", "jig-clean"] },
    trigger: { every: { days: 10 } },
    voidsCheck: true,
    hazards: ["moving-parts"],
  }),
  routine("R29", "Cap soak", 15, 30, {
    rule: { families: ["dye-sublimation"] },
    trigger: { byUse: { light: 6, heavy: 3 } },
    voidsCheck: true,
    hazards: wet,
  }),
  routine("R30", "Air filters", 5, 0, { rule: { parts: ["air-filter"] }, trigger: monthly, hazards: ["dust"] }),
  routine("R31", "Grease rails", 15, 0, { rule: { classes: ["dtg"], parts: ["rail"] }, trigger: monthly, hazards: ["moving-parts"] }),
  routine("R32", "Encoder strip", 5, 1, {
    rule: { parts: ["encoder-strip"] },
    trigger: [{ every: { months: 1 } }, { sign: "banding" }],
    hazards: ["moving-parts", "flammable"],
  }),
  routine("R33", "Wipers, wiper cleaners, flushing pads", 20, 3, {
    rule: { families: ["solvent"] },
    trigger: { byUse: { light: 6, heavy: 3 } },
    voidsCheck: true,
    hazards: [...wet, "flammable"],
  }),
  routine("R34", "Channel flush by syringe", 20, 5, {
    calledFor: inkjet,
    skill: "technician",
    voidsCheck: true,
    hazards: [...wet, "electricity", "mouth"],
  }),
  routine("R35", "Ink supply check", 10, 0, { calledFor: inkjet, voidsCheck: true, hazards: ["mouth", "waste-ink"] }),
  routine("R36", "Cap seal test", 3, 1, {
    rule: { classes: ["uv"] },
    calledFor: inkjet,
    trigger: monthly,
    voidsCheck: true,
    hazards: ["moving-parts", "sensitiser"],
  }),
  routine("R37", "Cap service", 40, 0, { calledFor: inkjet, skill: "technician", voidsCheck: true, hazards: [...wet, "electricity"] }),
  routine("R38", "Soak and brush", 30, 30, { calledFor: inkjet, skill: "technician", voidsCheck: true, hazards: [...wet, "electricity"] }),
  routine("R39", "Head replacement", 90, 15, {
    calledFor: inkjet,
    skill: "technician",
    voidsCheck: true,
    hazards: [...wet, "electricity"],
  }),
  routine("R40", "Drying cap and wiper roll", 10, 3, {
    rule: { parts: ["drying-cap", "wiper-roll"] },
    trigger: [{ count: { counter: "prints", every: 1000 } }, { prompt: {} }],
    voidsCheck: true,
    hazards: wet,
  }),
  routine("R41", "Flushing foams", 15, 3, {
    rule: { parts: ["flushing-foam"] },
    trigger: { prompt: { withinMinutes: 20 } },
    voidsCheck: true,
    hazards: wet,
  }),
  routine("R42", "Waste cartridge", 3, 0, {
    rule: { waste: ["cartridge"], policies: { cartridge: "replace" } },
    trigger: { prompt: {} },
    hazards: ["waste-ink"],
  }),
  routine("R43", "Cutter blade", 5, 2, { rule: { parts: ["cutter-blade"] }, trigger: { prompt: {} }, hazards: ["blade", "moving-parts"] }),
  routine("R44", "Waste cartridge repack", 60, 600, {
    rule: { waste: ["cartridge"], policies: { cartridge: "repack" } },
    trigger: { prompt: {} },
    skill: "technician",
    hazards: ["waste-ink", "dust"],
  }),
  routine("R45", "Empty the waste bottle", 6, 0, {
    calledFor: { waste: ["bottle", "tank"] },
    rule: { waste: ["bottle", "tank"] },
    hazards: ["waste-ink", "lifting"],
  }),
  routine("R46", "Ink, filters or make-up replaced", 5, 2, { calledFor: {}, voidsCheck: true, hazards: ["mixing"] }),
  routine("R47", "Head surround by menu", 8, 3, {
    rule: { classes: ["dtg"] },
    trigger: [{ sign: "banding" }, { sign: "stains" }],
    voidsCheck: true,
    hazards: wet,
  }),
  routine("R48", "Interior clean", 20, 0, {
    rule: { classes: ["dtg", "dtf"] },
    trigger: { sign: "mist-on-rails" },
    hazards: ["moving-parts", "electricity", "waste-ink"],
  }),
  routine("R50", "Storage agreed", 9, 0, { calledFor: {} }),
  routine("R51", "Flush for storage", 15, 10, { calledFor: { abilities: ["automatic-flush"] }, voidsCheck: true, hazards: wet }),
  routine("R52", "Cleaning-cartridge storage", 25, 11, {
    calledFor: { abilities: ["storage-cartridges"] },
    voidsCheck: true,
    hazards: [...wet, "mixing"],
  }),
  routine("R53", "Line-by-line flush", 70, 20, {
    calledFor: { abilities: ["bottles"] },
    voidsCheck: true,
    hazards: [...wet, "mouth", "electricity", "mixing"],
  }),
  routine("R54", "Head out", 45, 0, {
    calledFor: { abilities: ["removable-head"] },
    skill: "technician",
    voidsCheck: true,
    hazards: [...wet, "electricity", "mouth", "mixing"],
  }),
  routine("R55", "Wake-up", 35, 6, { calledFor: { notClasses: ["cij"] }, voidsCheck: true, hazards: [...wet, "electricity"] }),
];

export const BUILT_IN_IDS: readonly string[] = BUILT_IN.map(({ id }) => id);

/** Whether a routine's hazards are the house's own words: of a routine of its own, or of a built-in one that it changed. @example saysOwnHazards({ id: "house-x" }) → true */
export function saysOwnHazards({ id = "", hazards = [] }: Partial<Pick<Routine, "id" | "hazards">>): boolean {
  const shipped = BUILT_IN.find((each) => each.id === id);
  return !shipped || [...(shipped.hazards ?? [])].sort().join() !== [...hazards].sort().join();
}
