import { ROOM_SETTINGS } from "../core/condition/room/room.ts";
import { ISOPROPYL, MEK } from "../core/stores/fluids.ts";
import type { InkSystem } from "../core/stores/ink-systems.ts";
import type { Container, Item, Supplier } from "../core/stores/item.ts";
import type { SettingChange } from "../work/shop/settings.ts";

/** The store of the demo house: invented goods of invented suppliers, what they cost and how they are kept. */

export const SUPPLIERS: Supplier[] = [
  { id: "pellwright", name: "Pellwright Supply", leadDays: 5, mail: "orders@pellwright.example" },
  { id: "marlstone", name: "Marlstone Chemicals", leadDays: 9, mail: "desk@marlstone.example" },
  { id: "fenhollow", name: "Fenhollow Parts", leadDays: 12, mail: "parts@fenhollow.example" },
  { id: "harbour-stores", name: "Eddering Harbour Stores", leadDays: 2, mail: "counter@harbour-stores.example" },
];

export const CONTAINERS: Container[] = [
  { id: "drum-water", name: "Grey drum, water-based", volumeMl: 25_000, kind: "water-based waste ink", takes: "water" },
  { id: "drum-solvent", name: "Red drum, solvent", volumeMl: 10_000, kind: "solvent waste, flammable", takes: "solvent" },
  { id: "can-uv", name: "Black can, UV", volumeMl: 5000, kind: "uncured UV ink", takes: "uv" },
];

const item = (id: string, name: string, group: Item["group"], rest: Omit<Item, "id" | "name" | "group">): Item => ({
  id,
  name,
  group,
  ...rest,
});
const SHEET = "https://sheets.marlstone.example/";
const made = "the invented supplier's sheet";

const SYSTEM_NAMES: Record<string, string> = {
  sign: "Sign",
  "heat-cured": "Heat-cured",
  aqueous: "Aqueous",
  "dye-sublimation": "Sublimation",
};
const ink = (system: string, colour: NonNullable<Item["ink"]>, pack: number, priceCents: number, supplier: string): Item =>
  item(`${system}-${colour}`, `${SYSTEM_NAMES[system] ?? system.toUpperCase()} ink, ${colour.replace("-", " ")}`, "ink", {
    unit: "mL",
    keeping: "lot",
    pack,
    priceCents,
    minPacks: 1,
    supplier,
    shelfDays: 365,
    openDays: 120,
    place: "Ink shelf",
    ink: colour,
    inkOf: [system === "sign" ? "solvent" : (system as InkSystem)],
  });
const LIGHT = ["light-cyan", "light-magenta"] as const;
const COLOURS = ["black", "cyan", "magenta", "yellow"] as const;

const part = (id: string, name: string, names: string[], priceCents: number, rest: Partial<Item> = {}): Item =>
  item(id, name, "part", {
    unit: "pieces",
    keeping: "counted",
    pack: 1,
    priceCents,
    minPacks: 1,
    supplier: "fenhollow",
    place: "Parts drawer",
    names,
    ...rest,
  });
const boxes = (
  id: string,
  name: string,
  names: string[],
  pack: number,
  priceCents: number,
  group: Item["group"] = "swabs and wipes",
): Item =>
  item(id, name, group, {
    unit: "pieces",
    keeping: "two-boxes",
    pack,
    priceCents,
    minPacks: 2,
    supplier: "harbour-stores",
    place: "Wipes cupboard",
    names,
  });
const fluid = (id: string, name: string, names: string[], pack: number, priceCents: number, rest: Partial<Item>): Item =>
  item(id, name, "fluid", {
    unit: "mL",
    keeping: "lot",
    pack,
    priceCents,
    minPacks: 1,
    supplier: "marlstone",
    place: "Fluid cabinet",
    names,
    ...rest,
  });

