import { type Static, Type } from "typebox";
import { Draw } from "../routines/effects.ts";
import { FOUND_AS } from "../routines/step.ts";

/** What can happen in a run. Each is an entry of kind `run` that names its run, its machine and its routine. */

const closed = { additionalProperties: false } as const;
const optional = Type.Optional;
const text = (maxLength: number) => Type.String({ minLength: 1, maxLength });
const StepId = text(200);
const seconds = Type.Number({ minimum: 0, maximum: 60 * 86_400 });

/** In a short form only what must be read is entered; `paper` is a sheet of all steps, ticked by hand and typed in afterwards. */
export const FORMS = ["short", "guided", "paper"] as const;

export const StepResult = Type.Object(
  {
    choice: optional(text(60)),
    value: optional(Type.Number({ minimum: -1e9, maximum: 1e9 })),
    found: optional(Type.Enum([...FOUND_AS])),
    /** Who had the second look, by id. */
    by: optional(text(200)),
    /** The check entry that holds the readings. */
    check: optional(Type.String({ format: "uuid" })),
    /** A picture, by its hash. */
    photo: optional(Type.String({ pattern: "^[0-9a-f]{64}$" })),
  },
  closed,
);

const event = <Name extends string, Shape extends Record<string, import("typebox").TSchema>>(name: Name, shape: Shape) =>
  Type.Object({ event: Type.Literal(name), ...shape }, closed);

export const RUN_EVENTS = {
  start: event("start", {
    form: Type.Enum([...FORMS]),
    /** The occurrence or one-off work it is done for; left out: called for by somebody. */
    key: optional(text(700)),
    /** The routine's steps it follows, as a mark of their content. */
    version: text(64),
    /** Gear is on and the cautions are read. */
    gear: optional(Type.Boolean()),
  }),
  /** Gear is on, the cautions are read. */
  gear: event("gear", {}),
  step: event("step", {
    step: StepId,
    result: optional(StepResult),
    note: optional(text(2000)),
    /** Why a timer was cut short. */
    early: optional(text(500)),
    /** As planned and as it was. */
    plannedSeconds: optional(seconds),
    tookSeconds: optional(seconds),
  }),
  /** A step left out. What it would have settled is still to put right. */
  pass: event("pass", { step: StepId, reason: text(500) }),
  /** A hold's condition is met; its seconds run from here. */
  clear: event("clear", { step: StepId }),
  settle: event("settle", { owed: StepId }),
  back: event("back", {}),
  stop: event("stop", { reason: text(500) }),
  resume: event("resume", {}),
  hand: event("hand", { to: text(200) }),
  note: event("note", { text: text(2000) }),
  photo: event("photo", { photo: Type.String({ pattern: "^[0-9a-f]{64}$" }), of: optional(text(200)) }),
  end: event("end", {
    /** What it let run into the waste; left out: as usual for its routine. */
    drew: optional(Type.Array(Draw, { maxItems: 20 })),
  }),
  abandon: event("abandon", { reason: text(500) }),
} as const;

export type StepResult = Static<typeof StepResult>;
export type RunForm = (typeof FORMS)[number];
export type RunEventName = keyof typeof RUN_EVENTS;
export type RunBody = { [Name in RunEventName]: Static<(typeof RUN_EVENTS)[Name]> }[RunEventName];
export const RunBody = Type.Unsafe<RunBody>({
  type: "object",
  required: ["event"],
  properties: { event: { enum: Object.keys(RUN_EVENTS) } },
  ...Object.entries(RUN_EVENTS).reduceRight<object>(
    (rest, [name, schema]) => ({ if: { properties: { event: { const: name } } }, then: schema, else: rest }),
    {},
  ),
});

/** An event in its place: when, by whom, on which device. */
export type RunEvent = { id: string; at: number; person: string | null; device?: string | null; body: RunBody };
