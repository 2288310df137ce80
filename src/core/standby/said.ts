import { type Static, Type } from "typebox";
import { REGIMES } from "./regime.ts";

/** What people say of machines that stand, as entries hold it. */

const closed = { additionalProperties: false } as const;
const optional = Type.Optional;
const text = (maxLength: number) => Type.String({ minLength: 1, maxLength });
const Day = Type.String({ format: "date" });

export const SleepBody = Type.Object(
  {
    event: Type.Enum(["down", "up"]),
    /** Of a machine put to sleep. */
    regime: optional(Type.Enum([...REGIMES])),
    /** What is in its lines, where it differs from what the regime leaves. */
    contents: optional(text(200)),
    /** To be woken on. */
    until: optional(Day),
    note: optional(text(2000)),
  },
  closed,
);
export type SleepBody = Static<typeof SleepBody>;

export const CAPPED = ["water", "concentrate", "dry"] as const;
export const DoorBody = Type.Object(
  { power: optional(Type.Enum(["on", "off"])), capped: optional(Type.Enum([...CAPPED])), note: optional(text(500)) },
  { ...closed, minProperties: 1 },
);
export type DoorBody = Static<typeof DoorBody>;

/** One machine in the plan of a closure: what was chosen, and what was foreseen. */
export const SeasonMachine = Type.Object(
  {
    machine: text(200),
    regime: Type.Enum([...REGIMES]),
    /** The last day that it prints, and the day it is to print again. */
    stopsOn: Day,
    wakesOn: Day,
    /** To do it, where chosen by hand. */
    person: optional(text(200)),
    why: optional(text(500)),
    /** Foreseen when the plan was published. */
    holdShare: optional(Type.Number({ minimum: 0, maximum: 1 })),
    cents: optional(Type.Number({ minimum: 0, maximum: 1e12 })),
  },
  closed,
);
export type SeasonMachine = Static<typeof SeasonMachine>;
/** Work of the plan as it was told: on the calendar, the wall and in the feed. */
export const SeasonTask = Type.Object(
  {
    key: text(300),
    machine: text(200),
    routine: text(200),
    person: optional(text(200)),
    from: Type.String({ format: "date-time" }),
    to: Type.String({ format: "date-time" }),
    minutes: Type.Number({ minimum: 0, maximum: 100_000 }),
  },
  closed,
);
export type SeasonTask = Static<typeof SeasonTask>;
export const SeasonUse = Type.Object(
  { item: text(200), unit: text(20), amount: Type.Number({ minimum: 0, maximum: 1e7 }), on: Day, machine: text(200), routine: text(200) },
  closed,
);

export const SeasonBody = Type.Object(
  {
    from: Day,
    to: Day,
    name: optional(text(200)),
    machines: Type.Array(SeasonMachine, { minItems: 1, maxItems: 2000 }),
    tasks: Type.Array(SeasonTask, { maxItems: 10_000 }),
    uses: Type.Array(SeasonUse, { maxItems: 20_000 }),
    note: optional(text(2000)),
  },
  closed,
);
export type SeasonBody = Static<typeof SeasonBody>;
