import { type Static, Type } from "typebox";
import { Id, Name } from "../fleet/schema.ts";
import { INKS } from "../fleet/vocabulary.ts";
import { Fluid } from "./fluids.ts";
import { INK_SYSTEMS } from "./ink-systems.ts";

/** What a store keeps, as settings: items, suppliers, and the numbers that orders are worked out with. */

const closed = { additionalProperties: false } as const;
const optional = Type.Optional;

export const ITEM_GROUPS = ["ink", "fluid", "part", "swabs and wipes", "gloves and gear", "film and garments", "kit", "tool"] as const;
export const UNITS = ["mL", "g", "pieces"] as const;
export type Unit = (typeof UNITS)[number];
/** How closely an item is kept: by lot, counted, as two boxes ("last box opened" orders the next), or only listed. */
export const KEEPINGS = ["lot", "counted", "two-boxes", "listed"] as const;

const days = (maximum: number) => Type.Integer({ minimum: 1, maximum });
const amount = Type.Number({ exclusiveMinimum: 0, maximum: 1_000_000 });

export const Item = Type.Object(
  {
    id: Id,
    name: Name,
    group: Type.Enum([...ITEM_GROUPS]),
    unit: Type.Enum([...UNITS]),
    keeping: Type.Enum([...KEEPINGS]),
    /** Units in a pack, as it is bought. */
    pack: amount,
    /** Of a pack, in hundredths of the shop's money. */
    priceCents: Type.Integer({ minimum: 0, maximum: 100_000_000 }),
    minPacks: Type.Integer({ minimum: 1, maximum: 10_000 }),
    supplier: optional(Id),
    /** Where it differs from its supplier's. */
    leadDays: optional(Type.Integer({ minimum: 0, maximum: 365 })),
    shelfDays: optional(days(3650)),
    /** Good for so long once opened, or once mixed. */
    openDays: optional(days(3650)),
    place: Name,
    ink: optional(Type.Enum([...INKS])),
    /** The machines whose ink it is, by class or family; left out: not said. */
    inkOf: optional(Type.Array(Type.Enum([...INK_SYSTEMS]), { minItems: 1, maxItems: INK_SYSTEMS.length, uniqueItems: true })),
    /** What routines call it in their lists; its own name always counts. */
    names: optional(Type.Array(Type.String({ minLength: 1, maxLength: 100 }), { maxItems: 10 })),
    /** Of a kit: what it opens into. */
    contents: optional(Type.Array(Type.Object({ item: Id, amount }, closed), { minItems: 1, maxItems: 30 })),
    /** Mixed in the house: of what, by parts. */
    recipe: optional(Type.Array(Type.Object({ item: Id, parts: amount }, closed), { minItems: 2, maxItems: 6 })),
    fluid: optional(Fluid),
    sheet: optional(Type.String({ pattern: "^https?://", maxLength: 500 })),
  },
  closed,
);
export type Item = Static<typeof Item>;

export const Supplier = Type.Object(
  {
    id: Id,
    name: Name,
    leadDays: Type.Integer({ minimum: 0, maximum: 365 }),
    mail: optional(Type.String({ format: "email", maxLength: 200 })),
  },
  closed,
);
export type Supplier = Static<typeof Supplier>;

/** Waste that must not go into one container: common practice, no source; local rules decide. */
export const WASTE_FAMILIES = ["water", "uv", "solvent"] as const;
export type WasteFamily = (typeof WASTE_FAMILIES)[number];

/** A vessel of the house that waste is emptied into. What it takes is told from its words where the shop has not said it. */
export const Container = Type.Object(
  { id: Id, name: Name, volumeMl: amount, kind: Name, takes: optional(Type.Enum([...WASTE_FAMILIES])) },
  closed,
);
export type Container = Static<typeof Container>;

/** Numbers of the store; defaults are common practice, no source, where nothing else is said. */
export const StoresSettings = Type.Object(
  {
    /** Share of waits for a delivery that go by without running out. */
    serviceLevel: Type.Number({ minimum: 0.5, maximum: 0.999 }),
    /** An order lasts for so many days at least. */
    coverDays: days(365),
    /** An order lasts for so many days at most, whatever would be cheapest. */
    orderSpanDays: optional(days(3650)),
    /** How much weight Croston's method gives to what was last. */
    alpha: Type.Number({ minimum: 0.01, maximum: 0.9 }),
    /** How far a day's real use strays from what is planned, as a share of it. */
    planSpread: Type.Number({ minimum: 0, maximum: 2 }),
    /** What making an order costs, and keeping stock for a year as a share of its price. */
    orderCostCents: Type.Integer({ minimum: 0, maximum: 10_000_000 }),
    holdingShare: Type.Number({ minimum: 0.01, maximum: 2 }),
    /** Volatile matter that the house may let out in a month; left out: not watched. */
    volatileGramsAMonth: optional(Type.Number({ exclusiveMinimum: 0, maximum: 1e9 })),
    /** What prices are in: a code of ISO 4217. */
    currency: optional(Type.String({ pattern: "^[A-Z]{3}$", description: "a currency code of three letters, like EUR" })),
    /** What an hour of hands costs. */
    hourCents: Type.Integer({ minimum: 0, maximum: 10_000_000 }),
    /** What a millilitre of ink costs where no item says so. */
    inkCentsAMl: Type.Number({ minimum: 0, maximum: 10_000 }),
  },
  closed,
);
export type StoresSettings = Static<typeof StoresSettings>;
export const STORES_SETTINGS: StoresSettings = {
  serviceLevel: 0.95,
  orderSpanDays: 91,
  coverDays: 30,
  alpha: 0.1,
  planSpread: 0.25,
  orderCostCents: 1500,
  holdingShare: 0.2,
  currency: "EUR",
  hourCents: 2600,
  inkCentsAMl: 12,
};

/** What an item's settings can't say by their shape. */
export function itemProblems(item: Item, items: readonly Item[], suppliers: readonly Supplier[]): { path: string; message: string }[] {
  const problems: { path: string; message: string }[] = [];
  const say = (path: string, message: string) => problems.push({ path, message });
  if (item.supplier && !suppliers.some(({ id }) => id === item.supplier)) say("$.supplier", `there is no supplier “${item.supplier}”`);
  if (item.contents && item.group !== "kit") say("$.contents", "only a kit opens into items");
  if (item.recipe && item.unit !== "mL") say("$.recipe", "what is mixed is kept in mL");
  for (const [index, { item: id }] of (item.contents ?? []).entries())
    if (id === item.id || !items.some((each) => each.id === id)) say(`$.contents[${index}].item`, `there is no other item “${id}”`);
  for (const [index, { item: id }] of (item.recipe ?? []).entries()) {
    const part = items.find((each) => each.id === id);
    if (!part?.fluid || id === item.id) say(`$.recipe[${index}].item`, `“${id}” is no fluid of the store`);
    else if (part.recipe?.some((inner) => inner.item === item.id)) say(`$.recipe[${index}].item`, `“${part.name}” is itself made of this`);
  }
  return problems;
}
