import { type Static, Type } from "typebox";
import { UNITS } from "./item.ts";

/** What moves stock, as entries. Amounts are above nothing: which way they go is the event's to say. */

const closed = { additionalProperties: false } as const;
const optional = Type.Optional;
const text = (maxLength: number) => Type.String({ minLength: 1, maxLength });
const Day = Type.String({ format: "date" });
const Unit = Type.Enum([...UNITS]);
const above0 = Type.Number({ exclusiveMinimum: 0, maximum: 10_000_000 });
const from0 = Type.Number({ minimum: 0, maximum: 10_000_000 });

export const STOCK_EVENTS = ["received", "used", "counted", "discarded", "moved", "opened", "last-box", "kit-opened"] as const;
export type StockEvent = (typeof STOCK_EVENTS)[number];

const StockLine = Type.Object(
  {
    item: text(200),
    /** In the item's unit; counted: what is there. */
    amount: from0,
    unit: Unit,
    lot: optional(text(60)),
    expiry: optional(Day),
    /** Where it is kept, where that is not the item's own place. */
    place: optional(text(200)),
    /** What the list of the routine said, where somebody corrected it. */
    planned: optional(from0),
    /** The channel that ink or fluid went into, `head/channel`. */
    channel: optional(text(401)),
    /** The kind of part that it was poured at. */
    part: optional(text(200)),
  },
  closed,
);
export type StockLine = Static<typeof StockLine>;

export const StockBody = Type.Object(
  {
    event: Type.Enum([...STOCK_EVENTS]),
    lines: Type.Array(StockLine, { minItems: 1, maxItems: 200 }),
    /** Of `moved`: where to. */
    to: optional(text(200)),
    /** Of `received`: the order that it answers, and the supplier's number of the delivery. */
    order: optional(Type.String({ format: "uuid" })),
    delivery: optional(text(100)),
    supplier: optional(text(200)),
    /** The same delivery a second time on purpose. */
    again: optional(Type.Literal(true)),
    /** Why it was discarded, counted otherwise than expected, or used though expired. */
    reason: optional(text(500)),
    /** A supervisor let an expired lot, or one that does not fit, be used. */
    allowedBy: optional(text(200)),
    note: optional(text(2000)),
  },
  closed,
);
export type StockBody = Static<typeof StockBody>;

/** A batch made in the house: what went in leaves stock, and the batch is a lot. */
export const MixBody = Type.Object(
  {
    item: text(200),
    lot: text(60),
    amountMl: above0,
    useBy: Day,
    parts: Type.Array(Type.Object({ item: text(200), lot: optional(text(60)), place: optional(text(200)), ml: above0 }, closed), {
      minItems: 2,
      maxItems: 6,
    }),
    note: optional(text(2000)),
  },
  closed,
);
export type MixBody = Static<typeof MixBody>;

export const OrderBody = Type.Object(
  {
    event: Type.Enum(["placed", "closed"]),
    /** Of `closed`: the order of which no more will come. */
    of: optional(Type.String({ format: "uuid" })),
    supplier: optional(text(200)),
    lines: optional(
      Type.Array(
        Type.Object({ item: text(200), packs: Type.Integer({ minimum: 1, maximum: 100_000 }), amount: above0, priceCents: from0 }, closed),
        { minItems: 1, maxItems: 300 },
      ),
    ),
    reason: optional(text(500)),
    note: optional(text(2000)),
  },
  closed,
);
export type OrderBody = Static<typeof OrderBody>;

/** A waste vessel of a machine: looked at, emptied, replaced, or its counter reset. */
export const VesselBody = Type.Object(
  {
    vessel: text(200),
    event: Type.Enum(["level", "emptied", "replaced", "reset"]),
    /** Of `level`: what is in it. Of the others: what is left in it; left out: nothing. */
    ml: optional(from0),
    /** What was in it before. */
    beforeMl: optional(from0),
    /** The container of the house that it was emptied into. */
    into: optional(text(200)),
    /** Of `reset`: the run of R44 in which it was really emptied and repacked. */
    proof: optional(Type.String({ format: "uuid" })),
    note: optional(text(2000)),
  },
  closed,
);
export type VesselBody = Static<typeof VesselBody>;

/** Waste that left the house. */
export const WasteOutBody = Type.Object(
  { container: text(200), ml: above0, taker: text(200), papers: text(200), note: optional(text(2000)) },
  closed,
);
export type WasteOutBody = Static<typeof WasteOutBody>;

/** How much ink a channel still has, read from the machine or by eye. */
export const InkLevelBody = Type.Object(
  {
    channels: Type.Array(Type.Object({ channel: text(401), percent: Type.Number({ minimum: 0, maximum: 100 }) }, closed), {
      minItems: 1,
      maxItems: 200,
    }),
  },
  closed,
);
export type InkLevelBody = Static<typeof InkLevelBody>;

/** The air of a room, read by a person. */
export const AirBody = Type.Object(
  {
    area: text(200),
    celsius: Type.Number({ minimum: -60, maximum: 80 }),
    humidityPercent: Type.Number({ minimum: 0, maximum: 100 }),
    note: optional(text(2000)),
  },
  closed,
);
export type AirBody = Static<typeof AirBody>;
