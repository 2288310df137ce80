import { type Static, type TSchema, Type } from "typebox";
import { ABILITIES, BEATS, CLASSES, COUNTERS, FAMILIES, INKS, PARTS, POLICIES, ROLES, SIGNS, SKILLS, WASTE_KINDS } from "./vocabulary.ts";

/**
 * The fleet file, version 1, as data: the validator, the static types and the published JSON Schema
 * (`docs/formats/fleet.schema.json`) are all made from this one source.
 */

const closed = { additionalProperties: false } as const;
const object = <T extends Record<string, TSchema>>(properties: T) => Type.Object(properties, closed);
const oneOf = <T extends string>(values: readonly T[]) => Type.Unsafe<T>({ type: "string", enum: [...values] });
/** Known ids, or one of the house's own. */
const oneOfOrHouse = (values: readonly string[]) =>
  Type.String({
    pattern: `^(?:${values.join("|")}|house-[A-Za-z0-9._-]*)$`,
    description: `one of ${values.join(", ")}, or an id beginning with house-`,
  });
const optional = Type.Optional;

export const MAX_NAME_LENGTH = 200;

export const Id = Type.String({
  pattern: "^[A-Za-z0-9][A-Za-z0-9._-]*$",
  maxLength: 200,
  description: "letters, digits, dots, underscores and hyphens, beginning with a letter or digit",
});
/** A name holds something to read: blanks alone are none. */
export const Name = Type.String({ minLength: 1, maxLength: MAX_NAME_LENGTH, pattern: "\\S", description: "a name that is not blank" });
export const Date_ = Type.String({ format: "date", description: "a day like 2026-11-25" });
export const TimeOfDay = Type.String({ pattern: "^(?:[01]\\d|2[0-3]):[0-5]\\d$", description: "a time of day like 08:00" });
const Weekday = Type.Integer({ minimum: 1, maximum: 7 });
const Window = object({ before: Type.Integer({ minimum: 0, maximum: 3650 }), after: Type.Integer({ minimum: 0, maximum: 3650 }) });
const above0 = Type.Number({ exclusiveMinimum: 0 });

const BeatTrigger = object({ every: oneOf(["print-day"]), beat: oneOf(BEATS) });
const IdleTrigger = object({ every: oneOf(["idle-day"]) });
const Interval = Type.Unsafe<{ days?: number; weeks?: number; months?: number }>({
  type: "object",
  properties: {
    days: { type: "integer", minimum: 1, maximum: 3650 },
    weeks: { type: "integer", minimum: 1, maximum: 520 },
    months: { type: "integer", minimum: 1, maximum: 120 },
  },
  additionalProperties: false,
  minProperties: 1,
  maxProperties: 1,
  description: "exactly one of days, weeks, months",
});
const IntervalTrigger = object({ every: Interval });
const TimesTrigger = object({
  times: Type.Integer({ minimum: 1, maximum: 7 }),
  per: oneOf(["week"]),
  minPrintDays: optional(Type.Integer({ minimum: 1, maximum: 7 })),
});
const RuleTrigger = object({ rule: Type.String({ maxLength: 2000 }) });
const OnTrigger = object({ on: Date_ });
const ByUseTrigger = object({ byUse: object({ light: above0, heavy: above0 }) });
const CountTrigger = object({ count: object({ counter: oneOf(COUNTERS), every: above0 }) });
const PromptTrigger = object({ prompt: object({ withinMinutes: optional(Type.Number({ minimum: 0 })) }) });
const SignTrigger = object({ sign: oneOfOrHouse(SIGNS) });

export type BeatTrigger = Static<typeof BeatTrigger>;
export type IdleTrigger = Static<typeof IdleTrigger>;
export type IntervalTrigger = Static<typeof IntervalTrigger>;
export type TimesTrigger = Static<typeof TimesTrigger>;
export type RuleTrigger = Static<typeof RuleTrigger>;
export type OnTrigger = Static<typeof OnTrigger>;
export type ByUseTrigger = Static<typeof ByUseTrigger>;
export type CountTrigger = Static<typeof CountTrigger>;
export type PromptTrigger = Static<typeof PromptTrigger>;
export type SignTrigger = Static<typeof SignTrigger>;
export type OneTrigger =
  | BeatTrigger
  | IdleTrigger
  | IntervalTrigger
  | TimesTrigger
  | RuleTrigger
  | OnTrigger
  | ByUseTrigger
  | CountTrigger
  | PromptTrigger
  | SignTrigger;
/** The kinds that may stand together: they carry over without end and come again. */
export type LastingTrigger = IntervalTrigger | ByUseTrigger | CountTrigger | PromptTrigger | SignTrigger;
export type Trigger = OneTrigger | LastingTrigger[];

/** Choosing by the key that names the kind, so that a refusal points at the wrong value and not at all ten kinds. */
const byKey = (kinds: [key: string, schema: object][]): object =>
  kinds.reduceRight<object>((rest, [key, schema]) => ({ if: { required: [key], properties: { [key]: {} } }, then: schema, else: rest }), {
    required: ["every"],
    additionalProperties: false,
    properties: { every: {} },
  });
const whenEvery = (value: string, then: TSchema, rest: object) => ({
  if: { properties: { every: { const: value } } },
  then,
  else: rest,
});
const everyKinds = whenEvery(
  "print-day",
  BeatTrigger,
  whenEvery("idle-day", IdleTrigger, {
    if: { properties: { every: { type: "string" } } },
    then: { properties: { every: { enum: ["print-day", "idle-day"] } } },
    else: IntervalTrigger,
  }),
);
const lasting: [string, object][] = [
  ["byUse", ByUseTrigger],
  ["count", CountTrigger],
  ["prompt", PromptTrigger],
  ["sign", SignTrigger],
];

