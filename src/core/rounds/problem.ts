import { type Static, type TSchema, Type } from "typebox";

/** The planning problem of a round and its plan: the open format of version 1. All times are whole minutes from the problem's 0. */

const object = <T extends Record<string, TSchema>>(properties: T) => Type.Object(properties, { additionalProperties: false });
const optional = Type.Optional;
const orNull = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()]);

/** The longest horizon, two weeks. */
export const MAX_HORIZON_MINUTES = 20_160;
/** Past the horizon only a due, a begun stretch or a promise may lie, and not far. */
const MAX_MINUTE = 10_000_000;

const Id = Type.String({ minLength: 1, maxLength: 200 });
const Minute = Type.Integer({ minimum: 0, maximum: MAX_MINUTE });
const Span = Type.Unsafe<[number, number]>({
  type: "array",
  items: { type: "integer", minimum: 0, maximum: MAX_HORIZON_MINUTES },
  minItems: 2,
  maxItems: 2,
  description: "a span of two minutes, [from, to)",
});

export const Hands = object({
  hands: Type.Integer({ minimum: 1, maximum: MAX_HORIZON_MINUTES }),
  /** Done by whoever did the task's first hands stretch. */
  samePerson: optional(Type.Boolean()),
});
export const Wait = object({
  wait: Type.Integer({ minimum: 0, maximum: MAX_HORIZON_MINUTES }),
  /** How much later than its end the next stretch may start; absent: any time later. */
  upTo: optional(Minute),
});
export const Stretch = Type.Unsafe<Static<typeof Hands> | Static<typeof Wait>>({
  type: "object",
  properties: { ...Hands.properties, ...Wait.properties },
  additionalProperties: false,
  description: "either hands (with samePerson) or a wait (with upTo)",
});

export const RoundTask = object({
  id: Id,
  machine: Id,
  skills: optional(Type.Array(Id)),
  weight: optional(Type.Number({ minimum: 0, maximum: 1e6 })),
  earliest: optional(Minute),
  due: optional(orNull(Minute)),
  latest: optional(Minute),
  after: optional(Type.Array(Id)),
  fixedTo: optional(orNull(Id)),
  stretches: Type.Array(Stretch, { minItems: 1 }),
});
export const RoundPerson = object({
  id: Id,
  skills: optional(Type.Array(Id)),
  shifts: Type.Array(Span),
  startsIn: optional(orNull(Id)),
});
export const RoundMachine = object({ id: Id, area: Id, busy: optional(Type.Array(Span)) });
const BegunStretch = object({ person: optional(Id), start: Minute, end: optional(Minute) });
export const Begun = object({ task: Id, stretches: Type.Array(BegunStretch, { minItems: 1 }) });
export const Promised = object({ task: Id, person: Id, start: Minute });

export const RoundProblem = object({
  format: Type.Literal("zesty-anvil/round-problem"),
  version: Type.Literal(1),
  unit: Type.Literal("minute"),
  horizon: Type.Integer({ minimum: 1, maximum: MAX_HORIZON_MINUTES }),
  areas: Type.Array(Id),
  walk: Type.Array(Type.Array(Minute)),
  people: Type.Array(RoundPerson),
  machines: Type.Array(RoundMachine),
  tasks: Type.Array(RoundTask),
  now: optional(Minute),
  begun: optional(Type.Array(Begun)),
  promised: optional(Type.Array(Promised)),
});

const PlannedStretch = object({ person: optional(Id), start: Minute, end: Minute });
export const RoundPlan = object({
  format: Type.Literal("zesty-anvil/round-plan"),
  version: Type.Literal(1),
  cost: Type.Number(),
  lowerBound: Type.Number(),
  provenBest: Type.Boolean(),
  stopped: Type.Boolean(),
  tasks: Type.Array(object({ id: Id, stretches: Type.Array(PlannedStretch) })),
  leftOut: Type.Array(object({ id: Id, why: Type.String() })),
});

export type Stretch = Static<typeof Stretch>;
export type RoundTask = Static<typeof RoundTask>;
export type RoundPerson = Static<typeof RoundPerson>;
export type RoundMachine = Static<typeof RoundMachine>;
export type Begun = Static<typeof Begun>;
export type RoundProblem = Static<typeof RoundProblem>;
export type PlannedStretch = Static<typeof PlannedStretch>;
export type PlannedTask = RoundPlan["tasks"][number];
export type RoundPlan = Static<typeof RoundPlan>;