export const ITEMS: Item[] = [
  ...["white" as const, ...COLOURS].map((colour) => ink("dtf", colour, 1000, colour === "white" ? 5200 : 4400, "pellwright")),
  ...["white" as const, ...COLOURS].map((colour) => ink("dtg", colour, 500, colour === "white" ? 6900 : 6100, "pellwright")),
  ...["white" as const, ...COLOURS].map((colour) => ink("uv", colour, 500, 7400, "fenhollow")),
  ink("uv", "varnish", 500, 8100, "fenhollow"),
  ...[...COLOURS, ...LIGHT, "light-black" as const, "orange" as const].map((colour) => ink("sign", colour, 500, 5600, "marlstone")),
  ...[...COLOURS, ...LIGHT].map((colour) => ink("heat-cured", colour, 500, 6400, "marlstone")),
  ...[...COLOURS, ...LIGHT, "light-black" as const, "blue" as const].map((colour) => ink("aqueous", colour, 350, 8900, "pellwright")),
  ...COLOURS.map((colour) => ink("dye-sublimation", colour, 1000, 5200, "pellwright")),
  item("coder-ink", "Coder ink, black", "ink", {
    unit: "mL",
    keeping: "lot",
    pack: 500,
    priceCents: 4900,
    minPacks: 2,
    supplier: "pellwright",
    shelfDays: 270,
    openDays: 90,
    place: "Flame cabinet",
    ink: "coding",
    fluid: { ...MEK, densityGPerMl: 0.87, volatileShare: 0.8 },
  }),
  fluid("aqueous-cleaner", "Marlstone aqueous cleaner", ["cleaning fluid"], 1000, 2400, {
    minPacks: 2,
    shelfDays: 540,
    openDays: 180,
    fluid: { family: "aqueous-cleaner", densityGPerMl: 1.02, volatileShare: 0.03, statements: ["H319"], source: made },
    sheet: `${SHEET}aqueous-cleaner.pdf`,
  }),
  fluid("flush-fluid", "Marlstone flush fluid", ["flush fluid"], 5000, 6200, {
    minPacks: 1,
    shelfDays: 540,
    openDays: 180,
    fluid: { family: "aqueous-cleaner", densityGPerMl: 1.01, volatileShare: 0.02, statements: ["H319"], source: made },
    sheet: `${SHEET}flush-fluid.pdf`,
  }),
  fluid("uv-cleaner", "Fenhollow UV cleaner", ["UV cleaner"], 500, 2900, {
    supplier: "fenhollow",
    shelfDays: 365,
    openDays: 180,
    fluid: {
      family: "uv-cleaner",
      densityGPerMl: 0.97,
      volatileShare: 0.9,
      molarMassGPerMol: 132.2,
      statements: ["H226", "H317", "H319"],
      source: made,
    },
    sheet: "https://sheets.fenhollow.example/uv-cleaner.pdf",
  }),
  fluid("solvent-cleaner", "Marlstone solvent cleaner", ["solvent cleaner"], 1000, 3100, {
    shelfDays: 540,
    fluid: {
      family: "solvent-cleaner",
      densityGPerMl: 0.95,
      volatileShare: 1,
      molarMassGPerMol: 118.2,
      limitPpm: 50,
      statements: ["H226", "H319", "H336"],
      source: made,
    },
    sheet: `${SHEET}solvent-cleaner.pdf`,
    place: "Flame cabinet",
  }),
  fluid("coder-solvent", "Coder solvent (butanone)", ["coder solvent"], 1000, 2700, {
    supplier: "pellwright",
    minPacks: 2,
    shelfDays: 540,
    fluid: MEK,
    sheet: "https://sheets.pellwright.example/coder-solvent.pdf",
    place: "Flame cabinet",
  }),
  fluid("alcohol", "Isopropyl alcohol", ["alcohol"], 1000, 1200, {
    supplier: "harbour-stores",
    shelfDays: 730,
    fluid: ISOPROPYL,
    place: "Flame cabinet",
  }),
  fluid("glass-cleaner", "Glass cleaner", ["glass cleaner"], 500, 450, {
    supplier: "harbour-stores",
    keeping: "counted",
    fluid: { family: "glass-cleaner", densityGPerMl: 0.99, volatileShare: 0.08, statements: ["H319"], source: made },
  }),
  fluid("distilled-water", "Distilled water", ["distilled water"], 5000, 500, {
    supplier: "harbour-stores",
    keeping: "counted",
    minPacks: 2,
    fluid: { family: "distilled-water", densityGPerMl: 1, volatileShare: 0 },
  }),
  fluid("capping-concentrate", "Capping concentrate", ["capping concentrate"], 250, 1900, {
    shelfDays: 540,
    openDays: 365,
    fluid: { family: "capping", densityGPerMl: 1.05, volatileShare: 0.05, statements: ["H319"], source: made },
  }),
  fluid("capping-solution", "Capping solution, mixed here", ["capping solution"], 500, 0, {
    openDays: 14,
    recipe: [
      { item: "capping-concentrate", parts: 1 },
      { item: "distilled-water", parts: 9 },
    ],
    fluid: { family: "capping", densityGPerMl: 1, volatileShare: 0.005, source: "worked out from its parts" },
  }),
  fluid("storage-liquid", "Storage liquid", ["storage liquid"], 1000, 3300, {
    shelfDays: 730,
    fluid: { family: "storage", densityGPerMl: 1.03, volatileShare: 0.02, source: made },
  }),
  fluid("household-cleaner", "All-purpose cleaner, mild", [], 1000, 390, {
    supplier: "harbour-stores",
    keeping: "counted",
    fluid: { family: "household", densityGPerMl: 1, volatileShare: 0.02, statements: ["H319"], source: made },
  }),
  fluid("bleach", "Chlorine bleach, floors only", [], 2000, 290, {
    supplier: "harbour-stores",
    keeping: "counted",
    fluid: { family: "chlorine", densityGPerMl: 1.1, volatileShare: 0, statements: ["H315", "H318", "H411"], source: made },
  }),
  part("cap-assembly", "Cap assembly", ["cap assemblies"], 8400),
  part("cap-pad", "Cap pad", ["cap pads"], 900, { pack: 2 }),
  part("damper", "Damper", ["dampers"], 1450, { pack: 2 }),
  part("air-filter", "Air filter", ["air filters"], 700, { pack: 4 }),
  part("wiper-kit", "Wiper kit, sign printer", ["wiper kits"], 5200, { supplier: "marlstone" }),
  part("drying-cap", "Drying cap", ["drying caps"], 3900),
  part("wiper-roll", "Wiper roll", ["wiper rolls"], 2600),
  part("flushing-foam", "Flushing foam", ["flushing foams"], 1100, { pack: 2 }),
  part("waste-cartridge", "Waste cartridge, 0.9 L", ["waste cartridges"], 3400, { supplier: "pellwright" }),
  part("cutter-blade", "Cutter blade", ["cutter blades"], 2100),
  part("head-dtg", "Print head, DTG", ["heads"], 142_000, { leadDays: 21 }),
  part("film", "Test film and garments", ["film or a test garment"], 45, {
    pack: 50,
    group: "film and garments",
    supplier: "harbour-stores",
    place: "Film rack",
  }),
  boxes("foam-swabs", "Foam swabs", ["foam swabs"], 250, 2200),
  boxes("wipes", "Lint-free wipes", ["lint-free wipes"], 300, 1800),
  boxes("alcohol-wipes", "Alcohol wipes", ["alcohol wipes"], 150, 1700),
  boxes("sticks", "Cleaning sticks", ["cleaning sticks"], 200, 2600),
  boxes("fin-swabs", "Fin swabs", ["fin swabs"], 100, 1900),
  boxes("microfibre", "Microfibre cloths", ["microfibre cloths"], 20, 1400),
  boxes("towels", "Lint-free towels", ["lint-free towels"], 50, 1600),
  boxes("rags", "Rags", ["rags"], 100, 900),
  boxes("gloves", "Nitrile gloves", ["nitrile gloves"], 100, 750, "gloves and gear"),
  item("rail-grease", "Rail grease", "part", {
    unit: "g",
    keeping: "counted",
    pack: 100,
    priceCents: 1700,
    minPacks: 1,
    supplier: "fenhollow",
    place: "Parts drawer",
    names: ["rail grease"],
  }),
  item("cap-kit", "Cap service kit", "kit", {
    unit: "pieces",
    keeping: "counted",
    pack: 1,
    priceCents: 6200,
    minPacks: 1,
    supplier: "fenhollow",
    place: "Parts drawer",
    contents: [
      { item: "cap-pad", amount: 2 },
      { item: "air-filter", amount: 1 },
    ],
  }),
  item("transfer-pump", "Transfer pump", "tool", {
    unit: "pieces",
    keeping: "listed",
    pack: 1,
    priceCents: 3500,
    minPacks: 1,
    place: "Tool wall",
  }),
  item("syringes", "Syringes, 20 mL", "tool", {
    unit: "pieces",
    keeping: "listed",
    pack: 10,
    priceCents: 800,
    minPacks: 1,
    place: "Tool wall",
  }),
  part("cleaning-cartridge", "Cleaning cartridge, general", ["cleaning cartridges"], 1850, { pack: 4, supplier: "pellwright" }),
];