const LastingTrigger = {
  type: "object",
  description: "among several triggers: an interval, by use, a count, a prompt or a sign",
  ...byKey([["every", IntervalTrigger], ...lasting]),
};
const Trigger = Type.Unsafe<Trigger>({
  if: { type: "array" },
  then: { type: "array", minItems: 1, items: LastingTrigger },
  else: {
    type: "object",
    description: "a trigger: every, times, rule, on, byUse, count, prompt or sign",
    ...byKey([["every", everyKinds], ["times", TimesTrigger], ["rule", RuleTrigger], ["on", OnTrigger], ...lasting]),
  },
});

export const HouseRoutine = object({
  id: Id,
  name: Name,
  trigger: optional(Trigger),
  window: optional(Window),
  covers: optional(Type.Array(Id)),
});

const Policies = object({
  power: optional(oneOf(POLICIES.power)),
  cap: optional(oneOf(POLICIES.cap)),
  cadence: optional(oneOf(POLICIES.cadence)),
  recovery: optional(oneOf(POLICIES.recovery)),
  idle: optional(oneOf(POLICIES.idle)),
  plate: optional(oneOf(POLICIES.plate)),
  fluid: optional(oneOf(POLICIES.fluid)),
  cartridge: optional(oneOf(POLICIES.cartridge)),
  white: optional(oneOf(POLICIES.white)),
});

const Channel = object({
  id: Id,
  ink: oneOf(INKS),
  colour: optional(Type.String({ pattern: "^#[0-9a-fA-F]{6}$", description: "a colour like #f8f8f6" })),
});
const Reading = object({ on: Date_, value: Type.Number({ minimum: 0 }), reset: optional(Type.Boolean()) });

export const Machine = object({
  id: Id,
  name: Name,
  class: oneOf(CLASSES),
  family: optional(oneOf(Object.values(FAMILIES).flat())),
  area: optional(Id),
  since: Date_,
  heads: optional(Type.Array(object({ id: Id, channels: optional(Type.Array(Channel)) }))),
  parts: optional(Type.Array(object({ id: Id, kind: oneOfOrHouse(PARTS), fittedOn: optional(Date_) }))),
  abilities: optional(Type.Array(oneOf(ABILITIES))),
  printDays: optional(Type.Array(Weekday)),
  printDayChanges: optional(Type.Array(object({ date: Date_, prints: Type.Boolean() }))),
  fullUse: optional(object({ counter: oneOf(COUNTERS), perWorkDay: above0 })),
  counters: optional(Type.Array(object({ name: oneOf(COUNTERS), readings: optional(Type.Array(Reading)) }))),
  waste: optional(
    Type.Array(object({ id: Id, kind: oneOf(WASTE_KINDS), volumeMl: Type.Number({ minimum: 0 }), limitMl: Type.Number({ minimum: 0 }) })),
  ),
  policies: optional(Policies),
  asleep: optional(Type.Array(object({ from: Date_, to: Date_ }))),
  routines: optional(Type.Array(Id)),
});

export const Closure = object({ from: Date_, to: Date_, name: optional(Name) });
const By = object({ by: TimeOfDay });
export const Calendar = object({
  workDays: Type.Array(Weekday),
  extraDays: optional(Type.Array(Date_)),
  closures: optional(Type.Array(Closure)),
  beats: optional(object({ opening: optional(By), midday: optional(By), closing: optional(By) })),
  shifts: optional(Type.Array(object({ id: Id, days: optional(Type.Array(Weekday)), from: TimeOfDay, to: TimeOfDay }))),
});

export const Person = object({
  id: Id,
  name: Name,
  role: oneOf(ROLES),
  skills: optional(Type.Array(oneOfOrHouse(SKILLS))),
  shifts: optional(Type.Array(Id)),
});

export const Site = object({
  id: Id,
  name: Name,
  timeZone: Type.String({ minLength: 1, maxLength: 100 }),
  /** The hour at which a local day begins; left out: 4. */
  dayStartsAtHour: optional(Type.Integer({ minimum: 0, maximum: 11 })),
});
export const Area = object({ id: Id, name: Name });
export const OUTCOMES = ["done", "skipped"] as const;
/** What may become of an occurrence by the end of its day. */
export const DAY_OUTCOMES = ["done", "missed", "skipped", "moved", "open"] as const;

export const FleetFile = object({
  format: oneOf(["zesty-anvil/fleet"]),
  version: Type.Unsafe<1>({ type: "integer", const: 1 }),
  site: Site,
  areas: optional(Type.Array(Area)),
  calendar: Calendar,
  people: optional(Type.Array(Person)),
  machines: Type.Array(Machine),
  routines: optional(Type.Array(HouseRoutine)),
  history: optional(Type.Array(object({ machine: Id, routine: Id, on: Date_, outcome: optional(oneOf(OUTCOMES)) }))),
  moves: optional(Type.Array(object({ machine: Id, routine: Id, due: Date_, to: Date_ }))),
  prompts: optional(Type.Array(object({ machine: Id, routine: Id, on: Date_ }))),
  signs: optional(Type.Array(object({ machine: Id, sign: oneOfOrHouse(SIGNS), on: Date_ }))),
});

export type Window = Static<typeof Window>;
export type HouseRoutine = Static<typeof HouseRoutine>;
export type Person = Static<typeof Person>;
export type Area = Static<typeof Area>;
export type Site = Static<typeof Site>;
export type Outcome = (typeof OUTCOMES)[number];
export type Reading = Static<typeof Reading>;
export type Policies = Static<typeof Policies>;
export type Machine = Static<typeof Machine>;
export type Calendar = Static<typeof Calendar>;
export type FleetFile = Static<typeof FleetFile>;
