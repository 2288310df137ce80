import type { Statement } from "./statements.ts";

/** `statements`: what a supplier's sheet usually says of the fluids that it comes with. */
type Caution = { name: string; caution: string; statements?: readonly Statement[] };

/** What can hurt someone, and the caution that goes with it. Common practice, no source; data sheets and manuals rule. */
export const HAZARDS = {
  flammable: {
    name: "Flammable liquid and vapour",
    caution:
      "No flame, spark, hot lamp or heater nearby. Ventilate. Small amounts, closed container. Goggles and solvent-proof gloves; rags into a lidded metal bin.",
    statements: ["H225", "H319", "H336"],
  },
  sensitiser: {
    name: "Skin sensitiser",
    caution: "Gloves, changed when wet; long sleeves; goggles. Wash off at once. Whoever is sensitised stops handling it.",
    statements: ["H315", "H317"],
  },
  "uv-light": { name: "UV light", caution: "Lamp off and shutters on before you look or reach in." },
  "moving-parts": {
    name: "Moving carriage, platen, cutter or belt",
    caution: "Machine off and unplugged, or in its maker's maintenance position, before a hand goes in. Nobody else at the panel.",
  },
  hot: { name: "Hot parts", caution: "Wait until it has cooled." },
  electricity: { name: "Electricity and liquid", caution: "No fluid on boards or connectors. Dry before power." },
  blade: { name: "Blade", caution: "Sharp end away from you; the old blade goes into a tube." },
  "waste-ink": {
    name: "Waste ink and rinse water",
    caution: "Never down the drain unless local rules allow it. Labelled container, waste handler.",
  },
  mixing: {
    name: "Fluids mixed up",
    caution: "Never mix fluids of different families; no chlorine with ammonia or acid. Label every bottle.",
  },
  mouth: { name: "Ink lines", caution: "Never draw ink or fluid by mouth: syringe or pump." },
  dust: { name: "Dust", caution: "Wear a mask; no compressed air." },
  lifting: { name: "Heavy load", caution: "Two people lift." },
} as const satisfies Record<string, Caution>;

export type Hazard = keyof typeof HAZARDS;

/** A hazard with all that is said of it. */
export type HazardView = Caution & { id: Hazard };
export const hazardView = (id: Hazard): HazardView => ({ id, ...HAZARDS[id] });

/** Stands on each page that shows a hazardous routine. */
export const DEFERENCE =
  "Follow the safety data sheet, the machine's manual and local rules, and leave to trained people what they reserve to them.";

/** What no step here asks for, though some shops do it, and why. */
export const REFUSED: readonly { practice: string; why: string; instead: string }[] = [
  {
    practice: "A cover switch held down, so that the machine runs with its lid open",
    why: "The switch is what keeps a hand out of a moving carriage, platen or cutter. Who holds it down takes away the only guard that others rely on.",
    instead: "Use the maker's maintenance position, or switch off and unplug before a hand goes in.",
  },
  {
    practice: "The plug pulled while the carriage travels, to stop it in the middle",
    why: "The carriage runs on with its weight, the heads stand uncapped, and a hand is near a mains plug and wet parts. A machine that circulates its ink stops circulating.",
    instead: "Stop it at the panel, then move a dead carriage slowly by hand, or free it by the maker's way.",
  },
];