const ROOMS: Record<string, Partial<typeof ROOM_SETTINGS>> = {
  film: { volumeM3: 420, airChangesAnHour: 1.2, floorPercent: 45, targetPercent: 52 },
  garment: { volumeM3: 260, airChangesAnHour: 1, floorPercent: 42, targetPercent: 48 },
  flatbed: { volumeM3: 240, airChangesAnHour: 4, floorPercent: 40, targetPercent: 45 },
  roll: { volumeM3: 600, airChangesAnHour: 3, floorPercent: 40, targetPercent: 45 },
  packing: { volumeM3: 180, airChangesAnHour: 4, floorPercent: 35, targetPercent: 45 },
};

/** All of it as settings of the shop. */
export function storeSettings(): SettingChange[] {
  const of = (subject: string, rows: readonly { id: string; name: string }[]): SettingChange[] =>
    rows.map((body, place) => ({ subject, id: body.id, place, body: { ...body }, what: `${body.name} set up` }));
  return [
    ...of("supplier", SUPPLIERS),
    ...of("item", ITEMS),
    ...of("container", CONTAINERS),
    { subject: "stores", id: "site", body: { volatileGramsAMonth: 7000 }, what: "The store's numbers set" },
    ...Object.entries(ROOMS).map(([id, room]) => ({
      subject: "room",
      id,
      body: { ...ROOM_SETTINGS, ...room },
      what: `The air of ${id} set`,
    })),
    {
      subject: "network",
      id: "air",
      body: {
        broker: "stand-in",
        topic: "eddering/+/air",
        sensors: ["film", "garment", "flatbed", "roll", "packing"].map((area) => `${area}/${area}-wall`),
      },
      what: "Sensors of the rooms' air: the stand-in",
    },
  ];
}
